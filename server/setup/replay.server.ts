import type { FromSchema } from "json-schema-to-ts";
import type { SetupOutcome } from "../../core/deeds/index.ts";
import type { Person } from "../people/person.server.ts";
import { validator } from "../validation/validate.server.ts";
import { runSetupForms } from "./runSetupForm.server.ts";

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
  const outcomes = await runSetupForms(
    setupId,
    person,
    device,
    items.map(({ fields, madeAt }) => ({ fields, made: { at: new Date(madeAt), on } })),
  );
  const last = outcomes.at(-1);
  return !last || last.outcome === "kept" ? { kept: outcomes.length } : { kept: outcomes.length - 1, stopped: last };
}
