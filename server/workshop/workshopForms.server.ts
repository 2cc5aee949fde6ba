import type { FromSchema } from "json-schema-to-ts";
import { WORKSHOP_KINDS } from "../../core/workshop/index.ts";
import { validator } from "../validation/validate.server.ts";

const typed = { type: "string", maxLength: 200 } as const;
const uuid = { type: "string", format: "uuid" } as const;
const version = { type: "string", pattern: "^[0-9]{1,9}$" } as const;
const yesNo = { type: "string", enum: ["yes", "no"] } as const;
const unit = { type: "string", enum: ["mm", "in"] } as const;
const texts = { type: "string", maxLength: 40_000 } as const;
const form = <const Name extends string, const Required extends readonly string[], const Properties>(
  intent: Name,
  required: Required,
  properties: Properties,
) =>
  ({
    type: "object",
    additionalProperties: false,
    required: ["intent", ...required],
    properties: { intent: { type: "string", const: intent }, ...properties },
  }) as const;

/** What the workshop may be asked for. An item, machine or person that is there carries the version that was seen. */
const forms = {
  "keep-item": form("keep-item", ["kind", "name", "texts", "unit", "retired"], {
    id: uuid,
    version,
    name: typed,
    texts,
    unit,
    retired: yesNo,
    kind: { type: "string", enum: WORKSHOP_KINDS },
  } as const),
  "import-items": form("import-items", ["kind", "text"], {
    kind: { type: "string", enum: WORKSHOP_KINDS },
    text: { type: "string", maxLength: 4_000_000 },
  } as const),
  "keep-machine": form("keep-machine", ["texts", "zones", "stations", "retired"], {
    version,
    texts,
    retired: yesNo,
    zones: texts,
    stations: texts,
  } as const),
  "import-machines": form("import-machines", ["text"], { text: { type: "string", maxLength: 4_000_000 } } as const),
  "keep-person": form("keep-person", ["name", "role", "mark", "secret", "retired"], {
    id: uuid,
    version,
    name: typed,
    secret: typed,
    retired: yesNo,
    role: { type: "string", enum: ["setter", "lead", "viewer"] },
    mark: { type: "string", enum: [".", ",", "either"] },
  } as const),
  "end-sessions": form("end-sessions", ["id"], { id: uuid, name: typed } as const),
  "unlock-person": form("unlock-person", ["id"], { id: uuid } as const),
} as const;

export type WorkshopForm = { [Kind in keyof typeof forms]: FromSchema<(typeof forms)[Kind]> }[keyof typeof forms];
export type WorkshopFormOf<Kind extends WorkshopForm["intent"]> = Extract<WorkshopForm, { intent: Kind }>;
export const readWorkshopForm = validator<WorkshopForm>({ oneOf: Object.values(forms) });

const textsSchema = { type: "object", maxProperties: 200, additionalProperties: { type: "string", maxLength: 300 } };
export const isTexts = validator<Readonly<Record<string, string>>>(textsSchema);
export const isTextRows = validator<readonly Readonly<Record<string, string>>[]>({
  type: "array",
  maxItems: 120,
  items: textsSchema,
});
