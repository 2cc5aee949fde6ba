import { orientationCode, tipDirectionOf } from "../core/tool/index.ts";
import { answerCases } from "./unreadable.ts";

/** `./luvrit orient`: the orientation code of ordinary tools. */
export function orient(json: unknown): unknown {
  return answerCases(json, ({ kind, hand, edge, numbering }) => {
    if (kind === undefined) return { error: { code: "missing", message: "“kind” is missing." } };
    if (numbering !== undefined && numbering !== "A" && numbering !== "B")
      return { error: { code: "unknown", message: "“numbering” is A or B." } };
    const word = (value: unknown) => (value === undefined || value === null ? undefined : String(value));
    const direction = tipDirectionOf(String(kind), { hand: word(hand), edge: word(edge) });
    return direction.ok ? { code: orientationCode(direction.value, numbering ?? "A") } : { error: direction.refusal };
  });
}
