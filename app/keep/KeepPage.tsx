import { Camera, FileText, ImagePlus, Printer } from "lucide-react";
import { useState } from "react";
import { href, useFetcher, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { counted } from "../../core/counted.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { LedgerLine } from "../../core/reports/index.ts";
import { useDraft } from "../entry/useDraft.ts";
import { takeHere } from "../offline/takeHere.ts";
import { FileChoice } from "../prepare/FileChoice.tsx";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import { PageAside, PageWithAside } from "../shell/PageWithAside.ts";
import { useEarly } from "../shell/useEarly.ts";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { FileLink, PlainButton, PlainButtonLink } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Moment } from "../ui/Moment.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, narrow, phone, radius, size } from "../ui/tokens.ts";
import { KeepPanel } from "./KeepPanel.tsx";
import { LatePanel } from "./LatePanel.tsx";
import { ProvenProgram } from "./ProvenProgram.tsx";
import { SignOff, type SignOffProps } from "./SignOff.tsx";

interface KeepProps extends SignOffProps {
  readonly lines: readonly LedgerLine[];
}

/** The record: who did what, when, from which measurement; notes and photos; the sheet; sign-off with what is unproven. */
export function KeepPage(props: KeepProps) {
  const { setup, setupId, lines, mayEnter } = props;
  const [search, setSearch] = useSearchParams();
  const only = search.get("tool") ?? "";
  const shown = only === "" ? lines : lines.filter(({ offsets }) => offsets.includes(only));
  return (
    <PageWithAside>
      <Main>
        <header>
          <h1>Record</h1>
          <p>
            {shown.length === lines.length ? "" : `${shown.length} of `}
            {counted(lines.length, "entry", "entries")}. Nothing is deleted; what is undone stays readable.
          </p>
          <Pick
            name="tool"
            label="Of"
            value={only}
            onChange={(value) =>
              setSearch(value === "" ? {} : { tool: value }, { replace: true, preventScrollReset: true })
            }
            options={[
              ["", "everything"],
              ...setup.tools.map(
                ({ offset, tool }) => [offset, `${toolNumber(setup.machine, offset)} ${tool.description}`] as const,
              ),
            ]}
          />
        </header>
        {/* It scrolls, and the keyboard scrolls it too. */}
        <Entries aria-label="Entries, newest first" tabIndex={0}>
          {shown.map((line) => (
            <EntryLine key={line.seq} line={line} {...props} />
          ))}
          {shown.length === 0 && <li>No entry is about this tool yet.</li>}
        </Entries>
      </Main>
      <Aside aria-label="Sheet, notes and sign-off">
        <Sheets>
          <PlainButtonLink to={href("/setups/:setupId/sheet", { setupId })}>
            <Printer size={22} aria-hidden="true" /> Setup sheet
          </PlainButtonLink>
          <FileLink
            href={href("/setups/:setupId/sheet.csv", { setupId })}
            download
            onClick={takeHere(async () => (await import("./sheetCsv.ts")).sheetCsv(setup))}
          >
            <FileText size={22} aria-hidden="true" /> as CSV
          </FileLink>
        </Sheets>
        <ProvenProgram {...props} />
        <LatePanel {...props} />
        <SignOff {...props} />
        {mayEnter && <NoteForm key={`${setupId} ${props.person.name}`} {...props} />}
      </Aside>
    </PageWithAside>
  );
}

function EntryLine({ line, setupId, setup, mayEnter, now }: KeepProps & { readonly line: LedgerLine }) {
  const isUndone = line.undoneBy !== undefined;
  return (
    <li data-undone={isUndone}>
      <Seq>{line.seq}</Seq>
      <When>
        <Moment at={line.madeAt ?? line.at} now={now} />
        <small>
          {line.person}, {line.device}
        </small>
        {line.madeAt && (
          <small>
            made without the server, here <Moment at={line.at} now={now} />
          </small>
        )}
      </When>
      <What>
        <b>{line.what}</b>
        {line.numbers && <span>{line.numbers}</span>}
        {line.from && <small>{line.from}</small>}
        {line.replaces && (
          <small>
            in place of {line.replaces.person}'s entry {line.replaces.seq}, knowing of it
          </small>
        )}
        {isUndone && <small>undone by entry {line.undoneBy}</small>}
      </What>
      {line.photo && (
        <a
          href={href("/photos/:fingerprint", { fingerprint: line.photo.fingerprint })}
          target="_blank"
          rel="noreferrer"
        >
          <img
            src={href("/photos/:fingerprint", { fingerprint: line.photo.fingerprint })}
            alt={line.numbers || `Photo of entry ${line.seq}`}
            loading="lazy"
          />
        </a>
      )}
      {line.canUndo && mayEnter && (
        <UndoButton
          entry={line.entry}
          seq={setup.seq}
          label="Undo"
          what={`entry ${line.seq}, ${line.what}`}
          setupId={setupId}
        />
      )}
    </li>
  );
}

const NO_NOTE = { text: "", about: "" };

function NoteForm({ setup, setupId }: KeepProps) {
  const fetcher = useFetcher<TouchAnswer>();
  const [photo, setPhoto] = useState<File>();
  const busy = fetcher.state !== "idle";
  const answer = busy ? undefined : fetcher.data;
  const outcome = answer && (answer.outcome === "done" ? "done" : "refused");
  const draft = useDraft(`${setupId}:note`, () => NO_NOTE, outcome);
  const { text = "", about: offset = "" } = draft.typed;
  const field = useEarly<HTMLTextAreaElement>(text, draft.set("text"));
  const [heard, setHeard] = useState(answer);
  // What was written stays until it is kept, each answer heard once: the one before is no answer to what is sent next.
  if (answer !== heard) {
    setHeard(answer);
    if (answer?.outcome === "done") {
      draft.clear();
      setPhoto(undefined);
    }
  }
  const send = () => {
    const form = new FormData();
    const fields = { intent: "add-note", id: newId(), base: String(setup.seq), text, ...(offset && { offset }) };
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    if (photo) form.set("photo", photo);
    draft.sent();
    fetcher.submit(form, {
      method: "post",
      action: entriesAddress(setupId),
      encType: photo ? "multipart/form-data" : "application/x-www-form-urlencoded",
    });
  };
  return (
    <KeepPanel $tone="line" aria-label="Note or photo">
      <h2>Note or photo</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!busy) send();
        }}
      >
        <textarea
          ref={field}
          aria-label="Note"
          rows={3}
          maxLength={2000}
          value={text}
          onChange={(event) => draft.set("text")(event.target.value)}
          placeholder="What the next setter should know"
        />
        <Pick
          name="about"
          label="About"
          value={offset}
          onChange={draft.set("about")}
          options={[
            ["", "the whole setup"],
            ...setup.tools.map(
              ({ offset: one, tool }) => [one, `${toolNumber(setup.machine, one)} ${tool.description}`] as const,
            ),
          ]}
        />
        <FileChoice
          label="Photo"
          icon={Camera}
          words={photo ? photo.name : "Add a photo"}
          isDisabled={busy}
          onPick={setPhoto}
          forgets
        />
        <PlainButton type="submit" isDisabled={busy || (text.trim() === "" && !photo)}>
          <ImagePlus size={20} aria-hidden="true" /> {busy ? "Saving…" : "Save it"}
        </PlainButton>
        <RefusalLine>{answer && answer.outcome !== "done" && "message" in answer ? answer.message : ""}</RefusalLine>
      </form>
    </KeepPanel>
  );
}

const Main = styled.main`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 10px;
  padding: 12px 16px;
  min-width: 0;
  > header { display: grid; grid-template-columns: auto minmax(0, 1fr) 230px; align-items: end; gap: 16px; }
  h1 { font-size: ${size.number}; }
  header p { color: ${color("quiet")}; font-size: ${size.small}; }
  ${narrow} { > header { grid-template-columns: minmax(0, 1fr); gap: 6px; } }
`;
const Entries = styled.ol`
  overflow: auto;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  > li { display: flex; align-items: center; gap: 14px; min-height: 62px; padding: 8px 14px; border-bottom: 1px solid ${color("line")}; }
  > li[data-undone="true"] { color: ${color("quiet")}; }
  > li[data-undone="true"] b { text-decoration: line-through; font-weight: 400; }
  ${narrow} { max-height: 70dvh; > li { flex-wrap: wrap; gap: 4px 14px; } }
  ${phone} { > li > :nth-child(3) { flex: 1 1 100%; order: 1; } }
  img { display: block; width: 72px; height: 54px; object-fit: cover; border: 1px solid ${color("line")}; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
  @media print { overflow: visible; }
`;
const Seq = styled.span`
  ${mono}
  width: 40px;
  color: ${color("quiet")};
  font-size: ${size.text};
  text-align: right;
`;
const When = styled.div`
  display: grid;
  width: 170px;
  flex: none;
  line-height: 1.2;
  font-size: ${size.small};
`;
const What = styled.div`
  display: grid;
  flex: 1;
  min-width: 0;
  line-height: 1.25;
  span { font-variant-numeric: tabular-nums; overflow-wrap: anywhere; }
`;
const Aside = styled(PageAside)`
  align-content: start;
  gap: 14px;
  padding: 14px 16px;
  overflow: auto;
`;
const Sheets = styled.div`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
`;
