import { readInsertDesignation } from "../core/tool/index.ts";

/** `./luvrit insert`: what a designation says, in millimetres. */
export function insert(designation: string): unknown {
  const answer = readInsertDesignation(designation);
  return answer.ok ? answer.value : { error: answer.refusal };
}
