import type { SetupView, ToolView } from "../ledger/index.ts";
import type { TouchFacts } from "../limits/index.ts";
import { type Axis, jogStep, lastDigit, type MachineProfile, toControl } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { contactTool, entersBore, familyOf, hasNamedNose, wayOf } from "../tool/index.ts";
import { type CaseContact, reckonedWork, surfaceOf } from "../touch/index.ts";
import { convertLength, decimalsOf, roundToResolution } from "../units/index.ts";
import { doubtWords } from "./doubtWords.ts";
import { shiftOf } from "./expected.ts";
import { learnedScatter, scatterOf, type ToolHolding } from "./honestScatter.ts";
import { type Plausibility, plausibilityOf } from "./plausibility.ts";
import type { OtherRow, PlausibilityCase, TypedTexts } from "./plausibilityCase.ts";
import { CORRECTABLE_SLIPS, type CorrectableSlip, slipsOf } from "./slips.ts";
import { readTypedNumber } from "./typedNumber.ts";

/** Where a touch of an earlier setup found a tool. */
export interface PastTouch {
  /** The entry that it stands in. */
  readonly entry: string;
  readonly job: string;
  /** When, as an ISO date. */
  readonly at: string;
  /** Millimetres, on the diameter for X. */
  readonly value: number;
}

/** What earlier setups say of one axis of a tool, newest first. */
export interface PastOfAxis {
  /** Where it was found in its station, or in its holder where that is numbered. */
  readonly touches: readonly PastTouch[];
  /** Where the seats lie that tools of its kind were found in: value less length, millimetres. */
  readonly seats: readonly number[];
}
/** What earlier setups say of the tools of a setup, by offset and axis; absent where they say nothing. */
export type ToolHistory = Readonly<Record<string, Readonly<Partial<Record<Axis, PastOfAxis>>>>>;

/** A number that is about to be kept for an axis of a tool. Millimetres, X as a diameter. */
export interface NewValue {
  readonly axis: Axis;
  readonly exact: number;
  /** Expanded uncertainty of how it was found; 0 for one by hand. */
  readonly expanded: number;
  /** Thicknesses of the shop's papers and blocks: one of them lay between, or may have lain where none was counted. */
  readonly thicknesses: readonly number[];
  /** What was typed, letter for letter, in whatever unit; absent where it is not known. */
  readonly texts?: TypedTexts | undefined;
  /** The touch that it comes from; undefined for a number by hand, which is compared with a touch of this setup first. */
  readonly touch: TouchFacts | undefined;
}

/** How far a number is believed, and what it was compared with. */
export interface TouchPlausibility extends Plausibility {
  /** What the expectation rests on. */
  readonly basis: "second-touch" | "history" | "family" | "assembly" | "control" | "nothing";
  /** By how much the other tools lie elsewhere than before, where the expectation allows for it; in the machine's unit. */
  readonly shift: number | undefined;
  /** The numbers of the comparison, in the machine's unit. */
  readonly one: PlausibilityCase;
}

/**
 * How believable a new value of a tool is. It is expected where another touch of this mounting has found it; where the same tool stood in
 * the same station in earlier setups; where tools in like holders of this setup lie, or how far it stands out against them; or where the
 * control held it, which may have been another tool: then only a slip that explains the difference is asked about.
 */
export function plausibilityOfTouch(
  setup: SetupView,
  view: ToolView,
  value: NewValue,
  history: ToolHistory,
): TouchPlausibility {
  const { machine } = setup;
  const { axis } = value;
  const toUnit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const resolution = lastDigit(machine, axis);
  const write = (millimetres: number) => roundToResolution(toUnit(millimetres), resolution);
  const rows = othersOf(setup, view, axis, history);
  const expectation = expectationOf(setup, view, value, history);
  const { basis, values, scatter, previous, shift: moved } = onThisFace(expectation, rows, value);
  const own = toUnit(Math.hypot(scatter, value.expanded / 2));
  const [first] = values;
  const number = write(value.exact);
  const isBySpacer = (value.touch?.numbers.spacer ?? 0) > 0 || value.touch?.way === "scratch";
  const one: PlausibilityCase = {
    units: machine.units,
    resolution,
    axis,
    value: number,
    history: basis === "history" ? values.map(write) : [],
    usual: own,
    ...(basis === "second-touch" && first !== undefined && { own: [{ value: write(first), sigma: own }] }),
    ...(basis === "assembly" && first !== undefined && { assembly: { value: write(first), sigma: own } }),
    ...(basis === "control" && first !== undefined && { control: { value: write(first), sigma: own } }),
    ...(basis === "family" && { family: values.map(write) }),
    touch: value.touch && contactOfTouch(view, value.touch, toUnit),
    typed: typedOf(value, { number, resolution, write }),
    // A skim cuts: nothing can lie between.
    ...(isBySpacer && value.thicknesses.length > 0 && { commonThickness: value.thicknesses.map(toUnit) }),
    jogSteps: [1, 10, 100].map((times) => write(times * jogStep(machine, axis))),
    others: rows.map((row) => ({
      ...row,
      previous: write(previous(row)),
      ...(row.value !== undefined && { value: write(row.value) }),
      ...(row.scatter !== undefined && { scatter: toUnit(row.scatter) }),
    })),
  };
  const shown = (number: number) =>
    toControl(machine, axis, convertLength(number, machine.units, "mm"), "tool-offset", view.zone);
  const plausibility = inControlsNumbers(
    plausibilityOf(one),
    one,
    shown,
    value.touch ? THAN[basis] : BY_HAND_THAN[basis],
  );
  const shift = moved === undefined ? undefined : write(moved);
  const isUnexplained = plausibility.kinds.find(({ kind }) => kind !== "remounted")?.kind === "unexplained";
  // The control may have held another tool's number, and somebody who types one by hand means it: that it differs is no
  // reason to ask, unless a slip explains it.
  if ((basis === "control" || !value.touch) && plausibility.verdict === "doubt" && isUnexplained)
    return { ...plausibility, verdict: "believable", message: null, basis, shift, one };
  return { ...plausibility, basis, shift, one };
}

/** What a number is compared with, where that is no earlier setup. */
const THAN: Readonly<Partial<Record<TouchPlausibility["basis"], string>>> = {
  "second-touch": "the other touch",
  family: "tools in like holders",
  assembly: "the other tools of this kind let one expect",
  control: "the control held",
};

const BY_HAND_THAN: typeof THAN = { ...THAN, "second-touch": "the touch of this setup" };

/** The question in the numbers that the control shows and stores, whatever sign or meaning of X it has. */
function inControlsNumbers(
  plausibility: Plausibility,
  one: PlausibilityCase,
  shown: (number: number) => number,
  than: string | undefined,
): Plausibility {
  const asked = plausibility.kinds.find(({ kind }) => kind !== "remounted");
  if (plausibility.verdict !== "doubt" || !asked) return plausibility;
  const { expected, shared } = plausibility;
  return { ...plausibility, message: doubtWords(one, asked, { expected, shared, shown, than }) };
}

/**
 * The numbers that were typed: letter for letter where a text is the number in the case's own unit and sign, else with all digits of the
 * control.
 */
function typedOf(
  { touch, texts = {} }: NewValue,
  {
    number,
    resolution,
    write,
  }: { readonly number: number; readonly resolution: number; readonly write: (millimetres: number) => number },
): TypedTexts {
  const textOf = (value: number, text: string | undefined): string => {
    const read = text === undefined ? undefined : readTypedNumber(text)?.value;
    if (text !== undefined && read !== undefined && Math.abs(read - value) < resolution / 2) return text;
    return value.toFixed(decimalsOf(resolution));
  };
  if (!touch) return { value: textOf(number, texts.value) };
  const { machine, size, spacer } = touch.numbers;
  return {
    ...(machine !== undefined && { machine: textOf(write(machine), texts.machine) }),
    ...(size !== undefined && { size: textOf(write(size), texts.size) }),
    ...(spacer !== undefined && spacer > 0 && { spacer: textOf(write(spacer), texts.spacer) }),
  };
}

interface Expectation {
  readonly basis: TouchPlausibility["basis"];
  readonly values: readonly number[];
  readonly scatter: number;
}

/** How differently parts stick out from one setup to the next until a tool has been touched on the new face, millimetres. */
const FACE_SCATTER = 5;

/**
 * A touch on a face finds tool and face together, and every setup has its own face. The tools that have been touched on it
 * already say by how much it lies elsewhere; before the first one it may lie anywhere within the usual.
 */
function onThisFace(
  { basis, values, scatter }: Expectation,
  rows: readonly OtherRow[],
  { axis, touch }: NewValue,
): Expectation & { readonly previous: (row: OtherRow) => number; readonly shift?: number } {
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

function expectationOf(setup: SetupView, view: ToolView, { axis, touch }: NewValue, history: ToolHistory): Expectation {
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
function assembledOn(seats: readonly number[], length: number, axis: Axis): Omit<Expectation, "basis"> {
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
function usualScatter(
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
  const { against } = wayOf(touch.way);
  const isOnSurface = against === "centre" || (against === "surface" && size !== undefined);
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
    const taken = touch && !touch.derived && wayOf(touch.way).isFound ? touch.exact : undefined;
    const previous = history[tool.offset]?.[axis]?.touches[0]?.value ?? tool.control?.[axis];
    if (previous === undefined) return [];
    const scatter = usualScatter(setup.machine, tool, axis, touch);
    return [{ offset: tool.offset, previous, scatter, ...(taken !== undefined && { value: taken }) }];
  });
  const work = view.work[axis];
  // Typed into a tool's row it would stand there to the last digit.
  const digit = convertLength(lastDigit(setup.machine, axis), setup.machine.units, "mm");
  return work === 0 || work === undefined
    ? rows
    : [...rows, { offset: view.worksUnder[0], previous: work, scatter: digit }];
}
/** A slip that could have been made here without showing, with what it would change, in the machine's unit. */
interface HiddenSlip {
  readonly kind: CorrectableSlip;
  readonly by: number;
}

/**
 * Slips of this touch that would not show, since the holder comes back no more exactly than they are large, although
 * they matter: more than a quarter of the tolerance band. A second touch another way, or a skim, would show them.
 * `plusMinus` is half the band in the machine's unit, on the diameter for X; empty where every slip would show.
 */
export function hiddenSlips({ one, expected }: TouchPlausibility, plusMinus: number): readonly HiddenSlip[] {
  const matters = convertLength(plusMinus, "mm", one.units) / 2;
  return CORRECTABLE_SLIPS.filter((kind) => HIDEABLE.has(kind)).flatMap((kind): readonly HiddenSlip[] => {
    const [way] = slipsOf(one).get(kind) ?? [];
    const by = way === undefined ? 0 : one.value - way.value;
    if (Math.abs(by) <= matters) return [];
    const wouldShow =
      expected !== undefined && plausibilityOf({ ...one, value: expected.mean + by }).verdict !== "believable";
    return wouldShow ? [] : [{ kind, by }];
  });
}
/** Slips of a size that a holder's scatter can hide. */
const HIDEABLE: ReadonlySet<CorrectableSlip> = new Set(["paper-ignored", "paper-twice"]);
