import { skillStates } from "../../sim/exercise/progress.ts";
import { SKILLS, type Skill } from "../../sim/exercise/skills.ts";
import type { Sql } from "../database/pool.server.ts";
import { findPerson } from "../people/peopleRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { validator } from "../validation/validate.server.ts";
import { addSign, allExercises, listRuns } from "./practiceRepository.server.ts";

const readSign = validator<{ readonly skill: Skill; readonly action: "signed" | "withdrawn"; readonly note?: string }>({
  type: "object",
  additionalProperties: false,
  required: ["skill", "action"],
  properties: {
    skill: { type: "string", enum: SKILLS.map(({ id }) => id) },
    action: { type: "string", enum: ["signed", "withdrawn"] },
    note: { type: "string", maxLength: 400 },
  },
});

export type SignAnswer =
  | { readonly outcome: "done" }
  /** `skill` is the one whose reason is missing; undefined where it is about no field. */
  | { readonly outcome: "refused"; readonly message: string; readonly skill?: Skill };

/** A lead signs a skill of another person, or withdraws the signature. A lead cannot sign their own skills. */
export async function signSkill(sql: Sql, lead: Person, about: string | undefined, form: unknown): Promise<SignAnswer> {
  const person = about === undefined ? undefined : await findPerson(sql, about);
  if (!person) return { outcome: "refused", message: "There is no such person any more." };
  if (person.id === lead.id)
    return { outcome: "refused", message: "You cannot sign your own skills. Another lead has to." };
  const read = readSign(form);
  if (!read.ok) return { outcome: "refused", message: read.refusal.message };
  const { skill, action, note = "" } = read.value;
  const [exercises, runs] = await Promise.all([allExercises(sql), listRuns(sql, person.id)]);
  const stands = skillStates(exercises, runs).find((one) => one.skill === skill);
  const againstRecord = action === "signed" && stands?.isReady !== true;
  if (againstRecord && note.trim() === "")
    return {
      outcome: "refused",
      skill,
      message: `By the record ${stands?.learned ?? 0} of ${stands?.exercises ?? 0} exercises of this skill are learned. Say why you sign it all the same; the reason is kept.`,
    };
  await addSign(sql, person.id, { skill, action, note: note.trim(), by: lead.name, againstRecord });
  return { outcome: "done" };
}
