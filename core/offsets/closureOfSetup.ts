import type { SetupView, ToolView } from "../ledger/index.ts";
import {
  AXIS_NAME,
  type Axis,
  lastDigit,
  lastDigitInCore,
  toControl,
  toolNumber,
  travelInZone,
  workInZone,
} from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { wayOf } from "../tool/index.ts";
import { machineAtContact } from "../touch/index.ts";
import { formatLength } from "../units/index.ts";
import { closureOf } from "./closure.ts";

/** What a touch says of an axis: at machine position `at` the programmed point stood at `touched`. Millimetres. */
interface TouchedFact {
  readonly at: number;
  readonly touched: number;
  /** False where the touch is reckoned without the work offset: on a datum face, on a setter. */
  readonly countsWork: boolean;
}

/** Means of a work offset that move the part's zero on purpose. */
const MOVES_THE_ZERO: readonly string[] = ["next-operation", "shift", "datum-distance"];

/** What the touch of an axis still says of it; undefined where nothing was touched on the part, or the part has moved on purpose since. */
export function touchedFact(setup: SetupView, tool: ToolView, axis: Axis): TouchedFact | undefined {
  const touch = tool[axis];
  if (!touch || touch.derived || touch.touched === undefined) return undefined;
  if (axis === "z" && (setup.rechucked?.seq ?? 0) > touch.seq) return undefined;
  const set = setup.workSetIn[tool.worksUnder[0]]?.[axis];
  if (set && set.seq > touch.seq && MOVES_THE_ZERO.includes(set.means)) return undefined;
  const isOnDatum = axis === "z" && setup.school === "datum-face";
  const at = machineAtContact(
    { axis, way: touch.way, numbers: touch },
    tool,
    (isOnDatum ? tool.work.z : touch.work) ?? 0,
  );
  if (at === undefined) return undefined;
  return { at, touched: touch.touched, countsWork: wayOf(touch.way).against !== "setter" && !isOnDatum };
}

/**
 * By how much geometry, work offset and touched dimension miss the machine position at contact, with one of them changed:
 * 0 where the sum closes. Undefined where nothing was touched that it could be held against. Millimetres, X as diameters.
 */
export function openBy(
  setup: SetupView,
  tool: ToolView,
  axis: Axis,
  changed: { readonly geometry?: number; readonly work?: number } = {},
): number | undefined {
  const fact = touchedFact(setup, tool, axis);
  const geometry = changed.geometry ?? tool[axis]?.exact;
  if (!fact || geometry === undefined) return undefined;
  const work = fact.countsWork ? (changed.work ?? tool.work[axis] ?? 0) : 0;
  const { gap, closes } = closureOf(
    { machine: fact.at, geometry, wear: 0, work, touched: fact.touched },
    lastDigitInCore(setup.machine, axis),
  );
  return closes ? 0 : gap;
}

/** Why a number cannot be entered, or why it is worth a question first. */
export interface SumFinding {
  readonly refused?: string;
  readonly doubt?: string;
}

const shownAt = ({ machine }: SetupView, tool: ToolView, axis: Axis, millimetres: number) =>
  formatLength(toControl(machine, axis, millimetres, "readout", tool.zone), lastDigit(machine, axis));

/** A sum that puts a tool at the part's zero outside the travel cannot be: what is in it twice? */
function outsideTravel(setup: SetupView, tool: ToolView, axis: Axis, sum: number): string | undefined {
  const travel = travelInZone(setup.machine, axis, tool.zone);
  if (!travel || (sum >= travel[0] - TOLERANCES.tieOfLastDigit && sum <= travel[1] + TOLERANCES.tieOfLastDigit))
    return undefined;
  const ends = [shownAt(setup, tool, axis, travel[0]), shownAt(setup, tool, axis, travel[1])];
  return `${toolNumber(setup.machine, tool.offset)} would stand at machine ${AXIS_NAME[axis]} ${shownAt(setup, tool, axis, sum)} at the part's ${AXIS_NAME[axis]}0, outside the travel (${ends.join(" to ")}). Does its geometry hold that distance already?`;
}

/**
 * A work offset held against every tool that works under it, or against all where none does: refused where a tool would leave the
 * travel, questioned where a touch says otherwise. Millimetres, on the diameter for X.
 */
export function findingOfWork(setup: SetupView, name: string, axis: Axis, to: number): SumFinding {
  const { machine } = setup;
  const contradicted: string[] = [];
  let gap = 0;
  const under = setup.tools.filter(({ worksUnder }) => worksUnder.includes(name));
  for (const tool of under.length > 0 ? under : setup.tools) {
    const geometry = tool[axis]?.exact ?? tool.control?.[axis];
    if (geometry === undefined) continue;
    const work = workInZone(machine, axis, to, tool.zone);
    const refused = outsideTravel(setup, tool, axis, geometry + work);
    if (refused !== undefined) return { refused };
    const open = name === tool.worksUnder[0] ? openBy(setup, tool, axis, { work }) : undefined;
    if (!open) continue;
    contradicted.push(toolNumber(machine, tool.offset));
    gap = open;
  }
  if (contradicted.length === 0) return {};
  const by = formatLength(Math.abs(toControl(machine, axis, gap, "readout", {})), lastDigit(machine, axis));
  return {
    doubt: `${contradicted.join(", ")} ${contradicted.length === 1 ? "was" : "were"} touched under another ${name} ${AXIS_NAME[axis]}: with this one the sum is open by ${by}. Both cannot be right. Is it meant?`,
  };
}

/**
 * A geometry that is put in by hand, held against its touch and the travel. `to` in millimetres, on the diameter for
 * X, signed as in the equation.
 */
export function findingOfGeometry(setup: SetupView, tool: ToolView, axis: Axis, to: number): SumFinding {
  const refused = outsideTravel(setup, tool, axis, to + (tool.work[axis] ?? 0));
  if (refused !== undefined) return { refused };
  const open = openBy(setup, tool, axis, { geometry: to });
  if (!open) return {};
  const by = formatLength(
    Math.abs(toControl(setup.machine, axis, open, "readout", {})),
    lastDigit(setup.machine, axis),
  );
  return {
    doubt: `Its touch says otherwise: with this number the sum is open by ${by}. Both cannot be right. Is it meant?`,
  };
}
