import { type CombProblem, checkCombs, combConflicts, meshCombs } from "../core/clearance/index.ts";
import { accepted } from "../core/refusal.ts";
import { answerProblems, SCHEMAS } from "./problems.ts";

const { number, size, name, object } = SCHEMAS;
const slot = object(["slot", "lateral"], { slot: name, lateral: number });
const comb = {
  type: "array",
  items: object(["tool", "slot", "lateral", "radius", "standout"], {
    tool: name,
    slot: name,
    lateral: number,
    radius: size,
    standout: number,
    allowed: { type: "array", items: slot },
  }),
};
const schema = object(["margin", "a", "b", "alignments"], {
  margin: size,
  a: comb,
  b: comb,
  alignments: {
    type: "array",
    items: {
      oneOf: [
        object(["name", "gap", "shift"], { name, gap: number, shift: number }),
        object(["name", "gap", "tool", "at"], { name, gap: number, tool: name, at: number }),
      ],
    },
  },
});

/** `./luvrit mesh`: which tools of two opposing combs meet, and the placing in which they mesh. */
export const mesh = answerProblems<CombProblem>({
  schema,
  solve(problem) {
    const checked = checkCombs(problem);
    return checked.ok ? accepted({ conflicts: combConflicts(problem), best: meshCombs(problem) }) : checked;
  },
});
