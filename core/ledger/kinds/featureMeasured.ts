import { CELLS } from "../cells.ts";
import { topOf } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, name, object, uuid } from "./schemaParts.ts";

/** A feature as it was measured on one of the parts, which are counted from 1. */
export const schema = object(["feature", "part", "measured", "uncertainty"], {
  feature: uuid,
  part: { type: "integer", minimum: 1, maximum: 1_000_000 },
  measured: lengthSchema,
  uncertainty: { type: "number", exclusiveMinimum: 0, maximum: 10 },
  gauge: name,
  /** True where the gauge's calibration had run out, and it was used knowingly. */
  overdue: { type: "boolean" },
});

export const kind: Kind<"feature-measured"> = {
  version: 1,
  cells: ({ feature, part }) => [CELLS.measured(feature, part)],
  dependencies: () => [],
  describe: ({ part }) => `measured on part ${part}`,
  offsets: () => [],
  numbers: ({ feature, measured, gauge, overdue }, { featureOf, size }) => {
    const of = featureOf(feature);
    return `${of ? `${of.name} ` : ""}${size(of?.axis ?? "x", measured)}${gauge ? ` with ${gauge}${overdue ? ", overdue" : ""}` : ""}`;
  },
  measurement: () => "",
  undo: "offered",
  refusal: (state, { feature }) =>
    topOf(state, CELLS.feature(feature))?.kind === "feature-recorded"
      ? undefined
      : { code: "no-such-feature", message: "This dimension is not on record any more." },
  changeMachine: unchanged,
};
