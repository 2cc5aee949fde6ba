import { cuts, facingTool, type SetupView, type ToolView, type TouchRecord, underWork } from "../ledger/index.ts";
import {
  AXES,
  AXIS_NAME,
  type Axis,
  isLatheAxis,
  lastDigit,
  lastDigitInCore,
  toolNumber,
  workInZone,
} from "../machine/index.ts";
import { workForControl } from "../offsets/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { entersBore, setterSide, wayOf } from "../tool/index.ts";
import { countsWork, restsOf, solveTouchOf } from "../touch/index.ts";
import { formatLength, plainMillimetres } from "../units/index.ts";

/** Something that a number rests on and that is not what it was when the number was kept. */
interface BrokenRest {
  /** What has changed, with the old and the new value, in the machine's own numbers. */
  readonly words: string;
  /** What takes the place of the old value in the sum; undefined where nothing does, so that only a new touch helps. */
  readonly now: { readonly work?: number; readonly size?: number; readonly trigger?: number } | undefined;
}

/** Where in the ledger a number comes from: its touch, or the latest reckoning of it; 0 without one. A sequence number. */
export const sinceOf = (touch: Pick<TouchRecord, "seq" | "reckoned"> | undefined): number =>
  Math.max(touch?.seq ?? 0, touch?.reckoned?.seq ?? 0);

/**
 * What a tool's number rests on and has changed since: taken back, taught, measured or calibrated anew. Empty where it stands, where it was
 * not touched, and where somebody has looked at the change and said that the number is still right.
 */
export function brokenRests(setup: SetupView, tool: ToolView, axis: Axis): readonly BrokenRest[] {
  const touch = tool[axis];
  if (!touch || touch.derived) return [];
  const broken = [
    brokenWork(setup, tool, axis, touch),
    brokenSize(setup, tool, touch),
    brokenTrigger(setup, tool, axis, touch),
    ...brokenMaking(setup, tool, touch),
  ].filter((one) => one !== undefined);
  const confirmed = tool.confirmed[axis];
  const said = confirmed && confirmed.seq > sinceOf(touch) ? confirmed.changed : [];
  return broken.filter(({ words }) => !said.includes(words));
}

const rested = (touch: TouchRecord, on: string) => touch.rests?.find((rest) => rest.on === on)?.entry;

/** Means by which a work offset is moved together with the part: what was touched before stays right. */
const MOVES_THE_ZERO: readonly string[] = ["next-operation", "shift", "datum-distance"];

function brokenWork(setup: SetupView, tool: ToolView, axis: Axis, touch: TouchRecord): BrokenRest | undefined {
  const { machine, ownWork, rechucked, workSetIn, schoolChanged } = setup;
  const [name] = tool.worksUnder;
  // Found under another work offset the tool is as long as it was; only what that one was then counts.
  if ((touch.under ?? ownWork) !== name) return undefined;
  const counted =
    touch.work === undefined ? wayOf(touch.way).against !== "setter" : rested(touch, "work") !== undefined;
  // An older entry does not say whether it counted: the school of the setup does, unless it has changed since.
  const older =
    touch.rests === undefined && (schoolChanged?.seq ?? 0) < touch.seq && countsWork(setup, { axis, way: touch.way });
  if (!counted && !older) return undefined;
  const now = tool.work[axis];
  if (now === undefined ? touch.work === undefined : Math.abs(now - (touch.work ?? 0)) < TOLERANCES.sameLength)
    return undefined;
  const since = sinceOf(touch);
  const set = workSetIn[name]?.[axis];
  const isMoved =
    (rechucked?.seq ?? 0) > since || (set !== undefined && set.seq > since && MOVES_THE_ZERO.includes(set.means));
  if (axis === "z" && isMoved) return undefined;
  const write = (value: number) =>
    formatLength(workForControl(machine, axis, workInZone(machine, axis, value, tool.zone)), lastDigit(machine, axis));
  const what = `${name} ${AXIS_NAME[axis]}`;
  if (now === undefined)
    return { words: `${what} was ${write(touch.work ?? 0)}, and is not known any more`, now: undefined };
  const was = touch.work === undefined ? "not known" : write(touch.work);
  return { words: `${what} was ${was}, and is ${write(now)} now`, now: { work: now } };
}

/** A diameter that was measured with another tool, or on the stock, and was undone since; or a stock measured anew. */
function brokenSize(
  { machine, tools, stock, undone }: SetupView,
  { tool }: ToolView,
  touch: TouchRecord,
): BrokenRest | undefined {
  const entry = rested(touch, "size");
  if (entry === undefined || touch.size === undefined) return undefined;
  const write = (size: number) => `Ø ${plainMillimetres(size, machine.units)}`;
  const isTakenBack = undone[entry] !== undefined;
  const isStock = stock.measuredEntry !== undefined && stock.measuredEntry !== entry;
  const isMeasuredAnew = isStock && !isTakenBack && tools.every(({ x }) => (x?.reckoned?.from ?? x?.entry) !== entry);
  if (!isTakenBack && !isMeasuredAnew) return undefined;
  const skimmed = tools
    .flatMap(({ x, tool: other }) =>
      x && !x.derived && !entersBore(other) && wayOf(x.way).size === "measured" && x.seq > (undone[entry] ?? 0)
        ? [x]
        : [],
    )
    .sort((a, b) => b.seq - a.seq)[0];
  const size = entersBore(tool) ? undefined : (skimmed?.size ?? stock.measuredDiameter);
  if (size === undefined) return { words: `${write(touch.size)}, on which it was touched, was undone`, now: undefined };
  if (Math.abs(size - touch.size) < TOLERANCES.sameLength) return undefined;
  return { words: `it was touched on ${write(touch.size)}, and that is ${write(size)} now`, now: { size } };
}

function brokenTrigger(
  { machine, calibrated, undone }: SetupView,
  tool: ToolView,
  axis: Axis,
  touch: TouchRecord,
): BrokenRest | undefined {
  if (!isLatheAxis(axis) || touch.trigger === undefined || wayOf(touch.way).against !== "setter") return undefined;
  const side = setterSide(tool.tool, axis);
  const now = machine.setter?.[side];
  const entry = rested(touch, "trigger");
  const isAnew = (calibrated[side]?.seq ?? 0) > sinceOf(touch);
  const isTakenBack = entry !== undefined && undone[entry] !== undefined;
  if (now === undefined || !(isAnew || isTakenBack) || Math.abs(now - touch.trigger) < lastDigitInCore(machine, axis))
    return undefined;
  const off = plainMillimetres(Math.abs(now - touch.trigger), machine.units);
  const words = isAnew ? "setter calibrated" : "the setter's calibration was undone";
  return { words: `${words}: it trips ${off} off`, now: { trigger: now } };
}

const TAKEN_BACK = {
  face: "the face that it was touched on was undone",
  length: "the length of the part that it was touched on was undone",
  sweep: "the sweep of its holder was undone",
} as const;
const MADE_ANEW = {
  face: "the face was made anew after it was touched",
  length: "the length of the part was measured anew after it was touched",
  sweep: "its holder was swept anew after it was touched",
} as const;

/** What was made on the part or the holder, and is taken back or made anew since: nothing in the readings says what it is now. */
function brokenMaking(setup: SetupView, tool: ToolView, touch: TouchRecord): readonly BrokenRest[] {
  const latest = { face: latestFace(setup, touch), sweep: tool.mount.sweep, length: undefined };
  return (["face", "length", "sweep"] as const).flatMap((on): readonly BrokenRest[] => {
    const entry = rested(touch, on);
    if (entry === undefined) return [];
    if (setup.undone[entry] !== undefined) return [{ words: TAKEN_BACK[on], now: undefined }];
    const now = latest[on];
    const isAnew = now !== undefined && now.entry !== entry && now.seq > touch.seq;
    return isAnew ? [{ words: MADE_ANEW[on], now: undefined }] : [];
  });
}

/**
 * The latest facing, where it has moved the face on which a tool was touched: a cut that is Z0 itself. One that was measured in front
 * of the face leaves it, and a bar chucked anew is taught anew.
 */
function latestFace(
  setup: SetupView,
  touch: TouchRecord,
): { readonly entry: string; readonly seq: number } | undefined {
  if ((setup.rechucked?.seq ?? 0) > touch.seq) return undefined;
  if (setup.face) return setup.face;
  const z = facingTool(setup)?.z;
  if (!z || z.derived || !cuts(z.way) || z.size !== 0) return undefined;
  return { entry: z.reckoned?.from ?? z.entry, seq: z.seq };
}

/** Why a taught work offset does not hold: the tool that taught it has another geometry now. Undefined where it does, and without one. */
export function brokenTeaching(setup: SetupView, axis: Axis): BrokenRest | undefined {
  const taught = setup.taught[axis];
  const entry = taught?.rests?.find(({ on }) => on === "geometry")?.entry;
  const tool = setup.tools.find(({ offset }) => offset === taught?.offset);
  if (!taught || !tool || entry === undefined || (setup.schoolChanged?.seq ?? 0) > taught.seq) return undefined;
  const name = `${AXIS_NAME[axis]} of ${toolNumber(setup.machine, tool.offset)}`;
  const touch = tool[axis];
  if (!touch) return { words: `${name}, which taught it, was undone`, now: undefined };
  if (touch.entry === entry || Math.abs(touch.exact - taught.geometry) < TOLERANCES.sameLength) return undefined;
  return { words: `${name} has changed since it taught it`, now: undefined };
}

/** A number that the same readings give with what stands now. */
export interface ReckonedNumber {
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly from: number;
  readonly to: number;
  readonly touched: number | undefined;
  readonly now: NonNullable<BrokenRest["now"]>;
  readonly rests: ReturnType<typeof restsOf>;
  readonly because: string;
}

/**
 * What a number becomes, reckoned from the readings of its touch with what stands now. Undefined where it stands, or where only a new touch
 * helps. Millimetres, X as a diameter.
 *
 * @example under G54 Z −10 found as 0.3127; with −10.05 the same readings give 0.3127 + (−10) − (−10.05) = 0.3627
 */
export function reckonedAnew(setup: SetupView, tool: ToolView, axis: Axis): ReckonedNumber | undefined {
  const touch = tool[axis];
  const broken = brokenRests(setup, tool, axis);
  if (!touch || broken.length === 0 || broken.some(({ now }) => now === undefined)) return undefined;
  const now = Object.assign({}, ...broken.map((one) => one.now)) as NonNullable<BrokenRest["now"]>;
  const seen = underWork(setup, tool.worksUnder[0]);
  const { touching, programmed, stand } = touch;
  const facts = (change: { readonly size?: number; readonly trigger?: number }) => ({
    axis,
    way: touch.way,
    choice: { touching, programmed, stand },
    numbers: { ...touch, ...change },
  });
  const withWork = (work: number | undefined) => ({ ...tool, work: { ...tool.work, [axis]: work } });
  const { work, ...sizes } = now;
  const before = solveTouchOf(seen, withWork(touch.work), facts({}));
  const after = solveTouchOf(seen, withWork(work ?? touch.work), facts(sizes));
  if (!before || !after) return undefined;
  const touched =
    touch.touched === undefined ? undefined : touch.touched + (after.touched ?? 0) - (before.touched ?? 0);
  return {
    tool,
    axis,
    from: touch.exact,
    to: touch.exact + after.exact - before.exact,
    touched,
    now,
    rests: restsOf(seen, tool, facts(sizes), "geometry"),
    because: broken.map(({ words }) => words).join("; "),
  };
}

/** Every number of a setup that can be reckoned anew; empty where all stand. */
export const allReckonedAnew = (setup: SetupView): readonly ReckonedNumber[] =>
  setup.tools.flatMap((tool) => AXES.flatMap((axis) => reckonedAnew(setup, tool, axis) ?? []));

/** The numbers that rest on an entry, by tool and axis: what its taking back leaves without it. Empty where none does. */
export function restingOn(
  setup: SetupView,
  entry: string,
): readonly { readonly tool: ToolView; readonly axis: Axis }[] {
  return setup.tools.flatMap((tool) =>
    AXES.filter((axis) => tool[axis]?.rests?.some((rest) => rest.entry === entry)).map((axis) => ({ tool, axis })),
  );
}

/**
 * The numbers that would have to be reckoned anew if a work offset were another one, with what they would become. Empty where none rests
 * on it. `to` is in the main spindle's frame, millimetres, X as a diameter.
 */
export function reckonedUnder(setup: SetupView, name: string, axis: Axis, to: number): readonly ReckonedNumber[] {
  const source = { entry: "", person: "", at: "", seq: setup.seq + 1 };
  const workSaid = { ...setup.workSaid, [name]: { ...setup.workSaid[name], [axis]: { value: to, ...source } } };
  const tools = setup.tools.map((tool) =>
    tool.worksUnder[0] === name
      ? { ...tool, work: { ...tool.work, [axis]: workInZone(setup.machine, axis, to, tool.zone) } }
      : tool,
  );
  return allReckonedAnew({ ...setup, workSaid, tools });
}
