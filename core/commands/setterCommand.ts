import type { SetupView } from "../ledger/index.ts";
import { mainZone } from "../machine/index.ts";
import { setterSide } from "../tool/index.ts";
import { axesToCalibrate, axisOfSide, triggerFound } from "../touch/index.ts";
import { plainMillimetres } from "../units/index.ts";
import { readField } from "./fieldFrames.ts";
import type { FormOf } from "./forms/setupForms.ts";
import { type CommandResult, type InputLocale, type NewEntry, refuse } from "./outcome.ts";

/** A setter that trips farther than this from where it did was knocked, or one of the numbers is wrong. Millimetres, X on the diameter. */
export const LARGEST_DRIFT = 0.05;

/**
 * The setter calibrated with a tool whose geometry is known, or with a gauge tool. Refused where the machine has none, at the field
 * where a text is no length, where the tool's geometry is not known by another way, and where it trips far from where it did and that
 * is not said to be meant.
 */
export function setterCommand(
  setup: SetupView,
  form: FormOf<"calibrate-setter">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const { side } = form;
  const { machine } = setup;
  const axis = axisOfSide(side);
  if (!machine.setter) return refuse("This machine has no setter.");
  const tool = form.offset === undefined ? undefined : setup.tools.find(({ offset }) => offset === form.offset);
  if (
    form.offset !== undefined &&
    (!tool || setterSide(tool.tool, axis) !== side || !axesToCalibrate(setup, tool).includes(axis))
  )
    return refuse(
      "The setter is calibrated with a tool that presses this side, and whose geometry was found another way.",
    );
  const at = { machine, axis, zone: tool?.zone ?? mainZone(machine) };
  const read = readField("calibrate-setter", "machine", form.machine, machine.units, locale, at);
  if ("outcome" in read) return read;
  const said = tool
    ? undefined
    : readField("calibrate-setter", "geometry", form.geometry ?? "", machine.units, locale, at);
  if (said && "outcome" in said) return said;
  const geometry = said?.mm ?? tool?.[axis]?.exact;
  const exact = triggerFound(setup, tool, side, read.mm, geometry);
  if (geometry === undefined || exact === undefined)
    return refuse("The geometry of this tool is not known. Skim with it first.");
  const before = machine.setter[side];
  const drift = Math.abs(exact - before);
  if (drift > LARGEST_DRIFT && form.meant !== "yes") {
    const message = `It trips ${plainMillimetres(drift, machine.units)} from where it did. Was it knocked, or is a number wrong?`;
    return refuse(message, { meant: message });
  }
  const typed = { machine: form.machine, ...(!tool && { geometry: form.geometry ?? "" }) };
  const payload = { side, ...(tool && { offset: tool.offset }), machine: read.mm, geometry, exact, before, typed };
  return { ...entry, kind: "setter-calibrated", payload };
}
