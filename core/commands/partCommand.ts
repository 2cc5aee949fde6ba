import type { SetupView, ToolView } from "../ledger/index.ts";
import { LATHE_AXES, mainZone, stationOf, workInZone } from "../machine/index.ts";
import { readTypedMount } from "../mount/index.ts";
import { schoolNeeds, schoolShift } from "../offsets/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { misfitOf } from "../tool/index.ts";
import { plainMillimetres } from "../units/index.ts";
import { readField } from "./fieldFrames.ts";
import type { FormOf } from "./forms/setupForms.ts";
import { type CommandResult, INCOMPLETE, type InputLocale, type NewEntry, refuse } from "./outcome.ts";
import { readSize } from "./readSize.ts";

/** A measured bar more than this much thicker than it should be is a decimal point in the wrong place. */
const THICKEST_STOCK = 2;

/**
 * The bar as measured. Refused at the field where the text is no length, is not above 0, or
 * is more than twice the nominal diameter.
 */
export function stockCommand(
  { stock }: SetupView,
  form: FormOf<"measure-stock">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const read = readSize(
    "diameter",
    form.diameter,
    form.sizeUnit,
    locale,
    "A diameter is above 0. Type what the micrometer reads.",
  );
  if ("outcome" in read) return read;
  if (read.mm > stock.nominalDiameter * THICKEST_STOCK) {
    const message = "This would be more than twice the nominal bar. Check for a decimal point.";
    return refuse(message, { diameter: message });
  }
  return { ...entry, kind: "stock-measured", payload: { diameter: read.mm } };
}

/** The facing of the bar's end. Refused where the tool that it names is none of this setup. */
export function faceCommand({ tools }: SetupView, { by = "" }: FormOf<"record-face">, entry: NewEntry): CommandResult {
  if (by !== "" && !tools.some(({ offset }) => offset === by)) {
    const message = "This tool is not in the setup. Choose the one that faced the bar.";
    return refuse(message, { by: message });
  }
  return { ...entry, kind: "face-recorded", payload: by === "" ? {} : { offset: by } };
}

/**
 * The hole as measured: its diameter, and its depth where it was measured. Refused at the field where the text is no length, is
 * not above 0, or is as large as the stock.
 */
export function holeCommand(
  { stock }: SetupView,
  form: FormOf<"record-hole">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const read = readSize("diameter", form.diameter, form.sizeUnit, locale, "A hole's diameter is above 0.");
  if ("outcome" in read) return read;
  if (read.mm >= (stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize)) {
    const message = "This hole would be larger than the stock. Check for a decimal point.";
    return refuse(message, { diameter: message });
  }
  if ((form.depth ?? "").trim() === "") return { ...entry, kind: "hole-recorded", payload: { diameter: read.mm } };
  const depth = readSize("depth", form.depth ?? "", form.sizeUnit, locale, "A depth is above 0: from the face.");
  if ("outcome" in depth) return depth;
  return { ...entry, kind: "hole-recorded", payload: { diameter: read.mm, depth: depth.mm } };
}

/** A part may be longer than it should by this much before the number is thought to be another one. */
const LONGEST_OFF = 10;

/**
 * The part's overall length as measured, against the drawing's and its limits. Refused at the field where the text is no length or
 * is not above 0, and where the part is outside its limits and was not gone on with knowingly.
 */
export function lengthCommand(
  { machine }: Pick<SetupView, "machine">,
  form: FormOf<"record-length">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const length = readSize("length", form.length, form.sizeUnit, locale, "An overall length is above 0.");
  if ("outcome" in length) return length;
  const nominal = readSize("nominal", form.nominal, form.sizeUnit, locale, "An overall length is above 0.");
  if ("outcome" in nominal) return nominal;
  if (Math.abs(length.mm - nominal.mm) > LONGEST_OFF) {
    const message = "This is far from the length that the drawing wants. Check for a decimal point.";
    return refuse(message, { length: message });
  }
  const payload = { length: length.mm, nominal: nominal.mm };
  if ((form.tolerance ?? "").trim() === "") return { ...entry, kind: "part-length-recorded", payload };
  const tolerance = readSize("tolerance", form.tolerance ?? "", form.sizeUnit, locale, "The limits are above 0, as ±.");
  if ("outcome" in tolerance) return tolerance;
  const off = outsideBy(length.mm, nominal.mm, tolerance.mm);
  if (off !== undefined && form.goOn !== "yes") return refuseLength(machine, off);
  return {
    ...entry,
    kind: "part-length-recorded",
    payload: { ...payload, tolerance: tolerance.mm, ...(off !== undefined && { goOn: true }) },
  };
}

/** By how much a length is off where that is more than its limits; undefined where it is within. Millimetres, plus is too long. */
function outsideBy(length: number, nominal: number, tolerance: number): number | undefined {
  const off = length - nominal;
  return Math.abs(off) > tolerance + TOLERANCES.sameLength ? off : undefined;
}

function refuseLength({ units }: Pick<SetupView["machine"], "units">, off: number): CommandResult {
  const message = `This part is ${plainMillimetres(Math.abs(off), units)} too ${off > 0 ? "long" : "short"} for its limits. Make another, or go on knowingly.`;
  return refuse(message, { goOn: message });
}

/**
 * A later, better length: every back tool touched on the part since it was recorded moves by the difference. Refused at the field
 * where the text is no length above 0, and where the part is outside its limits and is not gone on with knowingly.
 */
export function correctedLengthCommand(
  { partLength, tools, machine }: SetupView,
  form: FormOf<"correct-length">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  if (!partLength) return refuse("No part length has been recorded yet.");
  const length = readSize("length", form.length, form.sizeUnit, locale, "An overall length is above 0.");
  if ("outcome" in length) return length;
  const { nominal, tolerance } = partLength;
  const off = tolerance === undefined ? undefined : outsideBy(length.mm, nominal, tolerance);
  if (off !== undefined && form.goOn !== "yes") return refuseLength(machine, off);
  const offsets = tools.filter(({ zone, z }) => zone.works === "sub" && z && z.seq > partLength.seq);
  return {
    ...entry,
    kind: "part-length-corrected",
    payload: {
      goOn: off !== undefined,
      length: length.mm,
      difference: length.mm - partLength.length,
      offsets: offsets.map(({ offset }) => offset),
    },
  };
}

/**
 * The bar taken out and put in again, with its new stick-out in the unit of the form. Refused at the field where it is
 * no length above 0.
 */
export function rechuckCommand(form: FormOf<"rechuck-bar">, entry: NewEntry, locale: InputLocale): CommandResult {
  const read = readSize(
    "stickOut",
    form.stickOut,
    form.sizeUnit,
    locale,
    "A stick-out is above 0: from what holds the bar to its end.",
  );
  return "outcome" in read ? read : { ...entry, kind: "bar-rechucked", payload: { stickOut: read.mm } };
}

/**
 * A tool moved to another station. Refused at the field where the station is unknown to the machine, occupied, or does
 * not take this tool.
 */
export function moveCommand(
  setup: SetupView,
  tool: ToolView,
  form: FormOf<"move-tool">,
  entry: NewEntry,
): CommandResult {
  const { machine } = setup;
  const no = (message: string) => refuse(message, { to: message });
  if (machine.stations && !stationOf(machine, form.to)) return no(`This machine has no station ${form.to}.`);
  if (form.to === tool.station) return no(`The tool stands in station ${form.to} already.`);
  const there = setup.tools.find(({ station, second }) => station === form.to && !second);
  if (there) return no(`Station ${form.to} holds the tool of offset ${there.offset}. Move that one first.`);
  const misfit = misfitOf(tool.tool, stationOf(machine, form.to), machine.units);
  if (misfit) return no(misfit.message);
  return { ...entry, kind: "tool-moved", payload: { offset: tool.offset, from: tool.station, to: form.to } };
}

/** The same sums in the boxes of another school; nothing that was touched is touched again. */
export function schoolCommand(
  setup: SetupView,
  form: FormOf<"change-school">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const { machine, school, workOffset, tools } = setup;
  const to = form.to;
  if (to === school && to !== "master-tool") return refuse("This setup is in that school already.");
  if (workOffset.z === undefined)
    return refuse(
      `${workOffset.name} Z is not known, so nothing can be moved into it or out of it. Set or teach it first.`,
    );
  const table = {
    work: workOffset.z,
    tools: tools.flatMap(({ offset, z, zone }) => (z ? [{ offset, z: workInZone(machine, "z", z.exact, zone) }] : [])),
  };
  const needs = schoolNeeds(to);
  let work: number | undefined;
  if (needs === "work-offset") {
    const at = { machine, axis: "z", zone: mainZone(machine) } as const;
    const read = readField("change-school", "work", form.work ?? "", machine.units, locale, at);
    if ("outcome" in read) return read;
    work = read.mm;
  }
  const shift = schoolShift(table, to, { master: form.master, work });
  if (shift === undefined) return refuse("The master has no Z yet. Touch it first, or choose another master.");
  const master = needs === "master" && form.master !== undefined ? { master: form.master } : {};
  return { ...entry, kind: "school-changed", payload: { from: school, to, shift, ...master } };
}

/** Another master, or the same one whose work offset was taught anew: everything moves in one action. */
export function masterCommand(
  { machine, school, master, masterShift, tools }: SetupView,
  form: FormOf<"change-master">,
  entry: NewEntry,
): CommandResult {
  if (school !== "master-tool" || master === undefined) return refuse("Only the master-tool school has a master.");
  if (form.to === master)
    return masterShift === undefined
      ? refuse("The master has not changed, so there is nothing to re-base.")
      : { ...entry, kind: "master-changed", payload: { from: master, to: master, shift: masterShift } };
  const next = tools.find(({ offset }) => offset === form.to);
  if (!next?.z) return refuse("The new master has no Z yet. Touch it first.");
  return {
    ...entry,
    kind: "master-changed",
    payload: { from: master, to: form.to, shift: workInZone(machine, "z", next.z.exact, next.zone) },
  };
}

/**
 * Safety wear of a tool on each axis, in the numbers of its control; an empty field says nothing of its axis. Refused
 * at the field where a text is no length.
 */
export function safetyWearCommand(
  { machine }: Pick<SetupView, "machine">,
  tool: ToolView,
  form: FormOf<"set-safety-wear">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const amounts = LATHE_AXES.map((axis) =>
    form[axis].trim() === ""
      ? { mm: 0 }
      : readField("set-safety-wear", axis, form[axis], form.sizeUnit, locale, { machine, axis, zone: tool.zone }),
  );
  const [x, z] = amounts;
  if (!x || "outcome" in x) return x ?? refuse("Type the safety wear.");
  if (!z || "outcome" in z) return z ?? refuse("Type the safety wear.");
  const most = 2;
  if (Math.abs(x.mm) > most || Math.abs(z.mm) > most) {
    const message = `Safety wear is a little for the first cut, not more than ${plainMillimetres(most, machine.units)}. Check for a decimal point.`;
    return refuse(message, { [Math.abs(x.mm) > most ? "x" : "z"]: message });
  }
  return { ...entry, kind: "safety-wear-set", payload: { offset: tool.offset, x: x.mm, z: z.mm } };
}

/**
 * A check of how a tool is mounted, from the readings as typed. Refused where the form is not complete, or at the
 * reading that is none.
 */
export function mountCommand(
  tool: ToolView,
  form: FormOf<"record-mount">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const texts = locale.readList("texts", form.typed);
  if (!texts) return refuse(INCOMPLETE);
  const { material, swept, check } = form;
  const reading = readTypedMount(check, texts, form.sizeUnit, { decimal: locale.decimalMark, material, swept });
  if (!reading.found) {
    const fields = Object.fromEntries(Object.entries(reading.refusals).map(([name, { message }]) => [name, message]));
    return refuse(Object.values(fields)[0] ?? "This check cannot be worked out.", fields);
  }
  const { given, found } = reading;
  return { ...entry, kind: "mount-recorded", payload: { offset: tool.offset, check, given, found } };
}
