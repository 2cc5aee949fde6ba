import {
  chosenEdge,
  firstEdge,
  type Payload,
  type SetupView,
  type ToolView,
  toolUnder,
  underWork,
} from "../ledger/index.ts";
import type { ShopUncertainty } from "../limits/index.ts";
import { type Axis, lastDigit, stationOf, toControl, workInZone, workToControl } from "../machine/index.ts";
import { gateOf } from "../plan/index.ts";
import {
  type NewValue,
  openDoubt,
  plausibilityOfTouch,
  plausibilityOfWork,
  slipToProve,
  type ToolHistory,
  type TouchPlausibility,
} from "../plausibility/index.ts";
import {
  hasNamedNose,
  noseRadiusOf,
  orientationCode,
  readInsertDesignation,
  secondOffset,
  tipOf,
  wayOf,
  waysToTouch,
} from "../tool/index.ts";
import { readTypedTouch, reckonedWork, restsOf, type ShopSpacer, type SolveFor } from "../touch/index.ts";
import { convertLength, formatLength } from "../units/index.ts";
import type { ShopGauge } from "../workshop/index.ts";
import type { FormOf } from "./forms/setupForms.ts";
import { type CommandResult, type InputLocale, type NewEntry, refuse } from "./outcome.ts";
import { usedGauge, usedSpacer } from "./usedGauge.ts";

/** What a touch is judged by besides the setup: where its tools were found before, and the shop's spacers. */
export interface KnownOfTouch {
  readonly history: ToolHistory;
  readonly spacers: readonly ShopSpacer[];
  readonly gauges: readonly ShopGauge[];
  readonly shop: ShopUncertainty;
}

/** A touch worked out again from what was typed: the browser's own sum is never taken over. */
export function touchCommand(
  asked: SetupView,
  loaded: ToolView,
  form: FormOf<"accept-touch">,
  entry: NewEntry,
  locale: InputLocale,
  { history, spacers, gauges, shop }: KnownOfTouch,
): CommandResult {
  const { axis, way, solveFor = "geometry", touching, programmed, stand, sizeUnit } = form;
  // Geometry under the work offset that the tool works under; a work offset that is taught under that one itself.
  const under = solveFor === "work" ? (form.work ?? asked.ownWork) : loaded.worksUnder[0];
  const isOther = under !== asked.ownWork;
  const setup = underWork(asked, under);
  const tool = solveFor === "work" ? toolUnder(asked, loaded, under) : loaded;
  const ways = waysToTouch(tool.tool, axis, {
    machine: { ...setup.machine, school: setup.school },
    zone: tool.zone,
    station: stationOf(setup.machine, tool.station),
  });
  if (tool.second) return refuse("A second offset follows its first: touch the first one.");
  if (!ways.includes(way)) return refuse("This tool is not touched that way here. Choose one of the ways shown.");
  const gate = gateOf(setup, tool, solveFor === "work" ? "work" : axis);
  if (gate !== undefined) return refuse(`This waits ${gate}.`);
  const choice = { touching, programmed, stand };
  const task = { axis, way, choice, solveFor, sizeUnit, decimal: locale.decimalMark, shop };
  const { facts, solved, refusals, budget } = readTypedTouch(setup, tool, task, form);
  if (!solved) {
    const messages = [...wayOf(way).fields(axis, tool.zone), "choice" as const].flatMap((field) =>
      refusals[field] ? [[field, refusals[field].message] as const] : [],
    );
    return refuse(messages[0]?.[1] ?? "This touch cannot be worked out.", Object.fromEntries(messages));
  }
  const measured = usedGauge(form, wayOf(way).size === "measured" ? gauges : []);
  if ("outcome" in measured) return measured;
  const spacer = usedSpacer(form.gauge, spacers, way, facts.numbers.spacer);
  const settled = settledDoubt(
    setup,
    tool,
    form,
    {
      axis,
      exact: solved.exact,
      expanded: budget.expanded,
      touch: facts,
      spacers,
      carriedSpacer: form.carried === "spacer",
      texts: form,
    },
    history,
  );
  if ("outcome" in settled) return settled;
  const shown = shownNumber(setup, tool, axis, solveFor, settled.exact);
  if (form.seen !== undefined && form.seen !== shown)
    return refuse(
      `It is ${shown} by now, and ${form.seen} stood on your screen: something that it rests on has changed. Look at the sum again.`,
    );
  const typed: Record<string, string> = { sizeUnit };
  for (const field of wayOf(way).fields(axis, tool.zone)) typed[field] = form[field] ?? "";
  const common = {
    offset: tool.offset,
    axis,
    way,
    ...facts.numbers,
    ...(touching && { touching }),
    ...(programmed && { programmed }),
    ...(stand && { stand }),
    exact: settled.exact,
    expectedError: budget.expanded,
    rests: restsOf(setup, tool, facts, solveFor),
    typed,
    ...(spacer !== undefined && { gauge: spacer }),
    ...measured,
  };
  if (solveFor === "work") {
    if (solved.touched === null) return refuse("The work offset is taught on the part, not on a setter.");
    const geometry = tool[axis]?.exact ?? 0;
    const touched = solved.touched + solved.exact - settled.exact;
    const doubt = settled.doubt && { doubt: settled.doubt };
    const payload = { ...common, name: under, ...(isOther && { other: true }), geometry, touched, ...doubt };
    return { ...entry, kind: "work-offset-taught", payload };
  }
  const work = reckonedWork(setup, tool, { axis, way });
  return {
    ...entry,
    kind: "touch-accepted",
    payload: {
      ...common,
      ...(isOther && { under }),
      ...(work !== undefined && { work }),
      ...(solved.touched !== null && { touched: solved.touched + solved.exact - settled.exact }),
      ...(settled.doubt && { doubt: settled.doubt }),
      ...(settled.hidden && { hidden: settled.hidden }),
    },
  };
}

/**
 * A touch's result as the control holds it, in its own digits: what a page shows, and what is sent back as seen. Millimetres, on the
 * diameter for X, in the frame of the tool's zone.
 */
export function shownNumber(
  { machine }: Pick<SetupView, "machine">,
  { zone }: Pick<ToolView, "zone">,
  axis: Axis,
  solveFor: SolveFor,
  exact: number,
): string {
  const value =
    solveFor === "work"
      ? workToControl(machine, axis, workInZone(machine, axis, exact, zone))
      : toControl(machine, axis, exact, "tool-offset", zone);
  return formatLength(value, lastDigit(machine, axis));
}

interface Settled {
  readonly exact: number;
  readonly doubt?: NonNullable<Payload<"touch-accepted">["doubt"]>;
  readonly hidden?: Payload<"touch-accepted">["hidden"];
}

/** A number that is doubted is kept only with an answer to the question: all the same, or as it would be without the slip. */
function settledDoubt(
  setup: SetupView,
  tool: ToolView,
  { solveFor, settled, doubted }: FormOf<"accept-touch">,
  value: NewValue,
  history: ToolHistory,
): Settled | Extract<CommandResult, { outcome: "refused" }> {
  const { axis } = value;
  const isWork = solveFor === "work";
  const plausibility = isWork
    ? plausibilityOfWork(setup, tool, value, tool.work[axis])
    : plausibilityOfTouch(setup, tool, value, history);
  const standing = isWork ? setup.taught[axis] : tool[axis];
  const open = openDoubt(plausibility, setup.machine, standing, value.exact);
  const hidden = hiddenSlip(tool, value, plausibility);
  if (!open)
    return settled === "corrected"
      ? refuse("Nothing is doubtful about this number any more, so there is nothing to put right. Look at it again.")
      : { exact: value.exact, hidden };
  const asked = plausibility.kinds.find(({ kind }) => kind === doubted) ?? open;
  if (settled === undefined) {
    const message = plausibility.message ?? "This number is doubtful.";
    return refuse(message, { settled: message });
  }
  const doubt = { kind: asked.kind, probability: asked.probability, settled };
  if (settled === "kept") return { exact: value.exact, doubt, hidden };
  if (asked.corrected === null) return refuse("There is no other number to put here. Touch again, or keep it.");
  const exact = convertLength(asked.corrected, setup.machine.units, "mm");
  return { exact, doubt: { ...doubt, from: value.exact } };
}

/**
 * The slip that this touch must be proven against, millimetres. A second touch the same way repeats the slip of the first: what that one hid
 * stays hidden. Undefined where there is none.
 */
function hiddenSlip(
  tool: ToolView,
  { axis, touch }: NewValue,
  plausibility: TouchPlausibility,
): Payload<"touch-accepted">["hidden"] {
  const standing = tool[axis];
  if (plausibility.basis === "second-touch" && standing?.way === touch?.way) return standing?.hidden;
  return slipToProve(plausibility, tool.tolerance[axis]);
}

/**
 * Nose radius and tip orientation of an offset, as accepted. Refused for a second offset, which repeats those of its
 * first, and at the insert where its designation cannot be read.
 */
export function noseCommand(
  { machine }: SetupView,
  view: ToolView,
  form: FormOf<"accept-nose">,
  entry: NewEntry,
): CommandResult {
  const { tool, zone, offset, second } = view;
  if (second) return refuse("A second offset repeats the radius of its first.");
  const orientation = orientationCode(tipOf(tool, zone, chosenEdge(view)), machine.numbering);
  if (!hasNamedNose(tool)) {
    const noseRadius = noseRadiusOf(tool) ?? 0;
    return { ...entry, kind: "nose-accepted", payload: { offset, noseRadius, orientation } };
  }
  const insert = readInsertDesignation(form.insert ?? "");
  if (!insert.ok) return refuse(insert.refusal.message, { insert: insert.refusal.message });
  const { designation, noseRadius } = insert.value;
  return { ...entry, kind: "nose-accepted", payload: { offset, insert: designation, noseRadius, orientation } };
}

/** An earlier touch that the tool is not to be compared with. Refused where it is not among those that it is compared with. */
export function leaveOutCommand(
  { offset }: ToolView,
  { axis, touch }: FormOf<"leave-out">,
  entry: NewEntry,
  { history }: Pick<KnownOfTouch, "history">,
): CommandResult {
  const past = history[offset]?.[axis]?.touches.find((one) => one.entry === touch);
  if (!past) return refuse("This tool is not compared with that touch any more; it may have been left out already.");
  return {
    ...entry,
    kind: "history-left-out",
    payload: { offset, axis, touch, foundUnder: past.offset, value: past.value },
  };
}

/** A second offset made, or made again, from its first as that stands now. */
export function secondCommand(setup: SetupView, form: FormOf<"make-second">, entry: NewEntry): CommandResult {
  const first = setup.tools.find(({ offset }) => offset === form.of);
  const tool = first?.tool;
  if (!first || !tool || !("width" in tool) || !("depth" in tool) || tool.kind === "groove-face")
    return refuse("Only a grooving or parting blade has a second edge to give an offset to.");
  if (first.second) return refuse("This is a second offset itself. Choose the first one.");
  const to = form.edge;
  const from = firstEdge(first) ?? tool.programmed;
  if (from === to)
    return refuse("The first offset programs this edge already. Reload the page; the other edge is offered then.");
  const tip = tipOf(tool, first.zone);
  const made = secondOffset(
    { x: first.x?.exact, z: first.z?.exact, noseRadius: tool.cornerRadius, tip },
    ...([tool.width, from, to] as const),
  );
  return {
    ...entry,
    kind: "second-offset-made",
    payload: {
      offset: String(Number(form.offset)),
      of: first.offset,
      edge: to,
      ...(made.x !== undefined && { x: made.x }),
      ...(made.z !== undefined && { z: made.z }),
      noseRadius: made.noseRadius,
      orientation: orientationCode(tipOf(tool, first.zone, to), setup.machine.numbering),
    },
  };
}
