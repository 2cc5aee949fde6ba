import type { Answer, Refusal } from "../../core/refusal.ts";
import { type NamedItem, readWorkshopFile, type WorkshopKind, workshopSchemas } from "../../core/workshop/index.ts";
import { validator } from "../validation/validate.server.ts";

const contentOf = Object.fromEntries(
  Object.entries(workshopSchemas).map(([kind, schema]) => [kind, validator(schema)]),
) as Record<WorkshopKind, ReturnType<typeof validator>>;

/** Items of a file of the workshop, each held against the schema of its kind. */
export const readItems = (kind: WorkshopKind, text: string): Answer<readonly NamedItem[], Refusal> =>
  readWorkshopFile(kind, text, (content) => contentOf[kind](content).ok);
