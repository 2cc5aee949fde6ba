import type { SetupView } from "../ledger/index.ts";
import { type LatheAxis, mainZone, shownAs } from "../machine/index.ts";
import { judgeStop, provenFrom, twoLineCheck, whereToolsStand } from "../proof/index.ts";
import { readLength } from "../units/index.ts";
import { readField } from "./fieldFrames.ts";
import { proofForms } from "./forms/proofForms.ts";
import type { FormOf, SetupForm } from "./forms/setupForms.ts";
import { type CommandResult, type InputLocale, refuse } from "./outcome.ts";
import { readSize } from "./readSize.ts";

export type ProofForm = Extract<SetupForm, { intent: keyof typeof proofForms }>;
/** True for a form of Clear or Prove. */
export const isProofForm = (form: SetupForm): form is ProofForm => Object.hasOwn(proofForms, form.intent);

/** Works out what a form of Clear or Prove asks for. */
export function proofCommand(setup: SetupView, form: ProofForm, locale: InputLocale): CommandResult {
  switch (form.intent) {
    case "record-reach":
      return reachCommand(setup, form, locale);
    case "describe-front":
      return frontCommand(form, locale);
    case "record-proof":
      return checkedCommand(setup, form, locale);
  }
}

function reachCommand(setup: SetupView, form: FormOf<"record-reach">, locale: InputLocale): CommandResult {
  const { machine } = setup;
  const zone = setup.tools.find(({ offset }) => offset === form.offset)?.zone ?? mainZone(machine);
  const lengths: Record<string, number> = {};
  for (const field of ["xFrom", "xTo", "zFrom", "zTo", "retractX", "retractZ"] as const) {
    if (form[field].trim() === "") continue;
    const axis = field.toLowerCase().includes("x") ? "x" : "z";
    const read = readField("record-reach", field, form[field], form.sizeUnit, locale, { machine, axis, zone });
    if ("outcome" in read) return read;
    lengths[field] = read.mm;
  }
  const range = (from: string, to: string): [number, number] | null | undefined => {
    const [a, b] = [lengths[from], lengths[to]];
    if (a === undefined && b === undefined) return null;
    return a === undefined || b === undefined ? undefined : [Math.min(a, b), Math.max(a, b)];
  };
  const [x, z] = [range("xFrom", "xTo"), range("zFrom", "zTo")];
  const both = "Give both ends of this axis, or neither.";
  if (x === undefined) return refuse(both, { [lengths.xFrom === undefined ? "xFrom" : "xTo"]: both });
  if (z === undefined) return refuse(both, { [lengths.zFrom === undefined ? "zFrom" : "zTo"]: both });
  const { retractX, retractZ } = lengths;
  if (x === null && z === null && retractX === undefined && retractZ === undefined)
    return refuse("Say where the tool goes.", { xFrom: "Say where the tool goes." });
  return {
    id: form.id,
    kind: "reach-recorded",
    payload: {
      offset: form.offset,
      x,
      z,
      ...(retractX !== undefined && { retractX }),
      ...(retractZ !== undefined && { retractZ }),
    },
  };
}

function frontCommand(
  { id, what, diameter, z, sizeUnit }: FormOf<"describe-front">,
  locale: InputLocale,
): CommandResult {
  const entry = { id, kind: "front-described" } as const;
  if (what === "nothing") return { ...entry, payload: { what, diameter: 0, z: 0 } };
  const size = readSize("diameter", diameter, sizeUnit, locale, "It has a diameter above 0.");
  if ("outcome" in size) return size;
  const from = readSize("z", z, sizeUnit, locale, "It stands in front of the face: how far is above 0.");
  if ("outcome" in from) return from;
  return { ...entry, payload: { what, diameter: size.mm, z: from.mm } };
}

/** What was read at the pauses against what was predicted: worked out here from the readings, whatever the page said. */
function checkedCommand(setup: SetupView, form: FormOf<"record-proof">, { decimalMark }: InputLocale): CommandResult {
  const standing = whereToolsStand(setup).find(({ tool }) => tool.offset === form.offset);
  if (!standing) return refuse(`Offset ${form.offset} has no tool in this setup.`);
  const check = twoLineCheck(setup, standing);
  if (!check.ok) return refuse(check.refusal.message);
  const by: Record<LatheAxis, number | null> = { x: null, z: null };
  let isOff = false;
  for (const stop of check.value.stops) {
    const text = form[stop.axis].trim();
    if (text === "") continue;
    const read = readLength(text, { units: setup.machine.units, ...(decimalMark && { decimal: decimalMark }) });
    if (!read.ok) return refuse(read.refusal.message, { [stop.axis]: read.refusal.message });
    const { off, isRight } = judgeStop(setup, standing.tool, stop, shownAs("readout", read.value.exact));
    by[stop.axis] = off;
    if (!isRight) isOff = true;
  }
  if (form.found === "right" && isOff) {
    const message = "The reading is not what was predicted. Record it as off, or look at the reading again.";
    return refuse(message, { found: message });
  }
  const [along, across] = check.value.stops;
  return {
    id: form.id,
    kind: "proof-checked",
    payload: {
      offset: form.offset,
      found: form.found,
      stop: { x: across.at, z: along.at },
      by,
      source: form.source,
      ...(standing.tool.worksUnder[0] !== setup.ownWork && { under: standing.tool.worksUnder[0] }),
      rests: provenFrom(setup, standing.tool),
      ...(form.note.trim() !== "" && { note: form.note.trim() }),
    },
  };
}
