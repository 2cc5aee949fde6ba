import { readLength } from "../core/units/index.ts";
import { answerCases } from "./unreadable.ts";

/** `./luvrit read-length`: typed lengths as they are understood. */
export function readLengths(json: unknown): unknown {
  return answerCases(json, ({ text, units, resolution, decimal }) => {
    if (typeof text !== "string") return { error: { code: "missing", message: "“text” is missing." } };
    if (units !== "mm" && units !== "in") return { error: { code: "unknown", message: "“units” is mm or in." } };
    if (resolution !== undefined && !(typeof resolution === "number" && resolution > 0 && Number.isFinite(resolution)))
      return { error: { code: "not-finite", message: "“resolution” is a number above 0." } };
    if (decimal !== undefined && decimal !== "," && decimal !== ".")
      return { error: { code: "unknown", message: "“decimal” is , or . when it is given." } };
    const answer = readLength(text, {
      units,
      ...(resolution !== undefined && { resolution }),
      ...(decimal !== undefined && { decimal }),
    });
    return answer.ok ? { ...answer.value } : { error: answer.refusal };
  });
}
