import { Download } from "lucide-react";
import { useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { DATA_SETTING_FORMS, isFileFormConfirmed } from "../../core/machine/index.ts";
import { tableGrid } from "../../core/offsets/index.ts";
import { takeHere } from "../offline/takeHere.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton, PrimaryFileLink } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { FileMeaning } from "./FileMeaning.tsx";
import type { OffsetsFile } from "./offsetsFile.ts";
import { ReadBackPanel } from "./ReadBack.tsx";

/** Files of the table in any format, what a format cannot hold said beside it; and the control's own table read back. */
export function FilesPanel({
  loaded,
  files,
}: {
  readonly loaded: LoadedSetup;
  readonly files: readonly OffsetsFile[];
}) {
  const { setup, setupId } = loaded;
  const [format, setFormat] = useState<string>();
  const file = files.find((one) => one.format === format) ?? files[0];
  const isDataSetting = DATA_SETTING_FORMS.some((one) => one === file?.format);
  const isAsked = isDataSetting && !isFileFormConfirmed(setup.machine);
  const isOther = isDataSetting && !isAsked && file?.format !== setup.machine.dialect;
  return (
    <Panel aria-label="Files">
      <h2>File for the control</h2>
      {!file ? (
        <p>Writing the files…</p>
      ) : file.rows === 0 ? (
        <p>
          Nothing has been touched yet, so there is nothing to download.{" "}
          <Link to={href("/setups/:setupId/touch", { setupId })}>Go to Touch.</Link>
        </p>
      ) : (
        <>
          <Pick
            name="format"
            label="Format"
            value={file.format}
            onChange={setFormat}
            options={files.map(({ format: name, words }, index) => [
              name,
              index === 0 && isFileFormConfirmed(setup.machine) ? `${words}, this machine's` : words,
            ])}
          />
          {isAsked ? (
            <FileMeaning loaded={loaded} />
          ) : (
            <Contents loaded={loaded} file={file} other={isOther ? files[0]?.words : undefined} />
          )}
          {file.numbers === "control" && loaded.mayEnter && !isAsked && <Loaded loaded={loaded} file={file} />}
        </>
      )}
      <ReadBackPanel loaded={loaded} />
    </Panel>
  );
}

/** What the file says, what it cannot hold, and the way to take it. */
function Contents({
  loaded: { setup, setupId },
  file,
  other,
}: {
  readonly loaded: LoadedSetup;
  readonly file: OffsetsFile;
  /** The form that this control reads, where the file has another one. */
  readonly other: string | undefined;
}) {
  return (
    <>
      <p>{fileWords(setup, file)}</p>
      {other !== undefined && (
        <p role="note">
          <b>Not what this control reads:</b> it was said to read {other}.
        </p>
      )}
      {file.lost.length > 0 && (
        <p role="note">
          <b>Not in this file:</b> {lostWords(file.lost)}. What the control needs of that is keyed by hand.
        </p>
      )}
      <FileText aria-label="Contents of the file" tabIndex={0}>
        <pre>{file.text}</pre>
      </FileText>
      <PrimaryFileLink
        href={`${href("/setups/:setupId/offsets.nc", { setupId })}?format=${file.format}`}
        download={file.name}
        onClick={takeHere(() => file)}
      >
        <Download size={22} aria-hidden="true" /> <span>Download {file.name}</span>
      </PrimaryFileLink>
    </>
  );
}

/** Says that the file has been loaded: from then on the control is taken to hold what stands in it. */
function Loaded({ loaded, file }: { readonly loaded: LoadedSetup; readonly file: OffsetsFile }) {
  const { setup, setupId } = loaded;
  const form = useSetupForm(setupId, setup.seq);
  const lost: readonly string[] = file.lost;
  const all = tableGrid(setup).flatMap(({ row, cells }) =>
    Object.values(cells).flatMap(({ column, wanted, now, closes }) =>
      wanted === undefined || lost.includes(column) ? [] : [{ row, column, value: wanted, now, closes }],
    ),
  );
  const open = all.filter(({ closes }) => closes === false);
  const news = all.filter(({ value, now }) => value !== now);
  const say = () =>
    form.send("key-cells", {
      cells: JSON.stringify(news.map(({ row, column, value }) => ({ row, column, value }))),
      by: "file",
    });
  return (
    <>
      {open.length > 0 && (
        <Trouble>
          <b>Stop:</b> the sum of{" "}
          {[...new Set(open.map(({ row, column }) => `${row} ${column.slice(-1).toUpperCase()}`))].join(", ")} is open.
          Look at it before anything is loaded.
        </Trouble>
      )}
      {news.length === 0 ? (
        <p>The control is taken to hold what stands in this file.</p>
      ) : (
        <PlainButton onPress={say} isDisabled={form.busy}>
          {form.busy ? "Saving…" : "It is loaded in the control"}
        </PlainButton>
      )}
      <Trouble>{form.trouble}</Trouble>
    </>
  );
}

function fileWords({ machine }: SetupView, file: OffsetsFile): string {
  const numbers =
    file.numbers === "control"
      ? `in this control's own numbers, X as ${machine.xShown}`
      : "for other programs: X as diameter, signed as in the sum";
  return `${file.rows === 1 ? "One row" : `${file.rows} rows`}, ${machine.units}, ${numbers}. Read it before it is loaded; then load it with the machine standing still.`;
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  noseRadius: "nose radius",
  orientation: "tip orientation",
  description: "descriptions",
  numbering: "which numbering the tip orientations have",
  units: "the unit",
};

function lostWords(fields: readonly string[]): string {
  const words = fields.map((field) => {
    const [kind, axis] = field.split(".");
    return axis ? `${kind} ${axis.toUpperCase()}` : (FIELD_WORDS[field] ?? field);
  });
  return words.join(", ");
}

const Panel = styled.section`
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 100%;
  h2 { font-size: ${size.number}; }
  p { font-size: ${size.small}; color: ${color("quiet")}; }
  p[role="note"] { padding: 6px 10px; border-left: 5px solid ${color("spacer")}; background: ${color("doubtGround")}; color: ${color("ink")}; }
`;
const FileText = styled.section`
  flex: 1 0 150px;
  max-height: 320px;
  padding: 10px 12px;
  overflow: auto;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("plate")};
  pre { margin: 0; ${mono} font-size: ${size.small}; white-space: pre-wrap; overflow-wrap: anywhere; }
`;
