import type { FromSchema } from "json-schema-to-ts";
import type { SetupOutcome } from "../../core/commands/index.ts";
import { keepLate, takeInLate } from "../late/lateForms.server.ts";
import type { Person } from "../people/person.server.ts";
import { validator } from "../validation/validate.server.ts";
import { runSetupForms } from "./runSetupForm.server.ts";

/** Forms that are sent at once: few enough that each answer comes soon. */
const MOST_REPLAYED = 100;

const schema = {
  type: "object",
  additionalProperties: false,
  required: ["device", "person", "items"],
  properties: {
    /** The device on which they waited. */
    device: { type: "string", format: "uuid" },
    /** Who made them: those of another person are not entered under the name of the one who is signed in. */
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
  /** How many behind those came after the sign-off: the server keeps them for a lead. */
  readonly late?: number;
  readonly stopped?: Exclude<SetupOutcome, { outcome: "kept" }>;
}

/** A device whose clock says that an entry was made longer ago than this, or later than now, has a wrong clock. */
const LONGEST_WAIT_MS = 400 * 24 * 3600 * 1000;
const CLOCKS_DIFFER_MS = 5 * 60 * 1000;

/** When an entry was made, as far as that can be: undefined where the device's clock is plainly wrong. */
function madeOf(text: string): Date | undefined {
  const [at, now] = [Date.parse(text), Date.now()];
  if (at > now + CLOCKS_DIFFER_MS || at < now - LONGEST_WAIT_MS) return undefined;
  return new Date(Math.min(at, now));
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
  if (items.some(({ madeAt }) => Number.isNaN(Date.parse(madeAt)))) return undefined;
  const sent = items.map(({ fields, madeAt }) => ({ fields, made: { at: madeOf(madeAt), on } }));
  const outcomes = await runSetupForms(setupId, person, device, sent);
  if (outcomes.some((outcome) => outcome.outcome === "kept" && outcome.form.intent === "reopen"))
    await takeInLate(setupId);
  const last = outcomes.at(-1);
  if (!last || last.outcome === "kept") return { kept: outcomes.length };
  const kept = outcomes.length - 1;
  if (last.outcome === "conflict") return { kept, stopped: last };
  // Refused since the setup was signed off meanwhile: nothing of it is lost, and nothing of it is entered without a lead.
  const rest = sent.slice(kept).map(({ fields, made }) => ({ fields, madeAt: made.at, madeOn: made.on }));
  const late = await keepLate(setupId, person, device, rest);
  return late > 0 ? { kept, late } : { kept, stopped: last };
}
