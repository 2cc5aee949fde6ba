import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { readLength, type Unit } from "../units/index.ts";
import { readInsertDesignation } from "./insertDesignation.ts";
import { type Tool, type ToolKind, toolSchema } from "./toolSchema.ts";

/** What kind of number or word a field of a tool takes. */
interface ToolField {
  readonly name: string;
  readonly takes: "length" | "angle" | "insert" | "words" | "choice" | "yes-or-no";
  /** Words that a choice offers. */
  readonly choices: readonly string[];
  readonly required: boolean;
}

interface Property {
  readonly type: string;
  readonly enum?: readonly string[];
}
interface Form {
  readonly required: readonly string[];
  readonly properties: Readonly<Record<string, Property>>;
}

/** Fields that a tool of this kind is described by, in the order of its form; its kind is not among them. */
export function toolFields(kind: ToolKind): readonly ToolField[] {
  const form = formOf(kind);
  return Object.entries(form.properties)
    .filter(([name]) => name !== "kind")
    .map(([name, property]) => ({
      name,
      takes: takenBy(name, property, form),
      choices: property.enum ?? [],
      required: form.required.includes(name),
    }));
}

function formOf(kind: ToolKind): Form {
  const forms = toolSchema.anyOf as unknown as readonly Form[];
  const form = forms.find(({ properties }) => properties.kind?.enum?.includes(kind));
  if (!form) throw new Error(`every kind has a form: ${kind}`);
  return form;
}

function takenBy(name: string, { type, enum: choices }: Property, { properties }: Form): ToolField["takes"] {
  if (choices) return "choice";
  if (type === "boolean") return "yes-or-no";
  // Only inserts that turn have a designation that can be read; those for threads are named as their makers do.
  if (name === "insert" && properties.leadAngle) return "insert";
  if (type === "string") return "words";
  return name.endsWith("Angle") ? "angle" : "length";
}

/** Refusals by field; `tool` for what belongs to none. */
type ToolRefusals = Readonly<Record<string, string>>;
interface TypedToolRefusal extends Refusal<"tool"> {
  readonly fields: ToolRefusals;
}

/** How typed lengths are meant. */
interface ToolTyping {
  readonly unit: Unit;
  readonly decimal?: "." | "," | undefined;
}

/**
 * Reads a tool as it was typed, field by field: lengths in the given unit, angles in degrees, inserts by their
 * designation. Every field that cannot be read has its own refusal. Lengths come out in millimetres.
 */
export function readTypedTool(
  kind: ToolKind,
  typed: Readonly<Record<string, string>>,
  { unit, decimal }: ToolTyping,
): Answer<Tool, TypedToolRefusal> {
  const fields: Record<string, string> = {};
  const tool: Record<string, unknown> = { kind };
  for (const { name, takes, choices, required } of toolFields(kind)) {
    const text = (typed[name] ?? "").trim();
    if (text === "" && takes !== "yes-or-no") {
      if (required) fields[name] = takes === "choice" ? "Choose one." : "Type this one.";
      continue;
    }
    const read = readField(takes, text, choices, { unit, decimal });
    if (read.ok) tool[name] = read.value;
    else fields[name] = read.refusal.message;
  }
  const wrong = Object.keys(fields).length === 0 ? contradiction(tool) : undefined;
  if (wrong) fields[wrong[0]] = wrong[1];
  const [first] = Object.values(fields);
  return first === undefined ? accepted(tool as Tool) : refused({ code: "tool", message: first, fields });
}

function readField(
  takes: ToolField["takes"],
  text: string,
  choices: readonly string[],
  { unit, decimal }: ToolTyping,
): Answer<unknown> {
  switch (takes) {
    case "choice":
      return choices.includes(text) ? accepted(text) : refused({ code: "tool", message: "Choose one of those shown." });
    case "yes-or-no":
      return accepted(text === "yes");
    case "insert": {
      const read = readInsertDesignation(text);
      return read.ok ? accepted(read.value.designation) : read;
    }
    case "words":
      return text.length <= 120 ? accepted(text) : refused({ code: "tool", message: "At most 120 characters." });
    case "angle": {
      const degrees = Number(text.replace(",", ".").replace("°", ""));
      return degrees > 0 && degrees <= 180
        ? accepted(degrees)
        : refused({ code: "tool", message: "An angle is above 0 and at most 180 degrees." });
    }
    case "length": {
      const read = readLength(text, { units: unit, ...(decimal && { decimal }) });
      if (!read.ok) return read;
      if (read.value.mm < 0) return refused({ code: "tool", message: "A dimension of a tool is not negative." });
      return read.value.mm <= 2000
        ? accepted(read.value.mm)
        : refused({ code: "tool", message: "No tool is longer than 2 metres. Check for a decimal point." });
    }
  }
}

/** Dimensions that cannot stand together on one tool. */
function contradiction(tool: Readonly<Record<string, unknown>>): readonly [string, string] | undefined {
  const { bar, smallestBore, width, groove, cornerRadius, diameter } = tool as Readonly<Record<string, number>>;
  if (bar !== undefined && smallestBore !== undefined && smallestBore <= bar)
    return ["smallestBore", "The smallest bore must be larger than the bar itself."];
  if (width !== undefined && groove !== undefined && groove < width)
    return ["groove", "The groove cannot be narrower than the blade."];
  if (width !== undefined && cornerRadius !== undefined && cornerRadius * 2 > width)
    return ["cornerRadius", "Two corner radii cannot be more than the blade's width."];
  for (const [name, value] of Object.entries({ width, diameter, bar, smallestBore }))
    if (value === 0) return [name, "This is above 0."];
  if (tool.leadAngle !== undefined && ((tool.leadAngle as number) < 30 || (tool.leadAngle as number) > 120))
    return ["leadAngle", "A lead angle is between 30 and 120 degrees."];
  return undefined;
}

/** A mounted tool as texts, to fill its form with; lengths in millimetres. */
export function typedTool(tool: Tool): Readonly<Record<string, string>> {
  return Object.fromEntries(
    Object.entries(tool)
      .filter(([name]) => name !== "kind")
      .map(([name, value]) => [name, typeof value === "boolean" ? (value ? "yes" : "no") : String(value)]),
  );
}
