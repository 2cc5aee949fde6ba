import { correctionsOf, FEATURE_FORMS, type MeasuredFeature } from "../core/correction/index.ts";
import { latheAxisSchema } from "../core/machine/index.ts";
import { accepted } from "../core/refusal.ts";
import { type Unit, usualResolution } from "../core/units/index.ts";
import { answerProblems, SCHEMAS } from "./problems.ts";

const { number, name, object } = SCHEMAS;
const above0 = { type: "number", exclusiveMinimum: 0 };
const schema = object(["units", "features"], {
  units: { type: "string", enum: ["mm", "in"] },
  resolution: above0,
  features: {
    type: "array",
    items: object(["id", "offset", "axis", "target", "measured"], {
      id: name,
      offset: name,
      axis: latheAxisSchema,
      target: number,
      measured: number,
      uncertainty: above0,
      at: number,
      form: { type: "string", enum: FEATURE_FORMS },
    }),
  },
});

interface CorrectProblem {
  readonly units: Unit;
  readonly resolution?: number;
  readonly features: readonly (Omit<MeasuredFeature, "uncertainty" | "form"> &
    Partial<Pick<MeasuredFeature, "uncertainty" | "form">>)[];
}

/** One standard deviation of a measurement that says none. */
const USUAL = { mm: 0.005, in: 0.0002 } as const;

/** `./luvrit correct`: what a measured first part says about the offsets that made it. */
export const correct = answerProblems<CorrectProblem>({
  schema,
  solve({ units, resolution = usualResolution(units), features }) {
    const measured = features.map(
      (one): MeasuredFeature => ({
        ...one,
        uncertainty: one.uncertainty ?? USUAL[units],
        form: one.form ?? (one.axis === "z" ? "length" : "cylinder"),
      }),
    );
    return accepted({ corrections: correctionsOf(measured, resolution) });
  },
});
