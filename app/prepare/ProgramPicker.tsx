import { styled } from "styled-components";
import type { ProgramReading } from "../../core/program/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, size } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { FileChoice } from "./FileChoice.tsx";
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
      <FileChoice name="program" label={label} words={file ? file.name : label} onPick={onPick} />
      <Said role="status" hidden={read.state === "read-already"}>
        {read.state === "reading" && (
          <>
            <progress max={1} value={read.share} aria-label="Program read" />
            <span>reading…</span>
          </>
        )}
        {read.state === "read" && <span>{inWords(read.reading)}</span>}
        {read.state === "none" && <span>No program yet; one can be imported later too.</span>}
      </Said>
      {(refusal ?? (read.state === "refused" ? read.message : undefined)) && (
        <RefusalLine role="alert">{refusal ?? (read.state === "refused" ? read.message : "")}</RefusalLine>
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
