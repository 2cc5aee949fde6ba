import { checkTravel, type TravelProblem, travel as travelOf } from "../core/clearance/index.ts";
import { accepted } from "../core/refusal.ts";
import { answerProblems, SCHEMAS } from "./problems.ts";

const { number, size, name, span, object } = SCHEMAS;
const both = (value: object) => object(["x", "z"], { x: value, z: value });
const either = object([], { x: number, z: number });
const box = { ...span, type: ["array", "null"] };
const schema = object(["units", "limits", "margin", "tools"], {
  units: { type: "string", enum: ["mm", "in"] },
  limits: both(span),
  margin: size,
  tools: {
    type: "array",
    items: object(["offset", "geometry", "box"], {
      offset: name,
      geometry: both(number),
      wear: both(number),
      work: either,
      box: both(box),
      retract: either,
    }),
  },
});

/** `./luvrit travel`: every tool's extremes and retract against the axis limits, with its own offset. */
export const answerTravel = answerProblems<TravelProblem>({
  schema,
  solve(problem) {
    const checked = checkTravel(problem);
    return checked.ok ? accepted({ results: travelOf(problem) }) : checked;
  },
});
