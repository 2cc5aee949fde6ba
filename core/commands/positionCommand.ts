import type { SetupView, ToolView } from "../ledger/index.ts";
import { AXIS_NAME, LATHE_AXES, type LatheAxis, lastDigitInCore, toolNumber } from "../machine/index.ts";
import { wearInCore } from "../offsets/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { readField } from "./fieldFrames.ts";
import type { FormOf } from "./forms/setupForms.ts";
import { type CommandResult, type InputLocale, type NewEntry, refuse } from "./outcome.ts";

/**
 * The check of a reference tool after the position was lost: the readout at a known place against the sum of geometry, wear, work
 * offset and that place. An axis is off where they differ by more than the tightest tolerance of any tool of the setup, and by more
 * than two last digits. Refused where the sum is not known, at the field that is no length otherwise.
 */
export function positionCommand(
  setup: SetupView,
  tool: ToolView,
  form: FormOf<"check-position">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  if (!setup.positionLost) return refuse("The position was not lost, so there is nothing to check.");
  const { machine } = setup;
  const found: Record<LatheAxis, number> = { x: 0, z: 0 };
  for (const axis of LATHE_AXES) {
    const [readName, isName] = axis === "x" ? (["readX", "isX"] as const) : (["readZ", "isZ"] as const);
    const expected = sumOf(tool, axis);
    if (typeof expected === "string")
      return refuse(`${expected} of ${toolNumber(machine, tool.offset)} is not known: check another tool.`);
    const at = { machine, axis, zone: tool.zone };
    const read = readField("check-position", readName, form[readName], machine.units, locale, at);
    if ("outcome" in read) return read;
    const is = readField("check-position", isName, form[isName], form.sizeUnit, locale);
    if ("outcome" in is) return is;
    // A tool from the far side of the centre stands at minus the diameter that it touches.
    const place = axis === "x" && tool.zone.from === "minus" ? -is.mm : is.mm;
    found[axis] = read.mm - expected - place;
  }
  return { ...entry, kind: "position-checked", payload: { offset: tool.offset, ...found, off: axesOff(setup, found) } };
}

/**
 * The axes on which a check is farther off than the tools of a setup can stand, or without tools than its readout can; empty where
 * none is. Millimetres, X as a diameter.
 */
export function axesOff({ machine, tools }: SetupView, found: Readonly<Record<LatheAxis, number>>): LatheAxis[] {
  return LATHE_AXES.filter((axis) => {
    const tightest = tools.length === 0 ? 0 : Math.min(...tools.map(({ tolerance }) => tolerance[axis]));
    return Math.abs(found[axis]) > Math.max(TOLERANCES.readoutDigits * lastDigitInCore(machine, axis), tightest);
  });
}

/** Geometry, wear and work offset of an axis together, millimetres; the name of what is not known in its place. */
function sumOf(tool: ToolView, axis: LatheAxis): number | string {
  const geometry = tool[axis]?.exact;
  const wear = wearInCore(tool, axis);
  const work = tool.work[axis];
  if (geometry === undefined) return `${AXIS_NAME[axis]} geometry`;
  if (wear === undefined) return `${AXIS_NAME[axis]} wear`;
  return work === undefined ? `The work offset on ${AXIS_NAME[axis]}` : geometry + wear + work;
}
