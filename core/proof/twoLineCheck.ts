import { calledWork, chosenEdge, type SetupView, type ToolView } from "../ledger/index.ts";
import {
  callOf,
  fromControl,
  LATHE_AXES,
  type LatheAxis,
  lastDigit,
  lastDigitInCore,
  offsetNumber,
  type Shown,
  stationOf,
  toControl,
} from "../machine/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";
import { contactTool, contactToProgrammed, entersBore, familyOf } from "../tool/index.ts";
import { convertLength, decimalsOf, formatLength, roundToResolution } from "../units/index.ts";
import { type ToolStanding, whereToolsStand } from "./whereToolsStand.ts";

type PerAxis<Value> = Readonly<Record<LatheAxis, Value>>;

/** How far in front of its goal a check pauses, true distance in millimetres (an inch on an inch machine). */
const PAUSE = { mm: 25, in: 25.4 } as const;
/** How far a check keeps off the face and off what the tool would meet, true distance. */
const CLEAR = { mm: 2, in: 2.54 } as const;

/** One pause of a check: where, what must be read there, and what is left. Millimetres, X as diameters. */
interface CheckStop {
  readonly axis: LatheAxis;
  /** Part coordinates of the pause and of the goal of its line. */
  readonly at: number;
  readonly goal: number;
  /** Machine position that must be read there. */
  readonly machine: number;
  /** What the display must show as left to go from the pause to the goal. */
  readonly toGo: number;
  /** How wide the gap to what lies in front should look, true distance; undefined where nothing lies there. */
  readonly gap: number | undefined;
  /** What the gap is to. */
  readonly to: string;
}

/** The two-line check of one offset. */
export interface TwoLineCheck {
  readonly tool: ToolView;
  /** Blocks in the machine's own syntax, without units and end. */
  readonly lines: readonly string[];
  /** First along Z, then across. */
  readonly stops: readonly [CheckStop, CheckStop];
}

/**
 * Two short moves that show whether an offset is where it should be: to a Z a little ahead of the face, then to an X a
 * little clear of what the tool will meet (above the stock, inside the hole, on centre), each on a line of its own, each
 * with a block before it that pauses well in front. Predicted are the machine's readout at the pause (P + G + W + S), what
 * is left to go, and how wide the gap looks, which across is half of a difference in diameter.
 *
 * Refuses an offset without geometry (`missing`) and a bar whose hole is not known or too narrow (`no-hole`).
 */
export function twoLineCheck(
  setup: SetupView,
  standing: ToolStanding,
): Answer<TwoLineCheck, Refusal<"missing" | "no-hole">> {
  const { machine, stock } = setup;
  const { tool, reckoned } = standing;
  if (reckoned.x === undefined || reckoned.z === undefined)
    return refused({ code: "missing", message: `It ${standing.lacks ?? ""}, then check it.` });
  const goals = goalsOf(setup, tool);
  if (!goals.ok) return goals;
  const { x, z, isAcross } = goals.value;
  const pause = PAUSE[machine.units];
  const front = setup.face || tool.zone.works === "sub" ? 0 : stock.toFace;
  const along: CheckStop = {
    axis: "z",
    at: z + pause,
    goal: z,
    machine: z + pause + reckoned.z,
    toGo: -pause,
    gap: roomLeft(tool, "z", z + pause - front),
    to: front > 0 ? "raw end" : "face",
  };
  const side = x < 0 ? -1 : 1;
  const beside = x + side * 2 * pause;
  const radius = diameterOf(setup) / 2;
  const across: CheckStop = {
    axis: "x",
    at: beside,
    goal: x,
    machine: beside + reckoned.x,
    toGo: x - beside,
    ...(isAcross
      ? { gap: roomLeft(tool, "x", Math.abs(beside) / 2 - radius), to: "the bar's outside" }
      : { gap: undefined, to: x === 0 ? "the centreline" : "the hole's wall" }),
  };
  return accepted({ tool, lines: linesOf(setup, tool, [along, across]), stops: [along, across] });
}

/**
 * What is left between a tool's body and a surface from which its programmed point is so far: a cutter leads by its
 * radius, a blade by what of it lies before its programmed edge, a drill by its point. Undefined where the tip points away
 * and the shank leads. True distances.
 */
function roomLeft(view: ToolView, axis: LatheAxis, from: number): number | undefined {
  const { tool, zone, choice } = view;
  const edge = axis === "x" && tool.kind !== "groove-face" ? undefined : chosenEdge(view);
  const contact = contactTool(
    tool,
    axis,
    "scratch",
    { ...choice[axis], touching: undefined, stand: "front", programmed: edge },
    zone.from,
  );
  if (!contact.ok) return undefined;
  const leads = Math.abs(contactToProgrammed(contact.value, axis, 1));
  return from - (axis === "x" ? leads / 2 : leads);
}

const diameterOf = ({ stock }: SetupView) => stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize;

function goalsOf(
  setup: SetupView,
  tool: ToolView,
): Answer<PerAxis<number> & { readonly isAcross: boolean }, Refusal<"no-hole">> {
  const { machine, stock, hole } = setup;
  const clear = CLEAR[machine.units];
  const z = (setup.face || tool.zone.works === "sub" ? 0 : stock.toFace) + clear;
  const side = tool.zone.from === "minus" ? -1 : 1;
  const family = familyOf(tool.tool);
  if (family === "on-centre" || family === "axial") return accepted({ x: 0, z, isAcross: false });
  if (!entersBore(tool.tool)) return accepted({ x: side * (diameterOf(setup) + 2 * clear), z, isAcross: true });
  if (!hole)
    return refused({
      code: "no-hole",
      message: "It works in a hole, and none is known yet. Record the hole on Touch, then check it.",
    });
  const { smallestBore } = tool.tool;
  if (hole.diameter < smallestBore)
    return refused({
      code: "no-hole",
      message: `It needs a hole of ${formatLength(convertLength(smallestBore, "mm", machine.units), lastDigit(machine, "x"))} ${machine.units}; this one is narrower. Take a thinner bar, or drill larger.`,
    });
  // Inside by a little, but never so far that its back would touch the other wall.
  return accepted({ x: side * Math.max(hole.diameter - 2 * clear, smallestBore), z, isAcross: false });
}

/** The tool's blocks: call and work offset, along Z with its pause, across with its pause, and home one axis at a time. */
function linesOf({ machine }: SetupView, tool: ToolView, stops: readonly CheckStop[]): readonly string[] {
  const station = stationOf(machine, tool.station);
  const called = (station && callOf(station)) ?? tool.station;
  const offset = offsetNumber(machine, tool.offset);
  const call =
    machine.toolCall === "offset-only" ? `T${offset}` : `T${called.padStart(machine.offsetDigits, "0")}${offset}`;
  const word = (axis: LatheAxis, millimetres: number) => {
    const digit = lastDigit(machine, axis);
    const shown = roundToResolution(toControl(machine, axis, millimetres, "program", tool.zone), digit);
    return `${axis.toUpperCase()}${shown.toFixed(decimalsOf(digit))}`;
  };
  const name = tool.tool.description
    .toUpperCase()
    .replace(/[^A-Z0-9 .,/°-]/g, "")
    .replace("°", " DEG");
  const home =
    tool.second || familyOf(tool.tool) === "outside" || familyOf(tool.tool) === "cross"
      ? ["G28 U0", "G28 W0"]
      : ["G28 W0", "G28 U0"];
  // A holder that is changed by hand is not brought by its call: somebody mounts it first.
  const what = tool.holder === undefined ? offset : `HOLDER ${tool.holder.toUpperCase()}`;
  const mount = tool.zone.kind === "post" && !tool.second ? [`(MOUNT ${what} NOW, HOLDER CLAMPED)`, "M0"] : [];
  return [
    `(${offset} ${name})`.trim(),
    ...mount,
    call,
    calledWork(tool.worksUnder[0]),
    ...stops.flatMap(({ axis, at, goal }) => [`G0 ${word(axis, at)}`, "M0", `G0 ${word(axis, goal)}`, "M0"]),
    ...home,
  ];
}

/** All checks of a setup, in the order of its tools: what can be checked, and what not with its reason. */
export function checksOf(setup: SetupView): {
  readonly checks: readonly TwoLineCheck[];
  readonly left: readonly { readonly tool: ToolView; readonly reason: string }[];
} {
  const all = whereToolsStand(setup).map((standing) => ({ standing, check: twoLineCheck(setup, standing) }));
  return {
    checks: all.flatMap(({ check }) => (check.ok ? [check.value] : [])),
    left: all.flatMap(({ standing, check }) =>
      check.ok ? [] : [{ tool: standing.tool, reason: check.refusal.message }],
    ),
  };
}

/** One file with checks, as the control wants its programs: units first, nothing turning, an end. */
export function checkFile(setup: SetupView, checks: readonly TwoLineCheck[]): string {
  const { machine } = setup;
  const units = machine.units === "mm" ? "G21" : "G20";
  const title = `(CHECKS OF OFFSETS, ${machine.units === "mm" ? "MILLIMETRES" : "INCHES"}, RAPID AT 5 PERCENT, SINGLE BLOCK)`;
  const body = [title, `${units} G40`, "M5", ...checks.flatMap(({ lines }) => lines), "M30"];
  const { percent = true, lineEnd = "lf" } = machine.programFile ?? {};
  const lines = percent ? ["%", ...body, "%"] : body;
  return lines.map((line) => line + (lineEnd === "crlf" ? "\r\n" : "\n")).join("");
}

/** What a reading at a pause says: right within two last digits of the readout, or by how much it is off, X as a diameter. */
export function judgeStop(
  { machine }: Pick<SetupView, "machine">,
  tool: ToolView,
  stop: CheckStop,
  /** Machine readout as the control shows it, in its own unit. */
  shown: Shown<"readout">,
): { readonly off: number; readonly isRight: boolean } {
  const off = fromControl(machine, stop.axis, shown, "readout", tool.zone) - stop.machine;
  return { off, isRight: Math.abs(off) <= TOLERANCES.readoutDigits * lastDigitInCore(machine, stop.axis) };
}
/** The same line where somebody stopped by hand at a machine position: what must be left to go there, and how wide the gap looks. */
export function stoppedAt(stop: CheckStop, machine: number): CheckStop {
  const at = stop.at + machine - stop.machine;
  const nearer = stop.axis === "z" ? stop.at - at : (Math.abs(stop.at) - Math.abs(at)) / 2;
  return { ...stop, at, machine, toGo: stop.goal - at, gap: stop.gap === undefined ? undefined : stop.gap - nearer };
}

/** The entries that gave the sum which a check holds against the machine: geometry and work offset of each axis. */
export function provenFrom(
  setup: SetupView,
  tool: ToolView,
): { readonly on: "geometry" | "work"; readonly entry: string }[] {
  const work = setup.workSaid[tool.worksUnder[0]];
  return LATHE_AXES.flatMap((axis) => [
    { on: "geometry" as const, entry: tool[axis]?.entry ?? "" },
    { on: "work" as const, entry: work?.[axis]?.entry ?? "" },
  ]).filter(({ entry }) => entry !== "");
}

/** How a tool's offset stands with its proof. */
export type ProofState = "proven" | "off" | "stopped" | "again" | "open";

/** Whether an offset's check still holds: anything that changed its numbers since wants it again. */
export function proofState(setup: SetupView, tool: ToolView): ProofState {
  const { proof } = tool;
  if (!proof) return "open";
  const [under] = tool.worksUnder;
  if ((proof.under ?? setup.ownWork) !== under) return "again";
  // A number that was undone is an older one now: no entry since the check says so.
  const stands = new Set(provenFrom(setup, tool).map(({ entry }) => entry));
  if (proof.rests?.some(({ entry }) => !stands.has(entry))) return "again";
  const [taught, workSet] = [setup.taughtIn[under], setup.workSetIn[under]];
  const changes = [
    tool.x,
    tool.z,
    tool.x?.reckoned,
    tool.z?.reckoned,
    tool.nose,
    tool.safetyWear,
    tool.indexed,
    tool.moved,
    tool.holderChanged,
    tool.wear.x,
    tool.wear.z,
    taught?.x,
    taught?.z,
    workSet?.x,
    workSet?.z,
    setup.schoolChanged,
    setup.rechucked,
    setup.positionLost,
    // A position that holds leaves what was proven before.
    setup.positionChecked?.off.length === 0 ? undefined : setup.positionChecked,
  ];
  if (changes.some((change) => change && change.seq > proof.seq)) return "again";
  return proof.found === "right" ? "proven" : proof.found;
}
