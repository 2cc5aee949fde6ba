import { type Axis, jogStep, lastDigit, type MachineProfile } from "../frame/index.ts";
import type { TouchFacts } from "../judgement/index.ts";
import type { SetupView, ToolView } from "../ledger/index.ts";
import { contactTool, entersBore } from "../tool/index.ts";
import { type CaseContact, surfaceOf } from "../touch/index.ts";
import { convertLength, roundToResolution } from "../units/index.ts";
import { type Belief, believabilityOf } from "./believability.ts";
import type { BelievabilityCase, OtherRow } from "./believabilityCase.ts";
import { type Holding, learnedScatter, scatterOf } from "./honestScatter.ts";
import { CORRECTABLE_SLIPS, type CorrectableSlip, slipsOf } from "./slips.ts";

/** Earlier values of the tools of a setup, each in its station: newest first, millimetres, by offset and axis. */
export type ToolHistory = Readonly<Record<string, Readonly<Partial<Record<Axis, readonly number[]>>>>>;

/** A number that is about to be kept for an axis of a tool. Millimetres, X as a diameter. */
export interface NewValue {
  readonly axis: Axis;
  readonly exact: number;
  /** Expanded uncertainty of how it was found; 0 for one by hand. */
  readonly expanded: number;
  /** The touch that it comes from; undefined for a number by hand. */
  readonly touch: TouchFacts | undefined;
}

/** How far a number is believed, and what it was compared with. */
export interface TouchBelief extends Belief {
  /** What the expectation rests on. */
  readonly basis: "second-touch" | "history" | "control" | "nothing";
  /** The numbers of the comparison, in the machine's unit. */
  readonly one: BelievabilityCase;
}

/**
 * How believable a new value of a tool is. It is expected where another touch of this mounting has found it; or where the
 * same tool stood in the same station in earlier setups, with the scatter that its holder has shown; or where the control
 * held it, which may have been another tool: then only a slip that explains the difference is asked about.
 */
export function beliefOfTouch(setup: SetupView, view: ToolView, value: NewValue, history: ToolHistory): TouchBelief {
  const { machine } = setup;
  const { axis } = value;
  const toUnit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const resolution = lastDigit(machine, axis);
  const write = (millimetres: number) => roundToResolution(toUnit(millimetres), resolution);
  const { basis, values, scatter } = expectationOf(setup, view, value, history);
  const one: BelievabilityCase = {
    ...{ units: machine.units, resolution, axis, value: write(value.exact), history: values.map(write) },
    scatter: toUnit(Math.hypot(scatter, value.expanded / 2)),
    touch: value.touch && contactOfTouch(view, value.touch, toUnit),
    jogSteps: [1, 10, 100].map((times) => write(times * jogStep(machine, axis))),
    others: othersOf(setup, view, axis, history).map((row) => ({
      ...row,
      previous: write(row.previous),
      ...(row.value !== undefined && { value: write(row.value) }),
      ...(row.scatter !== undefined && { scatter: toUnit(row.scatter) }),
    })),
  };
  const belief = believabilityOf(one);
  const isUnexplained = belief.kinds.find(({ kind }) => kind !== "remounted")?.kind === "unexplained";
  // The control may have held another tool's number: that it differs is no reason to ask, unless a slip explains it.
  if (basis === "control" && belief.verdict === "doubt" && isUnexplained)
    return { ...belief, verdict: "believable", message: null, basis, one };
  return { ...belief, basis, one };
}

function expectationOf(
  setup: SetupView,
  view: ToolView,
  { axis, touch }: NewValue,
  history: ToolHistory,
): { readonly basis: TouchBelief["basis"]; readonly values: readonly number[]; readonly scatter: number } {
  const standing = view[axis];
  const since = Math.max(view.indexed?.seq ?? 0, view.moved?.seq ?? 0, setup.rechucked?.seq ?? 0);
  if (standing && !standing.derived && standing.seq > since && touch && standing.way !== touch.way)
    return { basis: "second-touch", values: [standing.exact], scatter: standing.expectedError / 2 };
  const usual = scatterOf(holdingOf(setup.machine, view, touch), axis, "mm");
  const past = history[view.offset]?.[axis] ?? [];
  const indexed = view.indexed ? scatterOf("insert-indexed", axis, "mm") : 0;
  if (past.length > 0)
    return { basis: "history", values: past, scatter: Math.hypot(learnedScatter(usual, past), indexed) };
  const held = setup.stale[view.offset] === "clear" ? undefined : view.control?.[axis];
  return held === undefined
    ? { basis: "nothing", values: [], scatter: usual }
    : { basis: "control", values: [held], scatter: Math.hypot(usual, indexed) };
}

/** How a tool is held here, as far as the machine's profile and the kind of tool say it. */
export function holdingOf(
  { kind }: Pick<MachineProfile, "kind">,
  { tool }: Pick<ToolView, "tool">,
  touch: Pick<TouchFacts, "way"> | undefined,
): Holding {
  if (touch?.way === "slide" || touch?.way === "pull") return "hand-slid";
  if (kind === "quick-change-lathe") return "quick-change";
  if (kind === "swiss-type") return "collet";
  return "pointAngle" in tool || entersBore(tool) ? "sleeve" : "keyed-shank";
}

function contactOfTouch(
  view: ToolView,
  touch: TouchFacts,
  toUnit: (millimetres: number) => number,
): CaseContact | undefined {
  const contact = contactTool(view.tool, touch.axis, touch.way, touch.choice, view.zone.from);
  if (!contact.ok) return undefined;
  const tool = contact.value;
  const scaled = {
    ...tool,
    ...("width" in tool && { width: toUnit(tool.width) }),
    ...("diameter" in tool && { diameter: toUnit(tool.diameter) }),
    ...("radius" in tool && { radius: toUnit(tool.radius) }),
  } as CaseContact["tool"];
  const { size, spacer = 0 } = touch.numbers;
  const isOnSurface = touch.way !== "setter" && (size !== undefined || touch.way === "centre");
  return {
    surface: isOnSurface ? surfaceOf(view, touch, toUnit(size ?? 0)) : undefined,
    tool: scaled,
    spacer: toUnit(spacer),
  };
}

/** The other rows on this axis that anything is known of, and the work offset. */
function othersOf(setup: SetupView, view: ToolView, axis: Axis, history: ToolHistory): readonly OtherRow[] {
  const rows = setup.tools.flatMap((tool): readonly OtherRow[] => {
    if (tool.offset === view.offset || tool.second || tool.station === view.station) return [];
    const touch = tool[axis];
    const taken = touch && !touch.derived && IS_FOUND.has(touch.way) ? touch.exact : undefined;
    const previous = history[tool.offset]?.[axis]?.[0] ?? tool.control?.[axis];
    if (previous === undefined) return [];
    const scatter = scatterOf(holdingOf(setup.machine, tool, touch), axis, "mm");
    return [{ offset: tool.offset, previous, scatter, ...(taken !== undefined && { value: taken }) }];
  });
  const work = setup.workOffset[axis];
  // Typed into a tool's row it would stand there to the last digit.
  const digit = convertLength(lastDigit(setup.machine, axis), setup.machine.units, "mm");
  return work === 0 ? rows : [...rows, { offset: setup.workOffset.name, previous: work, scatter: digit }];
}
/** Ways whose result is a place that was found, not one that several tools share by agreement. */
const IS_FOUND: ReadonlySet<TouchFacts["way"]> = new Set([
  "skim",
  "scratch",
  "paper",
  "block",
  "setter",
  "preset",
  "side",
]);

/** A slip that could have been made here without showing, with what it would change, in the machine's unit. */
export interface HiddenSlip {
  readonly kind: CorrectableSlip;
  readonly by: number;
}

/**
 * Slips of this touch that would not show, since the holder comes back no more exactly than they are large, although they
 * matter: more than a quarter of the tolerance band. A second touch another way, or a skim, would show them.
 */
export function hiddenSlips({ one, expected }: TouchBelief, plusMinus: number): readonly HiddenSlip[] {
  const matters = convertLength(plusMinus, "mm", one.units) / 2;
  return CORRECTABLE_SLIPS.filter((kind) => HIDEABLE.has(kind)).flatMap((kind): readonly HiddenSlip[] => {
    const [way] = slipsOf(one).get(kind) ?? [];
    const by = way === undefined ? 0 : one.value - way.value;
    if (Math.abs(by) <= matters) return [];
    const wouldShow =
      expected !== undefined && believabilityOf({ ...one, value: expected.mean + by }).verdict !== "believable";
    return wouldShow ? [] : [{ kind, by }];
  });
}
/** Slips of a size that a holder's scatter can hide. */
const HIDEABLE: ReadonlySet<CorrectableSlip> = new Set(["paper-ignored", "paper-twice"]);
