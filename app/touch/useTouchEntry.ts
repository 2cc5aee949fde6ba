import { useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useFetcher } from "react-router";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import type { ShopUncertainty } from "../../core/limits/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { TOLERANCES } from "../../core/tolerances.ts";
import type { EdgeChoice } from "../../core/tool/index.ts";
import { TOUCH_FIELDS, type TouchField, wayOf } from "../../core/tool/index.ts";
import {
  carriesSpacer,
  crossingOf,
  proposedTouch,
  readTypedTouch,
  type ShopSpacer,
  type SolveFor,
  type TypedTouch,
} from "../../core/touch/index.ts";
import { type Unit, withUnit } from "../../core/units/index.ts";
import type { ShopGauge } from "../../core/workshop/index.ts";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import { useRevalidate } from "../shell/useRevalidate.ts";
import { draftKey, drafts } from "./drafts.ts";
import type { TouchAnswer } from "./touchAnswer.ts";
import { useGauge } from "./useGauge.ts";

/** The answer to a doubt that was asked about. */
export interface Settlement {
  readonly settled: "kept" | "corrected";
  readonly doubted: string;
}

interface TouchEntryTask {
  readonly setupId: string;
  readonly setup: SetupView;
  readonly tool: ToolView;
  /** Id of the person who types. */
  readonly me: string;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice: EdgeChoice;
  readonly solveFor: SolveFor;
  readonly sizeUnit: Unit;
  readonly decimal: "." | "," | undefined;
  /** Spacers that the shop has measured. */
  readonly spacers: readonly ShopSpacer[];
  readonly gauges: readonly ShopGauge[];
  /** What the shop's own gauges and spacers are good for. */
  readonly shop: ShopUncertainty;
  /** Reads a field off the page itself: it may hold what was typed before the page came alive. */
  readonly onPage: (field: TouchField) => string | undefined;
}

/**
 * The state of one touch on the screen: what is typed, what it means, what is wrong, and the way to the ledger. Knows
 * no markup. Mount it anew for every tool and axis.
 */
export function useTouchEntry(task: TouchEntryTask) {
  const { setupId, setup, tool, me, axis, way, choice, solveFor, sizeUnit, decimal, spacers, shop, onPage } = task;
  /** The work offset that is taught, where it is not the setup's own. */
  const taught = setup.workOffset.name === setup.ownWork ? undefined : setup.workOffset.name;
  const key = draftKey(setupId, tool.offset, solveFor === "work" ? { taught } : { axis });
  const proposal = useMemo(
    () => proposedTouch(setup, tool, { axis, way, sizeUnit, choice }, spacers),
    [setup, tool, axis, way, sizeUnit, choice, spacers],
  );
  const record = solveFor === "work" ? setup.taught[axis] : tool[axis];
  // What was accepted stands in its fields again, on whichever device it is looked at; before that, what is known.
  const [typed, setTyped] = useState<TypedTouch>(() => ({ ...proposal, ...typedOf(record, way, setup, sizeUnit) }));
  const [hasEdited, setHasEdited] = useState(false);
  /** When the reading was entered on this page, and what the feed showed where it was held from there (millimetres). */
  const [held, setHeld] = useState<{ readonly at: number; readonly shown: number | undefined }>();
  const [asked, setAsked] = useState(false);
  /** True once the spacer's thickness was typed or chosen on this page. */
  const [hasTypedSpacer, setHasTypedSpacer] = useState(false);
  const base = useBase(setup, record, me, hasEdited);
  const fetcher = useFetcher<TouchAnswer>();
  const { revalidate } = useRevalidate();
  /** An answer that has been dealt with. */
  const [dismissed, setDismissed] = useState<TouchAnswer>();
  /** What was sent last, and under which id: the same content keeps its id, however often it is sent. */
  const sent = useRef({ content: "", id: "" });
  const lastSettled = useRef<Settlement>(undefined);

  // Once, when the page comes alive: what was typed on this device before, and above it what was typed while waiting. Before
  // anything is drawn again, which would put the text of the server back and lose what was typed.
  const atFirst = useRef({ onPage, proposed: typed, sizeUnit });
  useLayoutEffect(() => {
    const { onPage: read, proposed, sizeUnit: unit } = atFirst.current;
    const kept = drafts.read(key);
    const draft = kept && inUnit(kept, kept.sizeUnit, unit);
    const early = TOUCH_FIELDS.flatMap((field) => {
      const text = read(field);
      return text !== undefined && text !== "" && text !== proposed[field] ? [[field, text] as const] : [];
    });
    if (!draft && early.length === 0) return;
    setTyped((now) => ({ ...now, ...draft, ...Object.fromEntries(early) }));
    setHasEdited(true);
  }, [key]);

  // Another unit for sizes does not change what was typed already.
  const lastUnit = useRef(sizeUnit);
  useEffect(() => {
    const from = lastUnit.current;
    lastUnit.current = sizeUnit;
    if (from !== sizeUnit) setTyped((now) => inUnit(now, from, sizeUnit));
  }, [sizeUnit]);

  const isEdited = useRef(false);
  // What was typed is on record: from here on the page shows that touch, where the plan does not lead on from it.
  const isOnRecord =
    record !== undefined &&
    record.person === me &&
    record.way === way &&
    wayOf(way)
      .fields(axis, tool.zone)
      .every((field) => (record.typed[field] ?? "") === (typed[field] ?? ""));
  const onRecord = isOnRecord ? record?.entry : undefined;
  const wasOnRecord = useRef(onRecord);
  useEffect(() => {
    if (onRecord === wasOnRecord.current) return;
    wasOnRecord.current = onRecord;
    if (onRecord === undefined) return;
    isEdited.current = false;
    setHasEdited(false);
    drafts.forget(key);
  }, [onRecord, key]);

  // Another way to touch brings its own proposals; what was typed stays, but what was proposed for the way before does not: a
  // facing cut leaves 0 in front of Z0, paper on the raw end does not. A spacer belongs to its way.
  const lastWay = useRef(way);
  const proposedBefore = useRef(proposal);
  const spacerOf = useRef<Partial<Record<TouchWay, string>>>({});
  useEffect(() => {
    const before = lastWay.current;
    const old = proposedBefore.current;
    proposedBefore.current = proposal;
    if (before === way) return;
    lastWay.current = way;
    // Nothing was typed since the touch that stands: another way is another touch, and its reading is taken anew.
    if (!hasEdited && record !== undefined) {
      setTyped({ ...proposal, ...typedOf(record, way, setup, sizeUnit) });
      return setAsked(false);
    }
    setTyped((now) => {
      const filled: Partial<Record<TouchField, string>> = { ...now };
      spacerOf.current = { ...spacerOf.current, [before]: now.spacer ?? "" };
      for (const field of wayOf(way).fields(axis, tool.zone))
        filled[field] = (now[field] !== old[field] && now[field]) || proposal[field] || "";
      filled.spacer = spacerOf.current[way] ?? proposal.spacer ?? "";
      return filled;
    });
    setAsked(false);
  }, [way, axis, proposal, tool.zone, setup, sizeUnit, record, hasEdited]);

  const reading = useMemo(
    () => readTypedTouch(setup, tool, { axis, way, choice, solveFor, sizeUnit, decimal, shop }, typed),
    [setup, tool, axis, way, choice, solveFor, sizeUnit, decimal, shop, typed],
  );

  useEffect(() => {
    if (isEdited.current) drafts.write(key, { ...typed, sizeUnit });
  }, [key, typed, sizeUnit]);

  const gauge = useGauge({
    setup,
    tool,
    axis,
    way,
    sizeUnit,
    spacers,
    gauges: task.gauges,
    thickness: reading.facts.numbers.spacer,
    onThickness: (text) => edit("spacer", () => text),
  });
  const edit = (field: TouchField, change: (now: string) => string) => {
    isEdited.current = true;
    setHasEdited(true);
    setTyped((now) => ({ ...now, [field]: change(now[field] ?? "") }));
    if (field === "machine") setHeld({ at: Date.now(), shown: undefined });
    if (field === "spacer") setHasTypedSpacer(true);
  };
  const carriedSpacer =
    !hasTypedSpacer && !record && carriesSpacer(setup, way) && (typed.spacer ?? "") === proposal.spacer;

  /** Takes the machine's reading from its feed; `shown` is the position as the feed told it. */
  const hold = (text: string, shown: number) => {
    edit("machine", () => text);
    setHeld({ at: Date.now(), shown });
  };

  const answer = fetcher.state === "idle" && fetcher.data !== dismissed ? fetcher.data : undefined;
  /** An empty field is asked for only after somebody tried to accept. */
  const refusalOf = (field: TouchField | "choice"): string | undefined => {
    const local = reading.refusals[field];
    if (local) return local.code === "empty" && !asked ? undefined : local.message;
    return answer?.outcome === "refused" ? answer.fields[field] : undefined;
  };

  /**
   * Sends the touch to the ledger, with the number that stood on the screen; `over` accepts although somebody else was faster, on the knowledge of that, `overdue` with a gauge
   * whose calibration has run out.
   */
  const accept = (over?: number, answered?: Settlement, overdue = false, seen?: string): TouchField | undefined => {
    // The question about the gauge comes after the one about the number: its answer stays.
    const settled = answered ?? (overdue ? lastSettled.current : undefined);
    lastSettled.current = settled;
    setAsked(true);
    const fields = wayOf(way).fields(axis, tool.zone);
    const wrong = fields.find((field) => reading.refusals[field]);
    if (wrong || reading.refusals.choice) return wrong ?? fields[0];
    const content: Record<string, string> = {
      base: String(over ?? base.seq),
      offset: tool.offset,
      axis,
      way,
      solveFor,
      sizeUnit,
    };
    for (const field of fields) content[field] = typed[field] ?? "";
    for (const name of ["touching", "programmed", "stand"] as const)
      if (choice[name] !== undefined) content[name] = choice[name];
    if (solveFor === "work" && taught !== undefined) content.work = taught;
    if (settled) Object.assign(content, settled);
    if (seen !== undefined) content.seen = seen;
    if (gauge.value !== "") content.gauge = gauge.value;
    if (carriedSpacer && fields.includes("spacer")) content.carried = "spacer";
    if (overdue) content.overdue = "yes";
    const isSame = sent.current.content === JSON.stringify(content);
    sent.current = { content: JSON.stringify(content), id: isSame ? sent.current.id : newId() };
    fetcher.submit(
      { intent: "accept-touch", id: sent.current.id, ...content },
      { method: "post", action: entriesAddress(setupId) },
    );
    return undefined;
  };

  /** Throws away what is typed and shows what the ledger holds. */
  const forget = () => {
    isEdited.current = false;
    setHasEdited(false);
    drafts.forget(key);
    setTyped(proposal);
    setHeld(undefined);
    setAsked(false);
    setHasTypedSpacer(false);
    setDismissed(fetcher.data);
    revalidate();
  };

  const busy = fetcher.state !== "idle";
  const changed = useUnderHand(JSON.stringify([typed, way, choice, sizeUnit]), hasEdited, reading.solved?.exact);
  // What was looked at is known from then on; another person's entry on the same axis is still asked about.
  const underHand = { was: changed.was, look: () => [changed.look(), base.look()] };
  return {
    underHand,
    gauge,
    typed,
    carriedSpacer,
    edit,
    hasEdited,
    reading,
    refusalOf,
    accept,
    forget,
    answer,
    busy,
    held,
    hold,
  };
}

/**
 * Whether the result of what is typed has become another one although nothing was typed: something that it rests on has changed meanwhile.
 * `was` is what stood on the screen before, in millimetres; undefined where it is what it was. `look` takes the new one as seen.
 */
function useUnderHand(typed: string, isTyping: boolean, exact: number | undefined) {
  const [seen, setSeen] = useState({ typed, exact });
  const isSame = seen.typed === typed && isTyping && seen.exact !== undefined && exact !== undefined;
  const has = isSame && Math.abs((seen.exact ?? 0) - (exact ?? 0)) > TOLERANCES.sameLength;
  if (!has && (seen.typed !== typed || seen.exact !== exact)) setSeen({ typed, exact });
  return { was: has ? seen.exact : undefined, look: () => setSeen({ typed, exact }) };
}

/**
 * What an entry is made on the knowledge of: the ledger as it is shown, but while somebody types, not what another person
 * has entered there meanwhile. It appears on the page by itself, and the person who types is asked before it is overwritten.
 */
function useBase(
  setup: SetupView,
  record: { entry: string; person: string } | undefined,
  me: string,
  isTyping: boolean,
) {
  const rests = JSON.stringify(setup.workOffset);
  const now = { seq: setup.seq, entry: record?.entry, rests };
  const [seen, setSeen] = useState(now);
  const isNews = seen.entry !== record?.entry ? record?.person !== me : seen.rests !== rests;
  if (seen.seq !== setup.seq && !(isTyping && isNews)) setSeen(now);
  return { seq: seen.seq, look: () => seen.entry === record?.entry && setSeen(now) };
}

/** What was typed for the touch that stands, if it was made this way, with its unit where that is another. */
function typedOf(
  record:
    | { readonly way: TouchWay; readonly typed: Readonly<Record<string, string>>; readonly derived?: boolean }
    | undefined,
  way: TouchWay,
  { machine }: SetupView,
  sizeUnit: Unit,
): TypedTouch {
  if (!record || record.derived || record.way !== way) return {};
  const from = record.typed.sizeUnit === "in" || record.typed.sizeUnit === "mm" ? record.typed.sizeUnit : machine.units;
  return inUnit(record.typed, from, sizeUnit);
}

/** The same numbers read with another unit for sizes: those typed without a unit get theirs written out. */
function inUnit(typed: TypedTouch, from: Unit, to: Unit): TypedTouch {
  const same: Partial<Record<TouchField, string>> = {};
  for (const field of TOUCH_FIELDS) {
    const text = typed[field];
    if (text !== undefined) same[field] = from === to || crossingOf(field) ? text : withUnit(text, from);
  }
  return same;
}
