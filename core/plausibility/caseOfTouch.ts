import type { SetupView, ToolView } from "../ledger/index.ts";
import type { TouchFacts } from "../limits/index.ts";
import { jogStep, lastDigit } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { contactTool, type SpacerKind, wayOf } from "../tool/index.ts";
import { type CaseContact, surfaceOf } from "../touch/index.ts";
import { convertLength, decimalsOf, roundToResolution } from "../units/index.ts";
import { doubtWords, unknownSpacerWords } from "./doubtWords.ts";
import type { NewValue } from "./newValue.ts";
import type { Plausibility } from "./plausibility.ts";
import type { PlausibilityCase, TypedTexts } from "./plausibilityCase.ts";
import { readTypedNumber } from "./typedNumber.ts";

/**
 * What a new value is judged by besides what is expected of it: the touch, what was typed for it, the shop's spacers, the steps of the
 * handwheel; in the machine's unit, as the readout shows it.
 */
export function caseOf(setup: SetupView, view: ToolView | undefined, value: NewValue) {
  const { machine } = setup;
  const { axis } = value;
  const toUnit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const resolution = lastDigit(machine, axis);
  const write = (millimetres: number) => roundToResolution(toUnit(millimetres), resolution);
  const number = write(value.exact);
  const isBySpacer = (value.touch?.numbers.spacer ?? 0) > 0 || value.touch?.way === "scratch";
  const one: PlausibilityCase = {
    units: machine.units,
    resolution,
    axis,
    value: number,
    history: [],
    touch: value.touch && view && contactOfTouch(view, value.touch, toUnit),
    typed: typedOf(value, { number, resolution, write }),
    // A skim cuts: nothing can lie between.
    ...(isBySpacer &&
      value.spacers.length > 0 && { commonThickness: value.spacers.map(({ thickness }) => toUnit(thickness)) }),
    ...(value.carriedSpacer && { carriedSpacer: true }),
    jogSteps: [1, 10, 100].map((times) => write(times * jogStep(machine, axis))),
  };
  return { one, toUnit, write };
}

/** A paper or shim is thinner than this where the shop has measured none, millimetres. */
const THICKEST_PAPER = 0.5;

/**
 * Whether a spacer is more than twice as thick or as thin as every one of the shop's that is used this way, and no touch that stands in this
 * setup was made with it.
 */
function isUnknownSpacer({ tools, taughtIn }: SetupView, { touch, spacers }: NewValue): boolean {
  const thickness = touch?.numbers.spacer ?? 0;
  if (!touch || thickness <= 0) return false;
  const kinds: readonly SpacerKind[] = wayOf(touch.way).spacers;
  const known = spacers.filter(({ kind }) => kinds.includes(kind));
  const isFar =
    known.length > 0
      ? known.every((one) => thickness > 2 * one.thickness || thickness < one.thickness / 2)
      : kinds.includes("paper") && thickness > THICKEST_PAPER;
  const made = [...tools, ...Object.values(taughtIn)].flatMap(({ x, y, z }) => [x, y, z]);
  const isSame = (one: (typeof made)[number]) =>
    one !== undefined && one.way === touch.way && Math.abs((one.spacer ?? 0) - thickness) < TOLERANCES.sameLength;
  return isFar && !made.some(isSame);
}

/** The question about a thickness that the shop does not have, for a value that is believable otherwise. */
export function askSpacer(
  setup: SetupView,
  value: NewValue,
  plausibility: Plausibility,
  one: PlausibilityCase,
): Plausibility {
  if (plausibility.verdict !== "believable" || !isUnknownSpacer(setup, value)) return plausibility;
  const thickness = convertLength(value.touch?.numbers.spacer ?? 0, "mm", one.units);
  return {
    ...plausibility,
    verdict: "doubt",
    kinds: [{ kind: "unknown-spacer", probability: 1, corrected: null }],
    message: unknownSpacerWords(thickness, one),
  };
}

/** True where a doubt names no slip that explains it. */
export const isUnexplained = ({ verdict, kinds }: Pick<Plausibility, "verdict" | "kinds">): boolean =>
  verdict === "doubt" && kinds.find(({ kind }) => kind !== "remounted")?.kind === "unexplained";

/** The question in the numbers that the control shows and stores, whatever sign or meaning of X it has. */
export function inControlsNumbers(
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
