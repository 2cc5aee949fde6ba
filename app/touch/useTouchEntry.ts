import { useEffect, useMemo, useRef, useState } from "react";
import { useFetcher, useRevalidator } from "react-router";
import type { TouchField } from "../../core/judgement/index.ts";
import type { SetupView, ToolView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { fieldsOf, proposedTouch, readTypedTouch, TOUCH_FIELDS, type TypedTouch } from "../../core/touch/index.ts";
import { type Unit, withUnit } from "../../core/units/index.ts";
import { newId } from "../frame/newId.ts";
import { draftKey, drafts } from "./drafts.ts";
import type { TouchAnswer } from "./touchAnswer.ts";

export interface TouchEntryTask {
  readonly setupId: string;
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly sizeUnit: Unit;
  readonly decimal: "." | "," | undefined;
  /** Reads a field off the page itself: it may hold what was typed before the page came alive. */
  readonly onPage: (field: TouchField) => string | undefined;
}

/**
 * The state of one touch on the screen: what is typed, what it means, what is wrong, and the way to the ledger. Knows
 * no markup. Mount it anew for every tool and axis.
 */
export function useTouchEntry({ setupId, setup, tool, axis, way, sizeUnit, decimal, onPage }: TouchEntryTask) {
  const key = draftKey(setupId, tool.offset, axis);
  const [typed, setTyped] = useState<TypedTouch>(() => proposedTouch(setup, { axis, way, sizeUnit }));
  const [heldAt, setHeldAt] = useState<number>();
  const [asked, setAsked] = useState(false);
  const fetcher = useFetcher<TouchAnswer>();
  const { revalidate } = useRevalidator();
  /** An answer that has been dealt with. */
  const [dismissed, setDismissed] = useState<TouchAnswer>();
  /** What was sent last, and under which id: the same content keeps its id, however often it is sent. */
  const sent = useRef({ content: "", id: "" });

  // Once, when the page comes alive: what was typed on this device before, and above it what was typed while waiting.
  const atFirst = useRef({ onPage, proposed: typed, sizeUnit });
  useEffect(() => {
    const { onPage: read, proposed, sizeUnit: unit } = atFirst.current;
    const kept = drafts.read(key);
    const draft = kept && inUnit(kept, kept.sizeUnit, unit);
    const early = TOUCH_FIELDS.flatMap((field) => {
      const text = read(field);
      return text !== undefined && text !== "" && text !== proposed[field] ? [[field, text] as const] : [];
    });
    if (draft || early.length > 0) setTyped((now) => ({ ...now, ...draft, ...Object.fromEntries(early) }));
  }, [key]);

  // Another unit for sizes does not change what was typed already.
  const lastUnit = useRef(sizeUnit);
  useEffect(() => {
    const from = lastUnit.current;
    lastUnit.current = sizeUnit;
    if (from !== sizeUnit) setTyped((now) => inUnit(now, from, sizeUnit));
  }, [sizeUnit]);

  // Another way to touch brings its own proposals; what somebody typed stays.
  const lastWay = useRef(way);
  useEffect(() => {
    if (lastWay.current === way) return;
    lastWay.current = way;
    const proposed = proposedTouch(setup, { axis, way, sizeUnit });
    setTyped((now) => ({
      machine: now.machine,
      size: now.size || proposed.size,
      spacer: now.spacer || proposed.spacer,
    }));
    setAsked(false);
  }, [way, setup, axis, sizeUnit]);

  const reading = useMemo(
    () => readTypedTouch(setup, tool, { axis, way, sizeUnit, decimal }, typed),
    [setup, tool, axis, way, sizeUnit, decimal, typed],
  );

  const isEdited = useRef(false);
  useEffect(() => {
    if (isEdited.current) drafts.write(key, { ...typed, sizeUnit });
  }, [key, typed, sizeUnit]);

  const edit = (field: TouchField, change: (now: string) => string) => {
    isEdited.current = true;
    setTyped((now) => ({ ...now, [field]: change(now[field]) }));
    if (field === "machine") setHeldAt(Date.now());
  };

  const answer = fetcher.state === "idle" && fetcher.data !== dismissed ? fetcher.data : undefined;
  /** An empty field is asked for only after somebody tried to accept. */
  const refusalOf = (field: TouchField): string | undefined => {
    const local = reading.refusals[field];
    if (local) return local.code === "empty" && !asked ? undefined : local.message;
    return answer?.outcome === "refused" ? answer.fields[field] : undefined;
  };

  /** Sends the touch to the ledger; `over` accepts although somebody else was faster, on the knowledge of that. */
  const accept = (over?: number): TouchField | undefined => {
    setAsked(true);
    const wrong = fieldsOf(way).find((field) => reading.refusals[field]);
    if (wrong) return wrong;
    const content = { base: String(over ?? setup.seq), offset: tool.offset, axis, way, sizeUnit, ...typed };
    const isSame = sent.current.content === JSON.stringify(content);
    sent.current = { content: JSON.stringify(content), id: isSame ? sent.current.id : newId() };
    fetcher.submit({ intent: "accept-touch", id: sent.current.id, ...content }, { method: "post" });
    return undefined;
  };

  /** Throws away what is typed and shows what the ledger holds. */
  const forget = () => {
    isEdited.current = false;
    drafts.forget(key);
    setTyped(proposedTouch(setup, { axis, way, sizeUnit }));
    setHeldAt(undefined);
    setAsked(false);
    setDismissed(fetcher.data);
    revalidate();
  };

  return { typed, edit, reading, refusalOf, accept, forget, answer, busy: fetcher.state !== "idle", heldAt };
}

/** The same numbers read with another unit for sizes: those typed without a unit get theirs written out. */
function inUnit(typed: TypedTouch, from: Unit, to: Unit): TypedTouch {
  const { machine, size, spacer } = typed;
  if (from === to) return { machine, size, spacer };
  return { machine, size: withUnit(size, from), spacer: withUnit(spacer, from) };
}
