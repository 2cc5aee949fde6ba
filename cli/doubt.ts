import type { Axis } from "../core/machine/index.ts";
import { axisSchema } from "../core/machine/index.ts";
import { type PlausibilityCase, plausibilityOf, scatterOf } from "../core/plausibility/index.ts";
import { accepted } from "../core/refusal.ts";
import { readCaseContact } from "../core/touch/index.ts";
import type { Unit } from "../core/units/index.ts";
import { answerProblems, SCHEMAS } from "./problems.ts";

const { number, size, name, span, object } = SCHEMAS;
const above0 = { type: "number", exclusiveMinimum: 0 };
/** Sign, digits, at most one point or comma. */
const text = { type: "string", pattern: "^[+\\-\u2212]?(\\d+([.,]\\d*)?|[.,]\\d+)$" };

const schema = object(["units", "resolution", "axis", "holder", "value", "surface", "tool"], {
  units: { type: "string", enum: ["mm", "in"] },
  resolution: above0,
  axis: axisSchema,
  holder: { type: "string" },
  scatter: above0,
  usual: above0,
  value: number,
  history: { type: "array", items: number },
  own: { type: "array", items: object(["value", "sigma"], { value: number, sigma: above0 }) },
  assembly: object(["value", "sigma"], { value: number, sigma: above0 }),
  control: object(["value"], { value: number, sigma: above0 }),
  family: { type: "array", items: number },
  typed: object([], { machine: text, size: text, spacer: text, value: text }),
  commonThickness: { type: "array", items: above0 },
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
    const { holder, axis, units, usual, history = [] } = one;
    // Known from a long record, or to begin with; by the holder's name where neither is said.
    const scatter = one.scatter ?? (usual === undefined ? scatterOf(holder, axis, units) : undefined);
    const touch = readCaseContact(one, axis);
    if (!touch.ok) return touch;
    const { verdict, kinds, message, shared } = plausibilityOf({ ...one, scatter, history, touch: touch.value });
    const told = kinds
      .filter(({ probability }) => probability >= LEAST)
      .map((found) => (found.kind === "moved-alike" && shared ? { ...found, ...shared } : found));
    return accepted({ verdict, kinds: told, message });
  },
});
/** Chances below this are left out. */
const LEAST = 0.001;
