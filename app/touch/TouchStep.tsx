import { useEffect, useLayoutEffect, useMemo, useRef } from "react";
import { useFetcher, useSearchParams } from "react-router";
import { shownNumber } from "../../core/commands/index.ts";
import type { ToolView, TouchWay } from "../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, readingOfFeed, stationOf } from "../../core/machine/index.ts";
import { gateOf } from "../../core/plan/index.ts";
import { type EdgeChoice, type TouchField, wayOf, waysToTouch } from "../../core/tool/index.ts";
import type { SolveFor } from "../../core/touch/index.ts";
import { convertLength } from "../../core/units/index.ts";
import type { OnTool } from "../offline/useClaim.ts";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useFeed } from "../stream/useFeed.ts";
import { CentreForm } from "./CentreForm.tsx";
import { EdgeChoices } from "./EdgeChoices.tsx";
import { FootStrip } from "./FootStrip.tsx";
import { Ladder } from "./Ladder.tsx";
import { TouchForm } from "./TouchForm.tsx";
import { useHeldWay } from "./useHeldWay.ts";
import { useJudgement } from "./useJudgement.ts";
import { type Settlement, useTouchEntry } from "./useTouchEntry.ts";
import { isTyping } from "./useTouchKeys.ts";
import { Ways } from "./Ways.tsx";

interface TouchStepProps extends LoadedSetup {
  readonly tool: ToolView;
  readonly axis: Axis;
  /** The tool's geometry, or the work offset with a tool that is set. */
  readonly solveFor: SolveFor;
  readonly onTool: OnTool;
}

/** A touch as it is being made: its way, its edges, what is typed, and what is doubted. */
function useTouchStep(props: TouchStepProps) {
  const { setupId, setup, tool, axis, solveFor, person, mayEnter, onTool } = props;
  const [search] = useSearchParams();
  const sizes = search.get("sizes");
  const sizeUnit = sizes === "mm" || sizes === "in" ? sizes : setup.machine.units;
  const choice = useFetcher();
  // What somebody has just chosen holds at once; the ledger's answer follows.
  const isSent = choice.formData !== undefined;
  const ways = useWays(setup, tool, axis, solveFor);
  const held = useHeldWay(tool, axis, isSent);
  const way = ways.includes(held.way) ? held.way : (ways[0] ?? held.way);
  const { edges } = held;
  const gate = gateOf(setup, tool, solveFor === "work" ? "work" : axis);
  const form = useRef<HTMLFormElement>(null);
  const input = (field: TouchField) => form.current?.querySelector<HTMLInputElement>(`input[name="${field}"]`);
  const onPage = (field: TouchField) => input(field)?.value;
  const entry = useTouchEntry({
    setupId,
    setup,
    tool,
    me: person.name,
    axis,
    way,
    choice: edges,
    solveFor,
    sizeUnit,
    decimal: person.decimalMark,
    spacers: props.spacers,
    gauges: props.gauges,
    shop: props.shop,
    onPage,
  });
  held.keepWhile(entry.hasEdited);
  const { solved } = entry.reading;
  const { plausibility, doubt } = useJudgement(props, entry);
  const focus = (field: TouchField) => input(field)?.focus();
  const fields = wayOf(way).fields(axis, tool.zone);
  /** The first number that is still open; undefined where none is. */
  const open = fields.find((field) => (entry.typed[field] ?? "") === "");
  const focusFirst = () => focus(open ?? fields[0] ?? "machine");
  const feed = useFeed(setup.machine.id, props.hasFeed);
  /** Takes the reading from the machine's feed and goes on to what was measured; without one, it is keyed. */
  const holdReading = () => {
    const reading = feed && readingOfFeed(setup.machine, axis, feed);
    const shown = feed?.position[axis];
    if (!fields.includes("machine") || !reading?.ok || shown === undefined) return focusFirst();
    entry.hold(reading.value, shown);
    const next = fields.find((field) => field !== "machine" && (entry.typed[field] ?? "") === "");
    focus(next ?? "machine");
  };
  const choose = (next: TouchWay, nextEdges: EdgeChoice) => {
    if (onTool.other) return;
    held.chosen(next, nextEdges);
    const content: Record<string, string> = { offset: tool.offset, axis, way: next };
    for (const [name, value] of Object.entries(nextEdges)) if (value !== undefined) content[name] = value;
    choice.submit(
      { intent: "choose-way", id: newId(), base: String(setup.seq), ...content },
      { method: "post", action: entriesAddress(setupId) },
    );
  };
  const chooseWay = (next: TouchWay) => {
    if (next !== way) choose(next, next === "eye" ? edges : { ...edges, touching: undefined });
  };
  const asked = useRef<HTMLElement>(null);
  /** The number without a slip that is named, as a core length; undefined where there is none. */
  const correctedBy = (doubted: string) => {
    const corrected = (plausibility?.kinds.find(({ kind }) => kind === doubted) ?? doubt)?.corrected;
    return corrected === undefined || corrected === null
      ? undefined
      : convertLength(corrected, setup.machine.units, "mm");
  };
  const accept = (over?: number, settled?: Settlement, overdue = false) => {
    if (entry.busy || !mayEnter || gate !== undefined || onTool.other) return;
    // What has changed under the hand is looked at first.
    if (entry.underHand.was !== undefined) return asked.current?.focus();
    // Never past an open doubt: the question takes the focus.
    if (doubt && !settled && !overdue) return asked.current?.focus();
    const corrected = settled?.settled === "corrected" ? correctedBy(settled.doubted) : undefined;
    const accepted = corrected ?? solved?.exact;
    const seen = accepted === undefined ? undefined : shownNumber(setup, tool, axis, solveFor, accepted);
    const wrong = entry.accept(over, settled, overdue, seen);
    if (wrong) focus(wrong);
  };

  // Before the screen is painted: a key pressed the moment it is seen is heard.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || !mayEnter) return;
      const isIn = (what: string) => event.target instanceof HTMLElement && event.target.closest(what) !== null;
      if (event.altKey) {
        // What is asked over the page is answered first.
        if (isIn("[role=dialog]")) return;
        // By the place of the key: with Alt some keyboards give another character.
        const numbered = ways[Number(/^(?:Digit|Numpad)([1-9])$/.exec(event.code)?.[1]) - 1];
        if (!numbered) return;
        event.preventDefault();
        return chooseWay(numbered);
      }
      if (isTyping(event.target)) return;
      // The key itself arrives in the field that has the focus by then.
      if (BEGINS_A_NUMBER.test(event.key) && !isIn("input:not([type=radio])")) {
        if (open) focus(open);
      } else if (event.key.toLowerCase() === "h") {
        event.preventDefault();
        holdReading();
      } else if (event.key === "Enter" && !isIn("a, button, label, input")) accept();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  });
  // On opening, after every accept, and where a way had other fields: unless the focus is somewhere already.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each step and way.
  useEffect(() => {
    const { activeElement } = document;
    const isFree = !activeElement || activeElement === document.body || activeElement.matches("h1");
    if (open && isFree && mayEnter && !onTool.other && matchMedia("(pointer: fine)").matches) focus(open);
  }, [tool.offset, axis, solveFor, way]);
  return {
    sizeUnit,
    ways,
    way,
    edges,
    gate,
    form,
    entry,
    plausibility,
    doubt,
    feed,
    holdReading,
    choose,
    chooseWay,
    asked,
    accept,
  };
}

/** What a number begins with. Nothing of it is ever a shortcut. */
const BEGINS_A_NUMBER = /^[\d.,+−-]$/;

/** One axis of one tool: ways, drawing-form, ladder, foot strip. */
export function TouchStep(props: TouchStepProps) {
  const { setupId, setup, tool, axis, solveFor, mayEnter, now, onTool } = props;
  const step = useTouchStep(props);
  return (
    <>
      <CentreForm
        ref={step.form}
        aria-label={`${solveFor === "work" ? `Teach ${setup.workOffset.name} ${AXIS_NAME[axis]} with` : `Touch ${AXIS_NAME[axis]} of`} tool ${tool.offset}`}
        onSubmit={(event) => {
          event.preventDefault();
          step.accept();
        }}
      >
        <Ways
          setup={setup}
          tool={tool}
          axis={axis}
          ways={step.ways}
          way={step.way}
          shop={props.shop}
          onWay={step.chooseWay}
          isDisabled={!mayEnter || onTool.other !== undefined}
        />
        <TouchForm
          setup={setup}
          tool={tool}
          axis={axis}
          way={step.way}
          choice={step.edges}
          isWork={solveFor === "work"}
          sizeUnit={step.sizeUnit}
          entry={step.entry}
          mayEnter={mayEnter}
        >
          <EdgeChoices
            machine={setup.machine}
            tool={tool}
            axis={axis}
            way={step.way}
            choice={step.edges}
            onChoice={(next) => step.choose(step.way, next)}
            isDisabled={!mayEnter || onTool.other !== undefined}
            refusal={step.entry.refusalOf("choice")}
          />
        </TouchForm>
        {/* Enter in a field submits; the button that a mouse or finger uses stands beside the ladder. */}
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <Ladder
        setupId={setupId}
        setup={setup}
        tool={tool}
        axis={axis}
        way={step.way}
        solveFor={solveFor}
        gate={step.gate}
        entry={step.entry}
        mayEnter={mayEnter}
        now={now}
        onAccept={step.accept}
        plausibility={step.plausibility}
        past={props.history[tool.offset]?.[axis]?.touches ?? []}
        doubt={step.doubt}
        asked={step.asked}
        onTool={onTool}
        shop={props.shop}
        otherWays={step.ways.filter((one) => one !== step.way)}
        onWay={step.chooseWay}
      />
      <FootStrip
        setup={setup}
        tool={tool}
        axis={axis}
        way={step.way}
        entry={step.entry}
        mayEnter={mayEnter}
        feed={step.feed}
        hasFeed={props.hasFeed}
        onHold={step.holdReading}
      />
    </>
  );
}

/** The ways that make sense for this step: the work offset is taught on the part, by no setter and no call. */
function useWays(setup: LoadedSetup["setup"], tool: ToolView, axis: Axis, solveFor: SolveFor): readonly TouchWay[] {
  return useMemo(() => {
    const place = {
      machine: { ...setup.machine, school: setup.school },
      zone: tool.zone,
      station: stationOf(setup.machine, tool.station),
    };
    const ways = waysToTouch(tool.tool, axis, place);
    return solveFor === "work" ? ways.filter((way) => wayOf(way).canTeach) : ways;
  }, [setup, tool, axis, solveFor]);
}
