import type { FromSchema } from "json-schema-to-ts";
import type { SetupOutcome } from "../../core/deeds/index.ts";
import type { Person } from "../people/person.server.ts";
import { validator } from "../validation/validate.server.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

/** Forms that are sent at once: few enough that each answer comes soon. */
export const MOST_REPLAYED = 100;

const schema = {
  type: "object",
  additionalProperties: false,
  required: ["device", "person", "items"],
  properties: {
    /** The device on which they waited. */
    device: { type: "string", format: "uuid" },
    /** Who made them: nobody else's are entered under the name of whoever is signed in. */
    person: { type: "string", format: "uuid" },
    items: {
      type: "array",
      maxItems: MOST_REPLAYED,
      items: {
        type: "object",
        additionalProperties: false,
        required: ["fields", "madeAt"],
        properties: {
          fields: { type: "object", additionalProperties: { type: "string" } },
          madeAt: { type: "string", format: "date-time" },
        },
      },
    },
  },
} as const;
const readReplay = validator<FromSchema<typeof schema>>(schema);

/** How many of the forms are kept, in their order, and what became of the first that is not. */
export interface ReplayAnswer {
  readonly kept: number;
  readonly stopped?: Exclude<SetupOutcome, { outcome: "kept" }>;
}

/**
 * Carries out forms that waited on a device, in the order in which they were made there. Each may have been sent before:
 * its UUID says so. Stops at the first that cannot be kept, so that a person decides before what rests on it follows.
 */
export async function replayForms(
  setupId: string,
  person: Person,
  device: string,
  json: unknown,
): Promise<ReplayAnswer | undefined> {
  const read = readReplay(json);
  if (!read.ok || read.value.person !== person.id) return undefined;
  const { items, device: on } = read.value;
  let kept = 0;
  for (const { fields, madeAt } of items) {
    const outcome = await runSetupForm(setupId, person, device, fields, { at: new Date(madeAt), on });
    if (outcome.outcome !== "kept") return { kept, stopped: outcome };
    kept++;
  }
  return { kept };
}
