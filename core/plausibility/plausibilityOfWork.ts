import type { SetupView, ToolView } from "../ledger/index.ts";
import { mainZone, workInZone, workToControl } from "../machine/index.ts";
import { convertLength } from "../units/index.ts";
import { askSpacer, caseOf, inControlsNumbers, isUnexplained } from "./caseOfTouch.ts";
import { scatterOf } from "./honestScatter.ts";
import type { NewValue, TouchPlausibility } from "./newValue.ts";
import { plausibilityOf } from "./plausibility.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";

/**
 * How believable a new number of a work offset is. It is expected where it stands so far, taught or as the control held it, with the
 * honest possibility that the face lies elsewhere now: only a slip that explains the difference is asked about. `held` in the frame of
 * `view`'s zone, or of the main spindle for a number by hand; a work offset of 0 was never set. Millimetres, on the diameter for X.
 */
export function plausibilityOfWork(
  setup: SetupView,
  view: ToolView | undefined,
  value: NewValue,
  held: number | undefined,
): TouchPlausibility {
  const { machine, tools } = setup;
  const { axis } = value;
  const { one: asTouched, toUnit, write } = caseOf(setup, view, value);
  const sigma = toUnit(Math.hypot(scatterOf("", axis, "mm"), value.expanded / 2));
  const isKnown = held !== undefined && held !== 0;
  const one: PlausibilityCase = {
    ...asTouched,
    usual: sigma,
    ...(isKnown && { control: { value: write(held), sigma } }),
    // A tool's number belongs in the tool's row.
    others: value.touch
      ? []
      : tools.flatMap((tool) => {
          const geometry = tool[axis]?.exact;
          return geometry === undefined
            ? []
            : [{ offset: tool.offset, previous: write(geometry), value: write(geometry) }];
        }),
  };
  const zone = view?.zone ?? mainZone(machine);
  const shown = (number: number) =>
    workToControl(machine, axis, workInZone(machine, axis, convertLength(number, machine.units, "mm"), zone));
  const judged = inControlsNumbers(plausibilityOf(one), one, shown, "it was");
  const basis = "work-offset";
  if (isUnexplained(judged)) return { ...judged, verdict: "believable", message: null, basis, shift: undefined, one };
  return { ...askSpacer(setup, value, judged, one), basis, shift: undefined, one };
}
