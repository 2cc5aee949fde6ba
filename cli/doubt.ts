import type { Axis } from "../core/machine/index.ts";
import { axisSchema } from "../core/machine/index.ts";
import { type PlausibilityCase, plausibilityOf, scatterOf } from "../core/plausibility/index.ts";
import { accepted } from "../core/refusal.ts";
import { readCaseContact } from "../core/touch/index.ts";
import type { Unit } from "../core/units/index.ts";
import { answerProblems, SCHEMAS } from "./problems.ts";

const { number, size, name, span, object } = SCHEMAS;
const above0 = { type: "number", exclusiveMinimum: 0 };
const schema = object(["units", "resolution", "axis", "holder", "value", "surface", "tool"], {
  units: { type: "string", enum: ["mm", "in"] },
  resolution: above0,
  axis: axisSchema,
  holder: { type: "string" },
  scatter: above0,
  value: number,
  history: { type: "array", items: number },
  // Read by the touch itself, which says what is wrong with them.
  surface: { type: "object" },
  tool: { type: "object" },
  spacer: size,
  stock: number,
  range: span,
  jogSteps: { type: "array", items: number },
  others: {
    type: "array",
    items: object(["offset", "previous"], { offset: name, value: number, previous: number, scatter: above0 }),
  },
});

interface DoubtCase extends Omit<PlausibilityCase, "touch" | "scatter" | "history"> {
  readonly holder: string;
  readonly history?: readonly number[];
  readonly scatter?: number;
  readonly units: Unit;
  readonly axis: Axis;
}

/** `./luvrit doubt`: how believable a number is, and which slip would explain it. */
export const doubt = answerProblems<DoubtCase>({
  schema,
  solve(one) {
    const { holder, axis, units, scatter = scatterOf(holder, axis, units), history = [] } = one;
    const touch = readCaseContact(one, axis);
    if (!touch.ok) return touch;
    const { verdict, kinds, message } = plausibilityOf({ ...one, scatter, history, touch: touch.value });
    return accepted({ verdict, kinds: kinds.filter(({ probability }) => probability >= LEAST), message });
  },
});
/** Chances below this are left out. */
const LEAST = 0.001;
