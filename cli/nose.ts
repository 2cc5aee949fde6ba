import { type NoseProblem, noseDeviation } from "../core/nose/index.ts";
import { answerProblems, SCHEMAS } from "./problems.ts";

const { number, size, span, object } = SCHEMAS;
const code = { type: "integer", minimum: 0, maximum: 9 };
const schema = object(["profile", "side", "real", "control", "numbering"], {
  profile: { type: "array", items: { ...span, items: number } },
  side: { type: "string", enum: ["outside", "bore"] },
  real: object(["radius", "code"], { radius: size, code }),
  control: object(["compensated", "radius", "code"], { compensated: { type: "boolean" }, radius: size, code }),
  numbering: { type: "string", enum: ["A", "B"] },
});

/** `./luvrit nose`: what a nose leaves of a profile, element by element. */
export const nose = answerProblems<NoseProblem>({ schema, solve: noseDeviation });
