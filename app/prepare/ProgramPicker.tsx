import { FileCode2 } from "lucide-react";
import { styled } from "styled-components";
import type { ProgramReading } from "../../core/program/index.ts";
import { color, radius, size, target } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import type { ProgramFile } from "./useProgramFile.ts";

interface ProgramPickerProps {
  readonly label: string;
  readonly file: File | undefined;
  readonly read: ProgramFile | { readonly state: "read-already" };
  readonly onPick: (file: File | undefined) => void;
  readonly refusal?: string | undefined;
}

/** Chooses a program's file, says how far its reading has come, and what was read, before anything is kept. */
export function ProgramPicker({ label, file, read, onPick, refusal }: ProgramPickerProps) {
  return (
    <Box>
      <Choose>
        <FileCode2 size={22} aria-hidden="true" />
        <span>{file ? file.name : label}</span>
        <input type="file" name="program" aria-label={label} onChange={(event) => onPick(event.target.files?.[0])} />
      </Choose>
      <Said role="status" hidden={read.state === "read-already"}>
        {read.state === "reading" && (
          <>
            <progress max={1} value={read.share} aria-label="Program read" />
            <span>reading…</span>
          </>
        )}
        {read.state === "read" && <span>{inWords(read.reading)}</span>}
        {read.state === "none" && <span>No program yet; one can be taken in later too.</span>}
      </Said>
      {(refusal ?? (read.state === "refused" ? read.message : undefined)) && (
        <Refused role="alert">{refusal ?? (read.state === "refused" ? read.message : "")}</Refused>
      )}
      {file && <VisuallyHidden role="status">{read.state === "read" ? "Program read" : ""}</VisuallyHidden>}
    </Box>
  );
}

/** A reading in one line: what a setter asks first. */
export function inWords({ units, number, lines, calls, findings, ends }: ProgramReading): string {
  const tools = new Set(
    calls.filter(({ station }) => station !== "0").map(({ path, station }) => `${path} ${station}`),
  );
  const unit = units === null ? "no unit said" : units === "mm" ? "millimetres" : "inches";
  const ended = ends === null ? "no end" : `ends ${ends}`;
  return [
    number === null ? "no number" : `O${number}`,
    `${lines.toLocaleString("en")} lines`,
    unit,
    `${tools.size} ${tools.size === 1 ? "tool" : "tools"}`,
    ended,
    `${findings.length} ${findings.length === 1 ? "finding" : "findings"}`,
  ].join(" · ");
}

const Box = styled.div`
  display: grid;
  gap: 6px;
`;
const Choose = styled.label`
  position: relative;
  display: inline-flex;
  align-items: center;
  gap: 10px;
  min-height: ${target};
  padding: 8px 16px;
  border: 1.5px dashed ${color("action")};
  border-radius: ${radius};
  color: ${color("measured")};
  font-weight: 600;
  cursor: pointer;
  > input { position: absolute; inset: 0; opacity: 0; cursor: pointer; }
  &:focus-within { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  &:hover { background: ${color("selected")}; }
`;
const Said = styled.p`
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 1.4em;
  &[hidden] { display: none; }
  color: ${color("quiet")};
  font-size: ${size.small};
  progress { flex: 1; max-width: 320px; height: 10px; accent-color: ${color("action")}; }
`;
const Refused = styled.p`
  color: ${color("stop")};
  font-size: ${size.small};
  font-weight: 600;
`;
