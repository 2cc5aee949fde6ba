import type { Payload, SetupView } from "../ledger/index.ts";
import { toolFormOf } from "../tool/index.ts";
import { formatMillimetres } from "../units/index.ts";
import type { TypedStep } from "./forms/lists.ts";
import type { FormOf } from "./forms/setupForms.ts";
import { type CommandResult, INCOMPLETE, type InputLocale, type NewEntry, refuse } from "./outcome.ts";
import { readSize } from "./readSize.ts";

type Step = Payload<"part-stepped">["steps"][number];
type Fields = Record<string, string>;

/** The name of a field of a typed step, its index counted from 0, for the message that belongs to it. No unit: both fields hold lengths as typed. */
export const stepField = (index: number, field: "diameter" | "to") => `${field}-${index}`;

/** Steps that are longer or wider than this are in another unit. Millimetres. */
const LARGEST = 5000;

/** Draws a part without a program by its steps. Refused at the field of the step that cannot be. */
export function stepsCommand(
  setup: SetupView,
  form: FormOf<"describe-part">,
  entry: NewEntry,
  locale: InputLocale,
): CommandResult {
  const typed = locale.readList("partSteps", form.partSteps);
  if (!typed) return refuse(INCOMPLETE);
  const [face, parted] = [form.face.trim(), form.parted.trim()];
  const fields: Fields = {};
  const steps = typed.map((step, index): Step => readStep(step, index, form.sizeUnit, locale, fields));
  if (Object.keys(fields).length === 0) judgeSteps(setup, steps, fields);
  if (parted !== "" && !steps.some(({ side }) => side === "outer"))
    fields.parted = "Parted off is where the last outside step ends: add that step first.";
  const blade = setup.tools.find(({ offset }) => offset === parted)?.tool;
  if (blade && toolFormOf(blade) !== "blade") fields.parted = "A part is parted off with a blade. Choose one.";
  const [first] = Object.values(fields);
  if (first !== undefined) return refuse(first, fields);
  return {
    ...entry,
    kind: "part-stepped",
    payload: { steps, ...(face !== "" && { face }), ...(parted !== "" && { parted }) },
  };
}

function readStep(
  { side, offset, ...typed }: TypedStep,
  index: number,
  unit: FormOf<"describe-part">["sizeUnit"],
  locale: InputLocale,
  fields: Fields,
): Step {
  const read = (field: "diameter" | "to", positive: string) => {
    const name = stepField(index, field);
    const size = readSize(name, typed[field], unit, locale, positive);
    if ("outcome" in size) Object.assign(fields, size.fields);
    else if (size.mm > LARGEST) fields[name] = "More than 5 metres. Check the unit, and for a decimal point.";
    return "outcome" in size ? 0 : size.mm;
  };
  const diameter = read("diameter", "A diameter is above 0.");
  const to = read("to", "How far from the face it goes, above 0 and without a sign.");
  return { side, diameter, to, offset };
}

/** Whether the steps can be turned from the stock, and leave material between outside and bore. */
function judgeSteps({ stock, machine, rawHole }: SetupView, steps: readonly Step[], fields: Fields): void {
  const write = (millimetres: number) => formatMillimetres(millimetres, machine.units);
  const largest = stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize;
  const outer = withStart(steps, "outer");
  for (const [index, step] of steps.entries()) {
    const { side, diameter } = step;
    const start = withStart(steps, side).find((one) => one.step === step)?.from ?? 0;
    if (step.to <= start)
      fields[stepField(index, "to")] =
        `The step before goes to ${write(start)} already. Each goes farther from the face than the one before.`;
    else if (side === "outer" && diameter > largest)
      fields[stepField(index, "diameter")] = `The stock is ${write(largest)} at most, so it cannot be turned to this.`;
    else if (side === "inner" && rawHole !== undefined && diameter < rawHole)
      fields[stepField(index, "diameter")] = `The stock comes with a hole of ${write(rawHole)} already.`;
    else if (side === "inner") {
      const around = outer.find((one) => one.from < step.to && one.step.to > start && one.step.diameter <= diameter);
      if (around)
        fields[stepField(index, "diameter")] =
          `The outside measures ${write(around.step.diameter)} here: nothing is left of the wall.`;
      else if (diameter >= largest) fields[stepField(index, "diameter")] = `The stock is ${write(largest)} at most.`;
    }
  }
}

/** The steps of a side with the distance from the face at which each begins. Millimetres. */
const withStart = (steps: readonly Step[], side: Step["side"]) =>
  steps.filter((step) => step.side === side).map((step, index, all) => ({ step, from: all[index - 1]?.to ?? 0 }));
