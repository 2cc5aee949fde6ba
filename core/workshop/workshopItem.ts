import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import {
  kindName,
  readInsertDesignation,
  readTypedTool,
  SPACER_KINDS,
  type SpacerKind,
  TOOL_KINDS,
  type Tool,
  toolFields,
  toolSchema,
} from "../tool/index.ts";
import { formatLength, readLength, type Unit, usualResolution } from "../units/index.ts";

/** What a workshop keeps beside machines and people. */
export const WORKSHOP_KINDS = ["assembly", "insert", "gauge", "spacer", "tolerance"] as const;
export type WorkshopKind = (typeof WORKSHOP_KINDS)[number];

const words = { type: "string", maxLength: 200 } as const;
const date = { type: "string", pattern: "^\\d{4}-\\d{2}-\\d{2}$" } as const;
const length = { type: "number", minimum: 0, maximum: 2000 } as const;
const object = <const Required extends readonly string[], const Properties>(
  required: Required,
  properties: Properties,
) => ({ type: "object", additionalProperties: false, required, properties }) as const;

const GAUGE_KINDS = [
  "micrometer",
  "bore gauge",
  "telescoping gauge",
  "caliper",
  "indicator",
  "setter",
  "plug-in setter",
] as const;

/** Content of each kind, lengths in millimetres. The single description: validators are compiled from it. */
export const workshopSchemas = {
  /** A tool as it is put together: cutting tool, holder, overhang; loaded into a setup as it stands here. */
  assembly: object(["tool"], { tool: toolSchema, holderName: words, note: words }),
  insert: object(["designation"], { designation: words, grade: words, note: words }),
  /** `uncertainty`: one standard deviation of a reading. */
  gauge: object(["kind", "uncertainty"], {
    kind: { type: "string", enum: GAUGE_KINDS },
    uncertainty: length,
    calibrated: date,
    due: date,
    note: words,
  }),
  /** `thickness` as it was measured, `uncertainty` one standard deviation of it, feel included. */
  spacer: object(["kind", "thickness", "uncertainty"], {
    kind: { type: "string", enum: SPACER_KINDS },
    thickness: length,
    uncertainty: length,
    measured: date,
    note: words,
  }),
  /** What holds where a drawing gives no limits: ± this much, for sizes up to a nominal one. */
  tolerance: object(["of", "plusMinus"], {
    of: { type: "string", enum: ["diameter", "length"] },
    plusMinus: length,
    upTo: length,
    note: words,
  }),
} as const;

export interface WorkshopContents {
  readonly assembly: { readonly tool: Tool; readonly holderName?: string; readonly note?: string };
  readonly insert: { readonly designation: string; readonly grade?: string; readonly note?: string };
  readonly gauge: {
    readonly kind: (typeof GAUGE_KINDS)[number];
    readonly uncertainty: number;
    readonly calibrated?: string;
    readonly due?: string;
    readonly note?: string;
  };
  readonly spacer: {
    readonly kind: SpacerKind;
    readonly thickness: number;
    readonly uncertainty: number;
    readonly measured?: string;
    readonly note?: string;
  };
  readonly tolerance: {
    readonly of: "diameter" | "length";
    readonly plusMinus: number;
    readonly upTo?: number;
    readonly note?: string;
  };
}
export type WorkshopContent = WorkshopContents[WorkshopKind];

/** One field of a form: what it takes, and what stands beside it. */
export interface WorkshopField {
  readonly name: string;
  readonly label: string;
  readonly takes: "words" | "choice" | "length" | "date" | "insert" | "angle" | "yes-or-no";
  readonly choices: readonly string[];
  readonly required: boolean;
}

const field = (
  name: string,
  label: string,
  takes: WorkshopField["takes"],
  required = false,
  choices: readonly string[] = [],
): WorkshopField => ({ name, label, takes, required, choices });
const note = field("note", "Note", "words");

const FIELDS: Readonly<Record<Exclude<WorkshopKind, "assembly">, readonly WorkshopField[]>> = {
  insert: [field("designation", "Designation", "insert", true), field("grade", "Grade", "words"), note],
  gauge: [
    field("kind", "Kind", "choice", true, GAUGE_KINDS),
    field("uncertainty", "Uncertainty, one standard deviation", "length", true),
    field("calibrated", "Calibrated on", "date"),
    field("due", "Due again on", "date"),
    note,
  ],
  spacer: [
    field("kind", "Kind", "choice", true, SPACER_KINDS),
    field("thickness", "Thickness, as measured", "length", true),
    field("uncertainty", "Uncertainty, one standard deviation", "length", true),
    field("measured", "Measured on", "date"),
    note,
  ],
  tolerance: [
    field("of", "Of a", "choice", true, ["diameter", "length"]),
    field("plusMinus", "Plus or minus", "length", true),
    field("upTo", "For sizes up to", "length"),
    note,
  ],
};

/** Fields by which an item of a kind is described; an assembly's go by the kind of its tool. */
export function workshopFields(kind: WorkshopKind, toolKind?: string): readonly WorkshopField[] {
  if (kind !== "assembly") return FIELDS[kind];
  const first = field("toolKind", "Kind of tool", "choice", true, TOOL_KINDS);
  const known = TOOL_KINDS.find((one) => one === toolKind);
  const tool = known
    ? toolFields(known).map(({ name, takes, choices, required }) => field(name, name, takes, required, choices))
    : [];
  return [first, ...tool, field("holderName", "Holder, in words", "words"), note];
}

interface WorkshopRefusal extends Refusal<"workshop"> {
  readonly fields: Readonly<Record<string, string>>;
}

/** Reads an item as it was typed, field by field; every field that cannot be read has its own refusal. */
export function readTypedItem(
  kind: WorkshopKind,
  texts: Readonly<Record<string, string>>,
  { unit, decimal }: { readonly unit: Unit; readonly decimal?: "." | "," | undefined },
): Answer<WorkshopContent, WorkshopRefusal> {
  const fields: Record<string, string> = {};
  const content: Record<string, unknown> = {};
  const toolKind = TOOL_KINDS.find((one) => one === texts.toolKind);
  if (kind === "assembly") {
    if (!toolKind) fields.toolKind = "Choose the kind of tool.";
    else {
      const tool = readTypedTool(toolKind, texts, { unit, decimal });
      if (tool.ok) content.tool = tool.value;
      else Object.assign(fields, tool.refusal.fields);
    }
  }
  const own = kind === "assembly" ? [field("holderName", "", "words"), note] : FIELDS[kind];
  for (const { name, takes, required, choices } of own) {
    const text = (texts[name] ?? "").trim();
    if (text === "") {
      if (required) fields[name] = takes === "choice" ? "Choose one." : "Type this one.";
      continue;
    }
    const read = readOwn(takes, text, choices, { unit, decimal });
    if (read.ok) content[name] = read.value;
    else fields[name] = read.refusal.message;
  }
  const { calibrated, due } = content as { calibrated?: string; due?: string };
  if (calibrated !== undefined && due !== undefined && due < calibrated)
    fields.due = "A gauge falls due after it was calibrated.";
  if ((kind === "spacer" && content.thickness === 0) || (kind === "tolerance" && content.plusMinus === 0))
    fields[kind === "spacer" ? "thickness" : "plusMinus"] = "This is above 0.";
  const [first] = Object.values(fields);
  return first === undefined
    ? accepted(content as unknown as WorkshopContent)
    : refused({ code: "workshop", message: first, fields });
}

function readOwn(
  takes: WorkshopField["takes"],
  text: string,
  choices: readonly string[],
  { unit, decimal }: { readonly unit: Unit; readonly decimal?: "." | "," | undefined },
): Answer<unknown> {
  const no = (message: string) => refused({ code: "workshop", message });
  switch (takes) {
    case "choice":
      return choices.includes(text) ? accepted(text) : no("Choose one of those shown.");
    case "date":
      return /^\d{4}-\d{2}-\d{2}$/.test(text) && isDay(text)
        ? accepted(text)
        : no("A date is written as year-month-day: 2026-03-31.");
    case "insert": {
      const read = readInsertDesignation(text);
      return read.ok ? accepted(read.value.designation) : read;
    }
    case "length": {
      const read = readLength(text, { units: unit, ...(decimal && { decimal }) });
      if (!read.ok) return read;
      if (read.value.mm < 0) return no("This is not negative.");
      return read.value.mm <= 2000
        ? accepted(read.value.mm)
        : no("More than 2 metres. Check the unit, and for a decimal point.");
    }
    case "words":
    // Asked for of tools alone, which `readTypedTool` reads.
    case "angle":
    case "yes-or-no":
      return text.length <= 200 ? accepted(text) : no("At most 200 characters.");
  }
}

/** Whether a date is one of the calendar: no 30 February. */
function isDay(text: string): boolean {
  const [year = 0, month = 0, day = 0] = text.split("-").map(Number);
  const inMonth =
    month === 2
      ? year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
        ? 29
        : 28
      : [4, 6, 9, 11].includes(month)
        ? 30
        : 31;
  return month >= 1 && month <= 12 && day >= 1 && day <= inMonth;
}

/** An item as texts, to fill its form or a row of a file with; lengths in millimetres. */
export function typedItem(kind: WorkshopKind, content: WorkshopContent): Readonly<Record<string, string>> {
  const texts: Record<string, string> = {};
  const put = (entries: object) => {
    for (const [name, value] of Object.entries(entries))
      texts[name] = typeof value === "boolean" ? (value ? "yes" : "no") : String(value);
  };
  if (kind !== "assembly") put(content);
  else {
    const { tool, ...rest } = content as WorkshopContents["assembly"];
    const { kind: toolKind, ...tools } = tool;
    put({ toolKind, ...tools, ...rest });
  }
  return texts;
}

/** An item in a few words, for a list: what it is known by. */
export function itemWords(kind: WorkshopKind, content: WorkshopContent, unit: Unit): string {
  const size = (millimetres: number) => {
    const shown = unit === "mm" ? millimetres : millimetres / 25.4;
    return `${formatLength(shown, usualResolution(unit) / 10)} ${unit}`;
  };
  switch (kind) {
    case "assembly": {
      const { tool, holderName } = content as WorkshopContents["assembly"];
      return [kindName(tool.kind), tool.description, `overhang ${size(tool.overhang)}`, holderName]
        .filter(Boolean)
        .join(" · ");
    }
    case "insert": {
      const { designation, grade } = content as WorkshopContents["insert"];
      const read = readInsertDesignation(designation);
      return [designation, read.ok ? `radius ${size(read.value.noseRadius)}` : "", grade].filter(Boolean).join(" · ");
    }
    case "gauge": {
      const { kind: what, uncertainty, calibrated, due } = content as WorkshopContents["gauge"];
      return [what, `± ${size(uncertainty)}`, calibrated && `calibrated ${calibrated}`, due && `due ${due}`]
        .filter(Boolean)
        .join(" · ");
    }
    case "spacer": {
      const { kind: what, thickness, uncertainty, measured } = content as WorkshopContents["spacer"];
      return [what, size(thickness), `± ${size(uncertainty)}`, measured && `measured ${measured}`]
        .filter(Boolean)
        .join(" · ");
    }
    case "tolerance": {
      const { of, plusMinus, upTo } = content as WorkshopContents["tolerance"];
      return `${of} ± ${size(plusMinus)}${upTo === undefined ? "" : `, up to ${size(upTo)}`}`;
    }
  }
}

/** True for a gauge whose calibration has run out on a day. */
export function isOverdue(kind: WorkshopKind, content: WorkshopContent, today: string): boolean {
  const { due } = content as WorkshopContents["gauge"];
  return kind === "gauge" && due !== undefined && due < today;
}

/** A gauge of the shop with one standard deviation of a reading, millimetres. */
export interface ShopGauge {
  readonly name: string;
  readonly kind: WorkshopContents["gauge"]["kind"];
  readonly uncertainty: number;
  /** True once its calibration has run out. */
  readonly isOverdue: boolean;
}
