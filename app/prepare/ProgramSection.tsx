import { CircleAlert, Download, Info, TriangleAlert } from "lucide-react";
import { useEffect, useState } from "react";
import { href } from "react-router";
import { styled } from "styled-components";
import { counted } from "../../core/counted.ts";
import {
  editedProgram,
  FINDINGS,
  type FindingCode,
  leftWords,
  programName,
  setupLists,
} from "../../core/program/index.ts";
import { setupHere } from "../offline/loadSetup.ts";
import { takeHere } from "../offline/takeHere.ts";
import { useFold } from "../shell/useFold.ts";
import { useProgramForm } from "../shell/useProgramForm.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { FileLink, PlainButton, PlainButtonLink } from "../ui/Button.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { ChangedLines } from "./ChangedLines.tsx";
import { type ConflictWords, conflictWords, type Resolution } from "./conflict.ts";
import { ProgramPicker } from "./ProgramPicker.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import { ThreeLists } from "./ThreeLists.tsx";
import { useProgramFile } from "./useProgramFile.ts";

/** The program, the control's table and the stations side by side; what disagrees, and what resolves it. */
export function ProgramSection(props: PrepareProps) {
  const { setup } = props;
  const lists = setupLists(setup);
  return (
    <Panel>
      <header>
        <h1>Program and lists</h1>
        <p>
          What the program calls, what the control's table holds, what stands in the stations: all three must agree.
        </p>
      </header>
      <Program {...props} />
      {lists && (
        <>
          <Beside>
            <ThreeLists {...props} lists={lists} />
            <Judged>
              <NotFollowed {...props} />
              <Conflicts {...props} conflicts={lists.conflicts.map((one) => conflictWords(setup, one))} />
            </Judged>
          </Beside>
          <Renumbered {...props} />
          <Findings {...props} />
        </>
      )}
    </Panel>
  );
}

/** The program as this device knows it, its calls renumbered. */
async function programHere(setupId: string) {
  const here = await setupHere(setupId);
  return here && editedProgram(here.pack.known.program, here.setup);
}

/** The program that was taken in, and taking in another. */
function Program({ setup, setupId, mayEnter }: PrepareProps) {
  const { programRead } = setup;
  const [file, setFile] = useState<File>();
  const read = useProgramFile(file, setup.machine);
  const { send, busy, isDone, refused } = useProgramForm(setupId, setup.seq);
  // What was taken in leaves the picker.
  useEffect(() => {
    if (isDone) setFile(undefined);
  }, [isDone]);
  const take = () => {
    if (file) send("take-program", { name: programName(file.name) }, file);
  };
  return (
    <Card $tone={programRead ? "clear" : "line"}>
      <PanelRow>
        {programRead && (
          <Named>
            <b>{programRead.name}</b>
            <span>
              {programRead.units === null ? "says no unit" : programRead.units === "mm" ? "millimetres" : "inches"} ·{" "}
              {programRead.lines.toLocaleString("en")} {programRead.lines === 1 ? "line" : "lines"} ·{" "}
              {counted(programRead.tools.length, "tool")}
            </span>
          </Named>
        )}
        {mayEnter && (
          <ProgramPicker
            label={programRead ? "Import another program" : "Choose the program's file"}
            file={file}
            read={programRead && read.state === "none" ? { state: "read-already" } : read}
            onPick={setFile}
            refusal={refused}
          />
        )}
        {file && (
          <PlainButton onPress={take} isDisabled={busy || read.state !== "read"}>
            {busy ? "Importing…" : "Import this program"}
          </PlainButton>
        )}
        {programRead && (
          <FileLink
            href={href("/setups/:setupId/program", { setupId })}
            download
            onClick={takeHere(() => programHere(setupId))}
          >
            <Download size={20} aria-hidden="true" />
            Program for the control
          </FileLink>
        )}
      </PanelRow>
    </Card>
  );
}

const WEIGHT = { stop: CircleAlert, doubt: TriangleAlert, note: Info } as const;
const WEIGHT_WORD = { stop: "stop", doubt: "doubt", note: "note" } as const;
const WEIGHT_TONE = { stop: "stop", doubt: "spacer", note: "line" } as const;

/** What of the program is not carried out: extents and verdicts hold as far as it was followed. */
function NotFollowed({ setup }: Pick<PrepareProps, "setup">) {
  const left = setup.programRead?.left ?? [];
  if (setup.programRead && !setup.programRead.left)
    return (
      <Card as="section" $tone="spacer" aria-label="Not followed">
        <h2>Not known whether all of it was followed</h2>
        <p>This program was imported before its variables, loops and calls were followed. Import it again.</p>
      </Card>
    );
  if (left.length === 0) return null;
  return (
    <Card as="section" $tone="spacer" aria-label="Not followed">
      <h2>Not followed: {left.length}</h2>
      <p>Where these tools go is known as far as the program was followed. Look at these lines yourself.</p>
      <ul>
        {left.slice(0, 8).map(({ line, column, why, words }) => (
          <li key={`${line} ${column}`}>
            line {line}, <code>{words}</code>: {leftWords(why)}
          </li>
        ))}
      </ul>
      {left.length > 8 && <p>and {left.length - 8} more</p>}
    </Card>
  );
}

function Conflicts({ conflicts, ...props }: PrepareProps & { readonly conflicts: readonly ConflictWords[] }) {
  if (conflicts.length === 0)
    return (
      <Card $tone="clear">
        <p>All three lists agree.</p>
      </Card>
    );
  const order = ["stop", "doubt", "note"];
  const sorted = [...conflicts].sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight));
  return (
    <Cards aria-label="Disagreements">
      {sorted.map((conflict) => (
        <li key={conflict.key}>
          <Conflict {...props} conflict={conflict} />
        </li>
      ))}
    </Cards>
  );
}

function Conflict({ setup, setupId, mayEnter, conflict }: PrepareProps & { readonly conflict: ConflictWords }) {
  const form = useSetupForm(setupId, setup.seq);
  const { title, text, weight, resolutions } = conflict;
  const Icon = WEIGHT[weight];
  return (
    <Card $tone={WEIGHT_TONE[weight]}>
      <Title $weight={weight}>
        <Icon size={20} aria-label={WEIGHT_WORD[weight]} />
        <b>{title}</b>
      </Title>
      <Said>{text}</Said>
      {mayEnter && resolutions.length > 0 && (
        <PanelRow>
          {resolutions.map((resolution) => (
            <Resolve
              key={resolution.words}
              setupId={setupId}
              resolution={resolution}
              send={form.send}
              busy={form.busy}
              about={title}
            />
          ))}
        </PanelRow>
      )}
      {form.trouble && <RefusalLine>{form.trouble}</RefusalLine>}
      {form.refusalOf("to") && <RefusalLine>{form.refusalOf("to")}</RefusalLine>}
    </Card>
  );
}

function Resolve({
  setupId,
  resolution,
  send,
  busy,
  about,
}: {
  readonly setupId: string;
  readonly resolution: Resolution;
  readonly send: ReturnType<typeof useSetupForm>["send"];
  readonly busy: boolean;
  readonly about: string;
}) {
  const { words } = resolution;
  switch (resolution.do) {
    case "load":
      return <PlainButtonLink to={resolution.to}>{words}</PlainButtonLink>;
    case "second":
      return (
        <PlainButtonLink to={`${href("/setups/:setupId/touch", { setupId })}?tool=${resolution.of}`}>
          {words}
        </PlainButtonLink>
      );
    case "move":
    case "remove":
    case "renumber":
      return (
        <PlainButton
          isDisabled={busy}
          onPress={() => sendResolution(resolution, send)}
          aria-label={`${words}: ${about}`}
        >
          {words}
        </PlainButton>
      );
  }
}

function sendResolution(resolution: Resolution, send: ReturnType<typeof useSetupForm>["send"]): void {
  switch (resolution.do) {
    case "move":
      send("move-tool", { offset: resolution.offset, to: resolution.to });
      break;
    case "remove":
      send("remove-tool", { offset: resolution.offset });
      break;
    case "renumber":
      send("renumber", { changes: JSON.stringify(resolution.changes) });
      break;
    case "load":
    case "second":
      // Links: they lead to where that is done.
      break;
    default:
      resolution satisfies never;
  }
}

/** The lines that renumbering has changed, before and after. */
function Renumbered({ setup, setupId, changed, mayEnter }: PrepareProps) {
  const { renumbered } = setup;
  if (!renumbered || changed.length === 0) return null;
  return (
    <Card $tone="clear">
      <PanelRow>
        <h2>
          {changed.length} {changed.length === 1 ? "line" : "lines"} renumbered
        </h2>
        {mayEnter && (
          <UndoButton entry={renumbered.entry} seq={setup.seq} label="Undo" what="the renumbering" setupId={setupId} />
        )}
      </PanelRow>
      <ChangedLines label="Changed lines of the program" lines={changed.slice(0, MOST_SHOWN)} />
      {changed.length > MOST_SHOWN && (
        <Quiet>and {changed.length - MOST_SHOWN} more, all in the program for the control</Quiet>
      )}
    </Card>
  );
}
const MOST_SHOWN = 60;

function Findings({ setup }: PrepareProps) {
  const findings = setup.programRead?.findings ?? [];
  const { isOpen, fold } = useFold();
  if (findings.length === 0) return <Quiet>Nothing in the program itself to stop at.</Quiet>;
  const weightOf = (code: string) => FINDINGS[code as FindingCode] ?? "note";
  const stops = findings.filter(({ code }) => weightOf(code) === "stop").length;
  return (
    <Fold {...fold}>
      <summary>
        {findings.length} {findings.length === 1 ? "finding" : "findings"} in the program
        {stops > 0 ? `, ${stops} to stop at` : ""}
      </summary>
      {isOpen && (
        <ol>
          {findings.map(({ code, line, column, message }) => {
            const Icon = WEIGHT[weightOf(code)];
            return (
              <li key={`${line} ${column} ${code}`}>
                <Title $weight={weightOf(code)}>
                  <Icon size={18} aria-label={WEIGHT_WORD[weightOf(code)]} />
                  <span>
                    line {line}, column {column}
                  </span>
                </Title>
                <span>{message}</span>
              </li>
            );
          })}
        </ol>
      )}
    </Fold>
  );
}

const Named = styled.div`
  display: grid;
  b { ${mono} font-size: ${size.number}; line-height: 1.1; }
  span { color: ${color("quiet")}; font-size: ${size.small}; }
`;
const Said = styled.p`
  font-size: ${size.small};
`;
const Judged = styled.div`
  display: grid;
  align-content: start;
  gap: 10px;
  min-width: 0;
`;
const Beside = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 310px;
  align-items: start;
  gap: 16px;
  @media (width >= 1800px) { grid-template-columns: minmax(0, 1fr) 420px; }
  @media (width < 1200px) { grid-template-columns: minmax(0, 1fr); > ul { order: -1; } }
`;
const Cards = styled.ul`
  display: grid;
  gap: 10px;
  @media (width < 1200px) { grid-template-columns: 1fr 1fr; }
`;
const Title = styled.span<{ $weight: "stop" | "doubt" | "note" }>`
  display: flex;
  align-items: center;
  gap: 8px;
  color: ${({ $weight }) => color($weight === "stop" ? "stop" : $weight === "doubt" ? "spacer" : "quiet")};
  svg { flex: none; }
  b { font-size: ${size.text}; color: ${color("ink")}; }
`;
const Fold = styled.details`
  background: ${color("sheet")};
  > summary { min-height: 48px; padding: 12px 16px; cursor: pointer; font-weight: 600; }
  ol { display: grid; gap: 6px; padding: 0 16px 14px; }
  li { display: grid; grid-template-columns: 190px minmax(0, 1fr); gap: 12px; font-size: ${size.small}; }
`;
