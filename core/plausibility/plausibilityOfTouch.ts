import type { SetupView, ToolView } from "../ledger/index.ts";
import { type Axis, lastDigit, toControl } from "../machine/index.ts";
import { wayOf } from "../tool/index.ts";
import { convertLength } from "../units/index.ts";
import { askSpacer, caseOf, inControlsNumbers, isUnexplained } from "./caseOfTouch.ts";
import { expectationOfTool, onThisFace, usualScatter } from "./expectedOfTool.ts";
import type { NewValue, ToolHistory, TouchPlausibility } from "./newValue.ts";
import { plausibilityOf } from "./plausibility.ts";
import type { OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import { CORRECTABLE_SLIPS, type CorrectableSlip, slipsOf } from "./slips.ts";

/**
 * How believable a new value of a tool is. It is expected where another touch of this mounting has found it; where the same tool stood in
 * the same station in earlier setups; where tools in like holders of this setup lie, or how far it stands out against them; or where the
 * control held it, which may have been another tool: then only a slip that explains the difference is asked about.
 */
export function plausibilityOfTouch(
  setup: SetupView,
  view: ToolView,
  value: NewValue,
  history: ToolHistory,
): TouchPlausibility {
  const { machine } = setup;
  const { axis } = value;
  const { one: asTouched, toUnit, write } = caseOf(setup, view, value);
  const rows = othersOf(setup, view, axis, history);
  const expectation = expectationOfTool(setup, view, value, history);
  const { basis, values, scatter, previous, shift: moved } = onThisFace(expectation, rows, value);
  const own = toUnit(Math.hypot(scatter, value.expanded / 2));
  const [first] = values;
  const one: PlausibilityCase = {
    ...asTouched,
    history: basis === "history" ? values.map(write) : [],
    usual: own,
    ...(basis === "second-touch" && first !== undefined && { own: [{ value: write(first), sigma: own }] }),
    ...(basis === "assembly" && first !== undefined && { assembly: { value: write(first), sigma: own } }),
    ...(basis === "control" && first !== undefined && { control: { value: write(first), sigma: own } }),
    ...(basis === "family" && { family: values.map(write) }),
    others: rows.map((row) => ({
      ...row,
      previous: write(previous(row)),
      ...(row.value !== undefined && { value: write(row.value) }),
      ...(row.scatter !== undefined && { scatter: toUnit(row.scatter) }),
    })),
  };
  const shown = (number: number) =>
    toControl(machine, axis, convertLength(number, machine.units, "mm"), "tool-offset", view.zone);
  const judged = inControlsNumbers(plausibilityOf(one), one, shown, value.touch ? THAN[basis] : BY_HAND_THAN[basis]);
  const shift = moved === undefined ? undefined : write(moved);
  // The control may have held another tool's number, a length may have been said wrongly, and somebody who types a number by hand means
  // it: that it differs is no reason to ask, unless a slip explains it.
  if ((basis === "control" || basis === "assembly" || !value.touch) && isUnexplained(judged))
    return { ...judged, verdict: "believable", message: null, basis, shift, one };
  return { ...askSpacer(setup, value, judged, one), basis, shift, one };
}

/** What a number is compared with, where that is no earlier setup. */
const THAN: Readonly<Partial<Record<TouchPlausibility["basis"], string>>> = {
  "second-touch": "the other touch",
  family: "tools in like holders",
  assembly: "the other tools of this kind let one expect",
  control: "the control held",
};

const BY_HAND_THAN: typeof THAN = { ...THAN, "second-touch": "the touch of this setup" };

/** The other rows on this axis that anything is known of, and the work offset. */
function othersOf(setup: SetupView, view: ToolView, axis: Axis, history: ToolHistory): readonly OtherRow[] {
  const rows = setup.tools.flatMap((tool): readonly OtherRow[] => {
    if (tool.offset === view.offset || tool.second || tool.station === view.station) return [];
    const touch = tool[axis];
    const taken = touch && !touch.derived && wayOf(touch.way).isFound ? touch.exact : undefined;
    const previous = history[tool.offset]?.[axis]?.touches[0]?.value ?? tool.control?.[axis];
    if (previous === undefined) return [];
    const scatter = usualScatter(setup.machine, tool, axis, touch);
    return [{ offset: tool.offset, previous, scatter, ...(taken !== undefined && { value: taken }) }];
  });
  const work = view.work[axis];
  // Typed into a tool's row it would stand there to the last digit.
  const digit = convertLength(lastDigit(setup.machine, axis), setup.machine.units, "mm");
  return work === 0 || work === undefined
    ? rows
    : [...rows, { offset: view.worksUnder[0], previous: work, scatter: digit }];
}

/** A slip that could have been made here without showing, with what it would change, in the machine's unit. */
interface HiddenSlip {
  readonly kind: CorrectableSlip;
  readonly by: number;
}

/**
 * Slips of this touch that would not show, since the holder comes back no more exactly than they are large, although
 * they matter: more than a quarter of the tolerance band. A second touch another way, or a skim, would show them.
 * `plusMinus` is half the band in the machine's unit, on the diameter for X; empty where every slip would show.
 */
export function hiddenSlips({ one, expected }: TouchPlausibility, plusMinus: number): readonly HiddenSlip[] {
  const matters = convertLength(plusMinus, "mm", one.units) / 2;
  return CORRECTABLE_SLIPS.filter((kind) => HIDEABLE.has(kind)).flatMap((kind): readonly HiddenSlip[] => {
    const [way] = slipsOf(one).get(kind) ?? [];
    const by = way === undefined ? 0 : one.value - way.value;
    if (Math.abs(by) <= matters) return [];
    const wouldShow =
      expected !== undefined && plausibilityOf({ ...one, value: expected.mean + by }).verdict !== "believable";
    return wouldShow ? [] : [{ kind, by }];
  });
}
/**
 * The slip that a touch must be proven against by another one, with what it would change, millimetres: a spacer was counted, and whether it
 * lay there would not show. Undefined where nothing was counted, and beside another touch of the same mounting.
 */
export function slipToProve(plausibility: TouchPlausibility, plusMinus: number): HiddenSlip | undefined {
  const { one, basis } = plausibility;
  if (basis === "second-touch" || basis === "work-offset" || (one.touch?.spacer ?? 0) === 0) return undefined;
  const [hidden] = hiddenSlips(plausibility, plusMinus);
  return hidden && { kind: hidden.kind, by: convertLength(hidden.by, one.units, "mm") };
}

/** Slips of a size that a holder's scatter can hide. */
const HIDEABLE: ReadonlySet<CorrectableSlip> = new Set(["paper-ignored", "paper-twice"]);
