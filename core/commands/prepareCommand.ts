import { correctedCell } from "../correction/index.ts";
import { HOLDER_NUMBER, type Payload, readCalledWork, type SetupView, workOfPath } from "../ledger/index.ts";
import {
  type Axis,
  fromControl,
  fromDrawing,
  type LatheAxis,
  shownAs,
  stationOf,
  workFromControl,
  zoneOf,
} from "../machine/index.ts";
import { controlNumbers } from "../offsets/index.ts";
import { brokenNeeds, planSteps, touchingOrder } from "../plan/index.ts";
import { noCutMade } from "../plausibility/index.ts";
import {
  changedLines,
  keptChanges,
  programDiff,
  programMachine,
  readProgram,
  renumberCalls,
} from "../program/index.ts";
import { misfitOf, readTypedTool } from "../tool/index.ts";
import { convertLength, formatMillimetres } from "../units/index.ts";
import type { ShopGauge } from "../workshop/index.ts";
import type { Brought } from "./brought.ts";
import { prepareForms } from "./forms/prepareForms.ts";
import type { FormOf, SetupForm } from "./forms/setupForms.ts";
import { type CommandResult, INCOMPLETE, type InputLocale, type NewEntry, refuse } from "./outcome.ts";
import { readSize } from "./readSize.ts";
import { readTableFile } from "./readTableFile.ts";
import { stepsCommand } from "./stepsCommand.ts";
import { usedGauge } from "./usedGauge.ts";

/** What Prepare and the first part need to know besides the setup. */
export interface KnownBefore {
  /** The program's text as it came, where one has been taken in. */
  readonly program: string | undefined;
  /** What earlier setups on this machine left in its control. */
  readonly left: Payload<"table-read">["rows"];
  /** Work offsets of the latest of them; absent on a device that took along less. */
  readonly leftWork?: Payload<"table-read">["work"];
  readonly gauges: readonly ShopGauge[];
}

export type PrepareForm = Extract<SetupForm, { intent: keyof typeof prepareForms }>;
/** True for a form of Prepare. */
export const isPrepareForm = (form: SetupForm): form is PrepareForm => Object.hasOwn(prepareForms, form.intent);

/** Works out what a form of Prepare asks for. */
export function prepareCommand(
  setup: SetupView,
  form: PrepareForm,
  locale: InputLocale,
  known: KnownBefore & { readonly brought?: Brought | undefined },
): CommandResult {
  const entry = { id: form.id } as const;
  switch (form.intent) {
    case "load-tool":
      return loadCommand(setup, form, entry, locale);
    case "number-holder":
      return holderCommand(setup, form, entry);
    case "remove-tool":
      return setup.tools.some(({ offset, second }) => offset === form.offset && !second)
        ? { ...entry, kind: "tool-removed", payload: { offset: form.offset } }
        : refuse(`Offset ${form.offset} has no tool in this setup.`);
    case "take-program":
      return programCommand(form, entry, known.brought);
    case "describe-work":
      return describeWorkCommand(form, entry);
    case "choose-work":
      return { ...entry, kind: "work-offset-chosen", payload: { offset: form.offset, name: form.name } };
    case "keep-proven":
      return provenCommand(setup, form, entry, known);
    case "renumber":
      return renumberCommand(setup, form, entry, locale, known.program);
    case "check-fact":
      return { ...entry, kind: "fact-checked", payload: { fact: form.fact, found: form.found.trim() } };
    case "take-table":
      return form.source === "file" ? tableOfFile(setup, form, entry, locale) : tableOfMachine(known, entry);
    case "decide-rows": {
      const rows = locale.readList("rows", form.rows);
      return rows ? { ...entry, kind: "stale-decided", payload: { rows } } : refuse(INCOMPLETE);
    }
    case "arrange-order":
      return orderCommand(setup, form, entry, locale);
    case "record-feature":
      return featureCommand(form, entry, locale);
    case "describe-part":
      return stepsCommand(setup, form, entry, locale);
    case "measure-feature":
      return measureCommand(setup, form, entry, locale, known.gauges);
    case "correct-offset": {
      const cell = correctedCell(setup, { ...form, meant: form.meant === "yes" });
      if (!cell.ok)
        return refuse(cell.refusal.message, cell.refusal.code === "too-large" ? { meant: cell.refusal.message } : {});
      return { ...entry, kind: "table-edited", payload: { edit: "corrected", cells: [cell.value] } };
    }
    case "remove-feature":
      return { ...entry, kind: "feature-removed", payload: { feature: form.feature } };
    case "describe-stock":
      return stockCommand(form, entry, locale);
  }
}

function programCommand(form: FormOf<"take-program">, entry: NewEntry, brought: Brought | undefined): CommandResult {
  const isIts = brought?.kind === "program" && brought.program.fingerprint === form.program;
  const message = "The program has not come along. Choose its file again.";
  return isIts ? { ...entry, kind: "program-read", payload: brought.program } : refuse(message, { program: message });
}

function loadCommand(
  { machine, tools }: SetupView,
  form: FormOf<"load-tool">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const { kind, sizeUnit, station } = form;
  const fields: Record<string, string> = {};
  const offset = form.offset.trim().replace(/^0+(?=\d)/, "");
  if (!/^[1-9]\d{0,2}$/.test(offset)) fields.offset = "An offset is a number from 1 to 999.";
  else if (machine.table && Number(offset) > machine.table.rows)
    fields.offset = `This control's table has ${machine.table.rows} rows.`;
  if (machine.stations && !stationOf(machine, station)) fields.station = `This machine has no station ${station}.`;
  const there = tools.find((one) => one.station === station && one.offset !== offset && !one.second);
  if (there) fields.station = `Station ${station} holds the tool of offset ${there.offset}. Move that one first.`;
  const texts = locale.readList("texts", form.typed);
  if (!texts) return refuse(INCOMPLETE);
  const read = readTypedTool(kind, texts, { unit: sizeUnit, decimal: locale.decimalMark });
  if (!read.ok) Object.assign(fields, read.refusal.fields);
  const misfit = read.ok ? misfitOf(read.value, stationOf(machine, station), sizeUnit) : undefined;
  if (misfit) fields[misfit.field] = misfit.message;
  const tolerance: Record<LatheAxis, number> = { x: 0, z: 0 };
  for (const [axis, name] of [
    ["x", "toleranceX"],
    ["z", "toleranceZ"],
  ] as const) {
    const size = readSize(name, form[name], sizeUnit, locale, "A tolerance is above 0: the ± figure.");
    if ("outcome" in size) Object.assign(fields, size.fields);
    else tolerance[axis] = size.mm;
  }
  const holder = (form.holder ?? "").trim();
  const taken = holder === "" ? undefined : refusedHolder(tools, offset, holder);
  if (taken !== undefined) fields.holder = taken;
  const [first] = Object.values(fields);
  if (first !== undefined || !read.ok) return refuse(first ?? INCOMPLETE, fields);
  const payload = { offset, station, tool: read.value, tolerance, ...(holder !== "" && { holder }) };
  return { ...entry, kind: "tool-loaded", payload };
}

/** Why a tool cannot stand in a holder: its number is none, or another tool of the setup stands in it. */
function refusedHolder(tools: SetupView["tools"], offset: string, holder: string): string | undefined {
  if (!HOLDER_NUMBER.test(holder))
    return "A holder's number is as it is marked, at most 20 letters and digits, such as 12 or H-7.";
  const other = tools.find((one) => one.offset !== offset && !one.second && one.holder === holder);
  return other && `Holder ${holder} holds the tool of offset ${other.offset}. Number that one first.`;
}

/** The number of a tool's holder. Refused at the field where it is none, and where another tool stands in that holder. */
function holderCommand({ tools }: SetupView, form: FormOf<"number-holder">, entry: NewEntry): CommandResult {
  const holder = form.holder.trim();
  const refused = refusedHolder(tools, form.offset, holder);
  if (refused !== undefined) return refuse(refused, { holder: refused });
  return { ...entry, kind: "holder-numbered", payload: { offset: form.offset, holder } };
}

/** Renumbers on the program as it was read, so that nothing is refused later when the file is taken away. */
function renumberCommand(
  { programRead, machine }: SetupView,
  form: FormOf<"renumber">,
  entry: NewEntry,
  { readList }: InputLocale,
  text: string | undefined,
): CommandResult {
  const changes = readList("changes", form.changes);
  if (!changes) return refuse(INCOMPLETE);
  if (!programRead || text === undefined)
    return refuse("No program has been imported, so there is nothing to renumber.");
  const how = programMachine(machine);
  const done = renumberCalls(text, readProgram(text, how), how, changes);
  return done.ok ? { ...entry, kind: "calls-renumbered", payload: { changes } } : refuse(done.refusal.message);
}

/** A control's table as a backup holds it, in this machine's own signs and units; nothing is taken from a broken file. */
function tableOfFile(
  setup: SetupView,
  { text = "", ...form }: FormOf<"take-table">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const { machine, tools: loaded } = setup;
  const read = readTableFile(setup, { ...form, text }, locale);
  if (!read.ok) return refuse(read.refusal.message, { text: read.refusal.message });
  const { table, numbers: whose, format } = read.value;
  if (table.tools.length === 0) {
    const message = "This file holds no tool offsets.";
    return refuse(message, { text: message });
  }
  const numbers = controlNumbers(setup, table, whose);
  const rows = table.tools.map(({ offset }) => {
    // A zone can store with signs of its own: a row is read as the tool that it belongs to is stored.
    const zone = loaded.find((tool) => tool.offset === offset)?.zone ?? zoneOf(machine, "");
    const shown = (column: string) => numbers.get(`${offset}/${column}`);
    // What the file does not hold stays not known.
    const core = (axis: Axis, column: "geometry" | "wear") => {
      const value = shown(`${column}.${axis}`);
      return value === undefined
        ? undefined
        : fromControl(machine, axis, shownAs("tool-offset", value), "tool-offset", zone);
    };
    const radius = shown("noseRadius");
    return said({
      offset,
      x: core("x", "geometry"),
      y: core("y", "geometry"),
      z: core("z", "geometry"),
      wearX: core("x", "wear"),
      wearY: core("y", "wear"),
      wearZ: core("z", "wear"),
      noseRadius: radius === undefined ? undefined : convertLength(radius, machine.units, "mm"),
      orientation: shown("orientation"),
    });
  });
  const work = table.work
    .filter(({ name }) => /^G5[4-9]$/.test(name))
    .map(({ name }) => {
      const core = (axis: Axis) => {
        const value = numbers.get(`${name}/work.${axis}`);
        return value === undefined ? undefined : workFromControl(machine, axis, shownAs("work-offset", value));
      };
      return said({ name, x: core("x"), y: core("y"), z: core("z") });
    });
  return {
    ...entry,
    kind: "table-read",
    payload: { source: "file", name: form.name?.trim() || "backup", format, rows, ...(work.length > 0 && { work }) },
  };
}

/** Only what was said: a field that is undefined is left out. */
function said<Row extends object>(row: Row): Said<Row>;
function said(row: object): object {
  return Object.fromEntries(Object.entries(row).filter(([, value]) => value !== undefined));
}
type Said<Row> = { [Key in keyof Row as undefined extends Row[Key] ? never : Key]: Row[Key] } & {
  [Key in keyof Row as undefined extends Row[Key] ? Key : never]?: Exclude<Row[Key], undefined>;
};

/** What the control is believed to hold: what earlier setups on this machine left in it. */
function tableOfMachine({ left: rows, leftWork: work = [] }: KnownBefore, entry: NewEntry): CommandResult {
  if (rows.length === 0) return refuse("No earlier setup on this machine has left anything on record.");
  return {
    ...entry,
    kind: "table-read",
    payload: {
      source: "last-setup",
      name: "left by earlier setups",
      rows: [...rows],
      ...(work.length > 0 && { work }),
    },
  };
}

/** An order that breaks a prerequisite is refused with its name. */
function orderCommand(
  setup: SetupView,
  form: FormOf<"arrange-order">,
  entry: NewEntry,
  { readList }: InputLocale,
): CommandResult {
  const steps = readList("steps", form.steps);
  if (!steps) return refuse(INCOMPLETE);
  const known = planSteps(setup, touchingOrder(setup));
  const order = steps.flatMap(
    ({ offset, kind }) => known.find((one) => one.offset === offset && one.kind === kind) ?? [],
  );
  const [broken] = brokenNeeds(order);
  if (broken) return refuse(`${broken.step.key.toUpperCase()} ${broken.need.words}.`);
  return { ...entry, kind: "order-arranged", payload: { steps, by: form.by } };
}

function featureCommand(form: FormOf<"record-feature">, entry: NewEntry, locale: InputLocale): CommandResult {
  const { feature, name, offset, axis, sizeUnit } = form;
  const fields: Record<string, string> = {};
  const sizes = { nominal: 0, lower: 0, upper: 0 };
  if (name.trim() === "") fields.name = "Say what it is, such as bearing seat.";
  for (const field of ["nominal", "lower", "upper"] as const) {
    const read = readSize(field, form[field], sizeUnit, locale);
    if ("outcome" in read) Object.assign(fields, read.fields);
    else sizes[field] = read.mm;
  }
  if (!fields.nominal && sizes.nominal <= 0) fields.nominal = drawnAbove0(axis);
  if (!fields.lower && !fields.upper && sizes.upper <= sizes.lower)
    fields.upper = "The upper limit must lie above the lower one.";
  const at = form.at?.trim() ? readSize("at", form.at, sizeUnit, locale) : undefined;
  if (at && "outcome" in at) Object.assign(fields, at.fields);
  else if (at && at.mm < 0) fields.at = "How far from the face, without a sign.";
  const [first] = Object.values(fields);
  if (first !== undefined) return refuse(first, fields);
  const coordinate = (millimetres: number) => fromDrawing(axis, shownAs("drawing", millimetres));
  // A length grows as its coordinate falls: its upper limit is the lower coordinate.
  const [one, other] = [coordinate(sizes.lower), coordinate(sizes.upper)];
  const limits = { nominal: coordinate(sizes.nominal), lower: Math.min(one, other), upper: Math.max(one, other) };
  const atZ = at && "mm" in at ? { atZ: fromDrawing("z", shownAs("drawing", at.mm)) } : {};
  const more = {
    ...(form.form && { form: form.form }),
    ...atZ,
    ...(form.from && axis === "z" && { from: { offset: form.from, is: form.fromIs ?? "face" } }),
    ...(form.limitsBy && { limitsBy: form.limitsBy }),
  };
  return {
    ...entry,
    kind: "feature-recorded",
    payload: { feature, name: name.trim(), offset, axis, ...limits, ...more },
  };
}

/** Why a dimension of the drawing is no use. */
const drawnAbove0 = (axis: LatheAxis) =>
  axis === "x"
    ? "A diameter is above 0."
    : "A length is above 0, as the drawing has it: from the face, without a sign.";

/** What a feature measures on a part, and how sure that is: by its gauge, or as such a gauge usually is. */
function measureCommand(
  setup: SetupView,
  form: FormOf<"measure-feature">,
  entry: NewEntry,
  locale: InputLocale,
  gauges: readonly ShopGauge[],
): CommandResult {
  const feature = setup.features.find((one) => one.feature === form.feature);
  if (!feature) return refuse("This dimension is not on record any more.");
  const read = readSize("measured", form.measured, form.sizeUnit, locale);
  if ("outcome" in read) return read;
  const say = (message: string) => refuse(message, { measured: message });
  if (read.mm <= 0) return say(drawnAbove0(feature.axis));
  const measured = fromDrawing(feature.axis, shownAs("drawing", read.mm));
  const off = Math.abs(measured - feature.nominal);
  if (off > FARTHEST_OFF)
    return say(
      `This is ${formatMillimetres(off, setup.machine.units)} from nominal. Check the decimal point and the unit.`,
    );
  const impossible = noCutMade(setup, feature, measured);
  if (impossible !== undefined) return say(impossible);
  const part = Number(form.part);
  if (part < 1) return refuse("Parts are counted from 1.", { part: "Parts are counted from 1." });
  const used = usedGauge(form, gauges);
  if ("outcome" in used) return used;
  const gauge = gauges.find(({ name }) => name === used.gauge);
  const payload = {
    feature: feature.feature,
    part,
    measured,
    uncertainty: gauge && gauge.uncertainty > 0 ? gauge.uncertainty : USUAL_MEASUREMENT,
    ...used,
  };
  return { ...entry, kind: "feature-measured", payload };
}
/** Farther from nominal something else was measured, or in another unit; millimetres. */
const FARTHEST_OFF = 5;
/** One standard deviation of a measurement without a named gauge, millimetres. */
const USUAL_MEASUREMENT = 0.005;

/** Sizes beyond which a number is in another unit; millimetres. */
const LARGEST = [
  ["nominalDiameter", 2000],
  ["oversize", 2000],
  ["stickOut", 5000],
  ["chuckDiameter", 3000],
  ["toFace", 5000],
] as const;

/** What is typed about the stock, field by field. */
export function readStock(
  form: Pick<
    FormOf<"describe-stock">,
    "material" | "nominalDiameter" | "oversize" | "stickOut" | "chuckDiameter" | "toFace" | "sizeUnit"
  >,
  locale: Pick<InputLocale, "decimalMark">,
): { readonly stock: Payload<"stock-described"> } | { readonly fields: Readonly<Record<string, string>> } {
  const fields: Record<string, string> = {};
  const read = (name: "nominalDiameter" | "oversize" | "stickOut" | "chuckDiameter" | "toFace", positive?: string) => {
    const size = readSize(name, form[name], form.sizeUnit, locale, positive);
    if ("outcome" in size) Object.assign(fields, size.fields);
    else if (size.mm < 0) fields[name] = "This is not negative.";
    return "outcome" in size ? 0 : size.mm;
  };
  const stock = {
    material: form.material.trim(),
    nominalDiameter: read("nominalDiameter", "A diameter is above 0."),
    oversize: read("oversize"),
    stickOut: read("stickOut", "A stick-out is above 0: from what holds the bar to its end."),
    chuckDiameter: read("chuckDiameter", "The chuck's or guide bush's diameter is above 0."),
    toFace: read("toFace"),
  };
  if (stock.material === "") fields.material = "Say the material, such as brass.";
  for (const [name, most] of LARGEST)
    if (!fields[name] && stock[name] > most)
      fields[name] = `More than ${most / 1000} metres. Check the unit, and for a decimal point.`;
  if (!fields.toFace && !fields.stickOut && stock.toFace >= stock.stickOut)
    fields.toFace = "There is no more to face than sticks out.";
  return Object.keys(fields).length > 0 ? { fields } : { stock };
}

function stockCommand(form: FormOf<"describe-stock">, entry: NewEntry, locale: InputLocale): CommandResult {
  const read = readStock(form, locale);
  const fields: Record<string, string> = "fields" in read ? { ...read.fields } : {};
  /** A length that may be left out; undefined where it is. */
  const optional = (name: "hole" | "grip", positive: string) => {
    const text = form[name]?.trim();
    if (text === undefined || text === "") return undefined;
    const size = readSize(name, text, form.sizeUnit, locale, positive);
    if ("outcome" in size) Object.assign(fields, size.fields);
    return "outcome" in size ? undefined : size.mm;
  };
  const hole = optional("hole", "A hole's diameter is above 0. Leave it empty for a solid bar.");
  const grip = optional("grip", "How deep it is held is above 0. Leave it empty where it is not known.");
  const stock = "stock" in read ? read.stock : undefined;
  if (stock && hole !== undefined && hole >= stock.nominalDiameter)
    fields.hole = "This hole would be as large as the stock. Check for a decimal point.";
  if (grip !== undefined && grip > LONGEST_GRIP)
    fields.grip = `More than ${LONGEST_GRIP / 1000} metres. Check the unit, and for a decimal point.`;
  if (!stock || Object.keys(fields).length > 0) return refuse(Object.values(fields)[0] ?? INCOMPLETE, fields);
  // An empty field says that it is solid; a form without one says nothing of it.
  const said = form.hole === undefined ? {} : { hole: hole ?? 0 };
  return { ...entry, kind: "stock-described", payload: { ...stock, ...said, ...(grip !== undefined && { grip }) } };
}
const LONGEST_GRIP = 5000;

/** What a work offset is for. Refused at the field where it is no work offset that programs call, or its operation is too long. */
function describeWorkCommand(form: FormOf<"describe-work">, entry: NewEntry): CommandResult {
  const called = readCalledWork(form.called);
  if (called === undefined) {
    const message = "A work offset is called G54 to G59, or G54.1 P1 to P300. Write it as the program does.";
    return refuse(message, { called: message });
  }
  const operation = form.operation.trim();
  if (operation.length > 60) return refuse("At most 60 characters.", { operation: "At most 60 characters." });
  const name = workOfPath(called, Number(form.path));
  return { ...entry, kind: "work-offset-described", payload: { name, spindle: form.spindle, operation } };
}

/**
 * The program saved as proven, with what was changed in it since it came in. Refused at the file where that has not come along, and
 * where there is no program.
 */
function provenCommand(
  setup: SetupView,
  form: FormOf<"keep-proven">,
  entry: NewEntry,
  { program, brought }: Pick<KnownBefore, "program"> & { readonly brought?: Brought | undefined },
): CommandResult {
  const { programRead } = setup;
  if (!programRead) return refuse("No program has been imported, so none can be saved as proven.");
  if (program === undefined)
    return refuse("The program as it came in is not here, so what was changed in it cannot be said.");
  if (form.as === "went-out") {
    const changes = changedLines(program, setup);
    const { name, fingerprint, lines } = programRead;
    const kept = { as: form.as, name, fingerprint, lines, changed: changes.length };
    return { ...entry, kind: "program-proven", payload: { ...kept, changes: [...keptChanges(changes)] } };
  }
  if (brought?.kind !== "program" || brought.text === undefined || brought.program.fingerprint !== form.program) {
    const message = "The program has not come along. Choose its file again.";
    return refuse(message, { program: message });
  }
  const { count, lines: changes } = programDiff(program, brought.text);
  const { name, fingerprint, lines } = brought.program;
  const kept = { as: form.as, name, fingerprint, lines, ...(count !== undefined && { changed: count }) };
  return { ...entry, kind: "program-proven", payload: { ...kept, changes: [...changes] } };
}
