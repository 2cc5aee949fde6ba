import { readLength } from "../../core/units/index.ts";
import { exerciseLike, exerciseOfSetup } from "../../sim/exercise/authored.ts";
import { machineOf } from "../../sim/exercise/exerciseSetup.ts";
import { SKILLS, type Skill } from "../../sim/exercise/skills.ts";
import { GAUGES } from "../../sim/gauge/gauge.ts";
import type { Sql } from "../database/pool.server.ts";
import type { Person } from "../people/person.server.ts";
import { NotRead, readInWorker } from "../reading/readInWorker.server.ts";
import { validator } from "../validation/validate.server.ts";
import { findExercise, retireExercise, storeExercise } from "./practiceRepository.server.ts";
import { readExercise } from "./readExercise.server.ts";
import { viewToAuthor } from "./setupToAuthor.server.ts";

type Form =
  | { readonly intent: "take-file"; readonly text: string }
  | { readonly intent: "retire"; readonly id: string }
  | {
      readonly intent: "from-setup";
      readonly setup: string;
      readonly title: string;
      readonly task: string;
      readonly skill: Skill;
      /** Offsets that are to be set, with a comma between. */
      readonly tools: string;
      readonly withinX: string;
      readonly withinZ: string;
      readonly nose?: string;
      readonly proof?: string;
    }
  | {
      readonly intent: "from-exercise";
      readonly like: string;
      readonly title: string;
      readonly task: string;
      readonly skill: Skill;
      readonly withinX: string;
      readonly withinZ: string;
      readonly paper: string;
      /** Gauges on the bench, with a comma between. */
      readonly gauges: string;
    };

const text = (most: number) => ({ type: "string", maxLength: most });
const form = (intent: string, properties: Readonly<Record<string, object>>, optional: readonly string[] = []) => ({
  type: "object",
  additionalProperties: false,
  required: ["intent", ...Object.keys(properties).filter((name) => !optional.includes(name))],
  properties: { intent: { type: "string", const: intent }, ...properties },
});
const readForm = validator<Form>({
  type: "object",
  properties: { intent: { type: "string" } },
  required: ["intent"],
  discriminator: { propertyName: "intent" },
  oneOf: [
    form("take-file", { text: text(400_000) }),
    form("retire", { id: text(60) }),
    form(
      "from-setup",
      {
        setup: { type: "string", format: "uuid" },
        title: text(120),
        task: text(1200),
        tools: text(200),
        skill: { type: "string", enum: SKILLS.map(({ id }) => id) },
        withinX: text(40),
        withinZ: text(40),
        nose: text(4),
        proof: text(4),
      },
      ["nose", "proof"],
    ),
    form("from-exercise", {
      like: text(60),
      title: text(120),
      task: text(1200),
      withinX: text(40),
      withinZ: text(40),
      skill: { type: "string", enum: SKILLS.map(({ id }) => id) },
      paper: text(40),
      gauges: text(120),
    }),
  ],
});

export type OwnExerciseAnswer =
  | { readonly outcome: "kept"; readonly id: string; readonly title: string }
  | { readonly outcome: "retired" }
  | { readonly outcome: "refused"; readonly message: string; readonly fields: Readonly<Record<string, string>> };

const no = (message: string, fields: Readonly<Record<string, string>> = {}): OwnExerciseAnswer => ({
  outcome: "refused",
  message,
  fields,
});

/** What a lead does with the shop's own exercises: makes one from a setup, takes one in from a file, takes one away. */
export async function ownExerciseForm(sql: Sql, lead: Person, given: unknown): Promise<OwnExerciseAnswer> {
  const read = readForm(given);
  if (!read.ok) return no(read.refusal.message, read.refusal.fields);
  const asked = read.value;
  if (asked.intent === "retire")
    return (await retireExercise(sql, asked.id)) ? { outcome: "retired" } : no("There is no such exercise any more.");
  const exercise = asked.intent === "take-file" ? await ofFile(asked.text) : await ofForm(sql, asked);
  if ("outcome" in exercise) return exercise;
  if (!exercise.ok) {
    const { message, fields } = exercise.refusal;
    return no(message, asked.intent === "take-file" ? { text: message } : fields);
  }
  await storeExercise(sql, exercise.value, lead.name);
  return { outcome: "kept", id: exercise.value.id, title: exercise.value.title };
}

/** A file is read in a worker of its own, since its content is not trusted. */
async function ofFile(text: string): Promise<ReturnType<typeof readExercise> | OwnExerciseAnswer> {
  try {
    return await readInWorker("exercise", { text });
  } catch (failure) {
    if (failure instanceof NotRead) return no(failure.message, { text: failure.message });
    throw failure;
  }
}

async function ofForm(
  sql: Sql,
  asked: Extract<Form, { intent: "from-setup" | "from-exercise" }>,
): Promise<ReturnType<typeof readExercise> | OwnExerciseAnswer> {
  const json = asked.intent === "from-setup" ? await madeFrom(sql, asked) : await madeLike(sql, asked);
  return "outcome" in json ? json : readExercise(json.value);
}

/** Why an exercise cannot be called so: an empty name, or one that is in use; a file alone replaces what is there. */
async function wrongTitle(sql: Sql, title: string): Promise<string | undefined> {
  if (title.trim() === "") return "Say what it is called.";
  const there = await findExercise(sql, idOf(title.trim()));
  return there && `There is “${there.title}” already: choose another name, or take that one away first.`;
}

async function madeFrom(
  sql: Sql,
  asked: Extract<Form, { intent: "from-setup" }>,
): Promise<{ readonly value: unknown } | OwnExerciseAnswer> {
  const setup = await viewToAuthor(sql, asked.setup);
  if (!setup) return no("There is no such setup any more.");
  const fields: Record<string, string> = {};
  const named = await wrongTitle(sql, asked.title);
  if (named) fields.title = named;
  if (asked.task.trim() === "") fields.task = "Say what stands there and what is wanted.";
  const toSet = asked.tools.split(",").filter((offset) => offset !== "");
  if (toSet.length === 0) fields.tools = "Choose the tools that have to be set.";
  const within = { x: 0, z: 0 };
  for (const [axis, field, typed] of [
    ["x", "withinX", asked.withinX],
    ["z", "withinZ", asked.withinZ],
  ] as const) {
    const length = readLength(typed, { units: setup.machine.units });
    if (!length.ok) fields[field] = length.refusal.message;
    else if (length.value.mm <= 0) fields[field] = "Type a tolerance above 0.";
    else within[axis] = length.value.mm;
  }
  const [first] = Object.values(fields);
  if (first !== undefined) return no(first, fields);
  const exercise = exerciseOfSetup(setup, {
    id: idOf(asked.title),
    title: asked.title.trim(),
    task: asked.task.trim(),
    skill: asked.skill,
    toSet,
    within,
    withNose: asked.nose === "yes",
    withProof: asked.proof === "yes",
  });
  return { value: exercise };
}

async function madeLike(
  sql: Sql,
  asked: Extract<Form, { intent: "from-exercise" }>,
): Promise<{ readonly value: unknown } | OwnExerciseAnswer> {
  const other = await findExercise(sql, asked.like);
  if (!other) return no("There is no such exercise any more.");
  const { units } = machineOf(other);
  const fields: Record<string, string> = {};
  const named = await wrongTitle(sql, asked.title);
  if (named) fields.title = named;
  if (asked.task.trim() === "") fields.task = "Say what stands there and what is wanted.";
  const length = (field: "withinX" | "withinZ" | "paper"): number | undefined => {
    // Empty is: as it is.
    if (asked[field].trim() === "") return undefined;
    const read = readLength(asked[field], { units });
    if (!read.ok) fields[field] = read.refusal.message;
    else if (read.value.mm <= 0) fields[field] = "Type a length above 0, or leave it empty.";
    else return read.value.mm;
    return undefined;
  };
  const [x, z, paper] = [length("withinX"), length("withinZ"), length("paper")];
  const [first] = Object.values(fields);
  if (first !== undefined) return no(first, fields);
  return {
    value: exerciseLike(other, {
      id: idOf(asked.title),
      title: asked.title.trim(),
      task: asked.task.trim(),
      skill: asked.skill,
      within: { ...(x !== undefined && { x }), ...(z !== undefined && { z }) },
      gauges: GAUGES.filter((gauge) => asked.gauges.split(",").includes(gauge)),
      ...(paper !== undefined && { paper }),
    }),
  };
}

/** A title as a name in an address. */
export const idOf = (title: string): string =>
  title
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-/, "")
    .slice(0, 56)
    .replace(/-$/, "") || "exercise";
