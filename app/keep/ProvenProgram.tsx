import { Download } from "lucide-react";
import { useEffect, useState } from "react";
import { href } from "react-router";
import { styled } from "styled-components";
import { isProvenNow, programName } from "../../core/program/index.ts";
import { ChangedLines } from "../prepare/ChangedLines.tsx";
import { FileChoice } from "../prepare/FileChoice.tsx";
import { useProgramForm } from "../shell/useProgramForm.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { FileLink, PlainButton } from "../ui/Button.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Card, PanelRow, Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { size } from "../ui/tokens.ts";

/** Lines that are shown here; all of them are in the two files. */
const MOST_SHOWN = 8;

/** The program as it ran: saved as proven, as it went out or as it came back from the control, with what was changed. */
export function ProvenProgram({ setup, setupId, mayEnter, now }: LoadedSetup) {
  const { programRead, programProven } = setup;
  const [file, setFile] = useState<File>();
  const { send, busy, isDone, refused } = useProgramForm(setupId, setup.seq);
  // What was kept leaves the choice.
  useEffect(() => {
    if (isDone) setFile(undefined);
  }, [isDone]);
  if (!programRead) return null;
  const isNow = isProvenNow(setup);
  const { changed, changes = [] } = programProven ?? {};
  return (
    <Kept as="section" aria-label="Proven program" $tone={isNow ? "clear" : "line"}>
      <h2>Proven program</h2>
      {programProven ? (
        <p>
          {programProven.name},{" "}
          {programProven.as === "went-out" ? "as it went out" : "as it came back from the control"}, saved by{" "}
          {programProven.person}, <Moment at={programProven.at} now={now} />.{" "}
          {changed === undefined
            ? "It differs in so many lines that they are not listed."
            : changed === 0
              ? "No line differs from what came in."
              : `${changed} ${changed === 1 ? "line differs" : "lines differ"} from what came in.`}
        </p>
      ) : (
        <p>{programRead.name} is not saved as proven yet.</p>
      )}
      {programProven && !isNow && <RefusalLine>It has changed since: save it again once it has run.</RefusalLine>}
      {changes.length > 0 && (
        <ChangedLines label="Changed lines of the proven program" lines={changes.slice(0, MOST_SHOWN)} />
      )}
      {changed !== undefined && changed > MOST_SHOWN && <Quiet>and {changed - MOST_SHOWN} more</Quiet>}
      <PanelRow>
        <FileLink href={href("/setups/:setupId/program", { setupId })} download>
          <Download size={20} aria-hidden="true" /> Program for the control
        </FileLink>
        {programProven && mayEnter && (
          <UndoButton
            entry={programProven.entry}
            seq={setup.seq}
            label="Undo"
            what="that the program is proven"
            setupId={setupId}
          />
        )}
      </PanelRow>
      {mayEnter && (
        <>
          {!isNow && (
            <PlainButton
              onPress={() => send("keep-proven", { as: "went-out", name: programRead.name })}
              isDisabled={busy || file !== undefined}
            >
              It ran as it went out: save it as proven
            </PlainButton>
          )}
          <FileChoice
            name="program"
            label="Choose the program as it came back from the control"
            words={file ? file.name : "Changed at the control: its file"}
            isDisabled={busy}
            onPick={setFile}
            forgets
          />
          {file && (
            <PlainButton
              onPress={() => send("keep-proven", { as: "came-back", name: programName(file.name) }, file)}
              isDisabled={busy}
            >
              {busy ? "Saving…" : `Save ${file.name} as proven`}
            </PlainButton>
          )}
          {refused !== undefined && <RefusalLine role="alert">{refused}</RefusalLine>}
        </>
      )}
    </Kept>
  );
}

const Kept = styled(Card)`
  h2 { font-size: ${size.text}; }
  > p { font-size: ${size.small}; }
`;
