import type { SetupView, ToolView } from "../ledger/index.ts";
import type { TouchFacts } from "../limits/index.ts";
import type { Axis, MachineProfile } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { entersBore, familyOf, hasNamedNose, wayOf } from "../tool/index.ts";
import { reckonedWork } from "../touch/index.ts";
import { shiftOf } from "./expected.ts";
import { learnedScatter, scatterOf, type ToolHolding } from "./honestScatter.ts";
import type { NewValue, ToolHistory, TouchPlausibility } from "./newValue.ts";
import type { OtherRow } from "./plausibilityCase.ts";

/** Where a tool is expected, what that rests on, and one standard deviation; millimetres, on the diameter for X. */
interface ExpectedPlace {
  readonly basis: TouchPlausibility["basis"];
  readonly values: readonly number[];
  readonly scatter: number;
}

/** How differently parts stick out from one setup to the next until a tool has been touched on the new face, millimetres. */
const FACE_SCATTER = 5;

/**
 * A touch on a face finds tool and face together, and every setup has its own face. The tools that have been touched on it
 * already say by how much it lies elsewhere; before the first one it may lie anywhere within the usual. Millimetres; `shift` is undefined
 * where no tool has been touched on it yet, and where the face does not count.
 */
export function onThisFace(
  { basis, values, scatter }: ExpectedPlace,
  rows: readonly OtherRow[],
  { axis, touch }: NewValue,
): ExpectedPlace & { readonly previous: (row: OtherRow) => number; readonly shift?: number } {
  const isNewFace =
    axis === "z" && !(touch && wayOf(touch.way).against === "setter") && (basis === "history" || basis === "control");
  if (!isNewFace) return { basis, values, scatter, previous: (row) => row.previous };
  const shared = shiftOf(rows, scatter, 1);
  if (!shared) return { basis, values, scatter: Math.hypot(scatter, FACE_SCATTER), previous: (row) => row.previous };
  const { mean: shift, sigma } = shared;
  return {
    basis,
    shift,
    values: values.map((one) => one + shift),
    scatter: Math.hypot(scatter, sigma),
    previous: (row) => (row.value === undefined ? row.previous : row.previous + shift),
  };
}

/**
 * Where a tool is expected on the axis of a new value, by the best that is known: another touch of this mounting, its own past in its
 * holder, other tools of its kind, what the control held. Millimetres, on the diameter for X; without values where nothing is known.
 */
export function expectationOfTool(
  setup: SetupView,
  view: ToolView,
  { axis, touch }: NewValue,
  history: ToolHistory,
): ExpectedPlace {
  const standing = view[axis];
  const since = Math.max(view.indexed?.seq ?? 0, view.moved?.seq ?? 0, setup.rechucked?.seq ?? 0);
  // Found under another work offset it is another number of the same tool.
  const isUnderThisWork =
    standing !== undefined &&
    Math.abs((standing.work ?? 0) - (reckonedWork(setup, view, standing) ?? 0)) < TOLERANCES.sameLength;
  if (standing && !standing.derived && standing.seq > since && isUnderThisWork)
    return { basis: "second-touch", values: [standing.exact], scatter: standing.expectedError / 2 };
  const usual = usualScatter(setup.machine, view, axis, touch);
  const past = history[view.offset]?.[axis];
  if (past && past.touches.length > 0)
    return { basis: "history", values: past.touches.map(({ value }) => value), scatter: usual };
  const here = likeHolders(setup, view, axis).map(({ exact, length }) => exact - length);
  // A face that is touched is another one in every setup; a setter and the spindle's centre are where they were.
  const isFixed = axis === "x" || (touch !== undefined && wayOf(touch.way).against === "setter");
  const seats = isFixed ? [...here, ...(past?.seats ?? [])] : here;
  if (axis === "x" && isOnAxis(view) && seats.length > 1) return { basis: "family", values: seats, scatter: usual };
  if (seats.length > 1) return { basis: "assembly", ...assembledOn(seats, lengthAlong(view, axis), axis) };
  const held = setup.stale[view.offset] === "clear" ? undefined : view.control?.[axis];
  return held === undefined
    ? { basis: "nothing", values: [], scatter: usual }
    : { basis: "control", values: [held], scatter: Math.max(usual, scatterOf("", axis, "mm")) };
}

const isOnAxis = ({ tool }: Pick<ToolView, "tool">) => ["on-centre", "axial"].includes(familyOf(tool));

/** A tool that was touched in this setup, with how far it stands out along the axis. Millimetres, X as diameters. */
interface Alike {
  readonly exact: number;
  readonly length: number;
}

/** Tools of this kind in this zone that have been touched on the axis in this setup. */
function likeHolders(setup: SetupView, view: ToolView, axis: Axis): readonly Alike[] {
  return setup.tools.flatMap((other): readonly Alike[] => {
    const touch = other[axis];
    const isAlike =
      other.offset !== view.offset &&
      other.second === undefined &&
      other.zone.id === view.zone.id &&
      familyOf(other.tool) === familyOf(view.tool);
    return isAlike && touch && !touch.derived ? [{ exact: touch.exact, length: lengthAlong(other, axis) }] : [];
  });
}

/**
 * How far a tool moves its own offset by standing out of its seat: bars and what is on centre along Z, all others across, where it counts
 * twice. Millimetres, negative across for a tool from the minus side of X.
 */
export function lengthAlong({ tool, zone }: Pick<ToolView, "tool" | "zone">, axis: Axis): number {
  const isAlongZ = ["on-centre", "axial", "bore"].includes(familyOf(tool));
  if (axis === "z") return isAlongZ ? tool.overhang : 0;
  if (axis !== "x" || isAlongZ) return 0;
  return (zone.from === "minus" ? -2 : 2) * tool.overhang;
}

/**
 * Where a tool is expected from the seats of its kind: in the middle of them, and as exactly as they agree. Two or three say no more than a
 * ruler does, since they may agree by chance; five or more say themselves how exactly lengths are known here.
 */
function assembledOn(seats: readonly number[], length: number, axis: Axis): Omit<ExpectedPlace, "basis"> {
  const seat = median(seats);
  const spread = NORMAL_SPREAD * median(seats.map((one) => Math.abs(one - seat)));
  const onAxis = axis === "x" ? 2 : 1;
  const least = (seats.length < TELLING ? RULER : MEASURED) * onAxis;
  const scatter = Math.max(least, spread * (1 + 2 / seats.length)) * Math.sqrt(1 + 1 / seats.length);
  return { values: [seat + length], scatter };
}
/** One standard deviation of a length, with the insert's own differences: off a ruler, and as a shop measures it; millimetres. */
const RULER = 2;
const MEASURED = 0.1;
/** So many seats say themselves how exactly lengths are known. */
const TELLING = 5;
/** Standard deviation of a normal distribution against the median of its absolute deviations. */
const NORMAL_SPREAD = 1.4826;

/** The middle one, or the mean of the two in the middle. */
function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  const [low, high] = [sorted[Math.ceil(half) - 1] ?? 0, sorted[Math.floor(half)] ?? 0];
  return (low + high) / 2;
}

/** From one setup to the next a tool is set anew, and its insert, where it has one, has been indexed meanwhile. */
export function usualScatter(
  machine: MachineProfile,
  view: Pick<ToolView, "tool" | "zone">,
  axis: Axis,
  touch: Pick<TouchFacts, "way"> | undefined,
): number {
  const held = scatterOf(holdingOf(machine, view, touch), axis, "mm");
  return hasNamedNose(view.tool) ? Math.hypot(held, scatterOf("insert-indexed", axis, "mm")) : held;
}

/** What a holder has shown over the setups, from the usual figure on; one standard deviation, millimetres. */
export function holderScatter(
  machine: MachineProfile,
  view: Pick<ToolView, "tool" | "zone">,
  axis: Axis,
  past: readonly number[],
): number {
  return learnedScatter(usualScatter(machine, view, axis, undefined), past);
}

/** How a tool is held here, as far as the machine's profile and the kind of tool say it. */
export function holdingOf(
  { kind }: Pick<MachineProfile, "kind">,
  { tool }: Pick<ToolView, "tool">,
  touch: Pick<TouchFacts, "way"> | undefined,
): ToolHolding {
  if (touch && wayOf(touch.way).isHandSlid) return "hand-slid";
  if (kind === "quick-change-lathe") return "quick-change";
  const isRound = "pointAngle" in tool || entersBore(tool);
  if (kind === "swiss-type") return isRound ? "collet" : "hand-slid";
  return isRound ? "sleeve" : "keyed-shank";
}
