import type { FromSchema } from "json-schema-to-ts";
import {
  type Command,
  type Entry,
  type SetupState,
  type SetupView,
  standing,
  type ToolView,
  viewSetup,
} from "../../core/ledger/index.ts";
import { orientationCode, readInsertDesignation, tipDirectionOf } from "../../core/tool/index.ts";
import { fieldsOf, readTypedTouch } from "../../core/touch/index.ts";
import { readLength } from "../../core/units/index.ts";
import { database, sql } from "../context.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { validator } from "../validation/validate.server.ts";

const id = { type: "string", format: "uuid" } as const;
const base = { type: "string", pattern: "^[0-9]{1,9}$" } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const axis = { type: "string", enum: ["x", "z"] } as const;
const way = { type: "string", enum: ["skim", "paper", "block"] } as const;
const typed = { type: "string", maxLength: 200 } as const;

/** What the Touch and Table screens may ask for; every field arrives as text, and all of them are there. */
const forms = {
  "accept-touch": {
    type: "object",
    additionalProperties: false,
    required: ["intent", "id", "base", "offset", "axis", "way", "machine", "size", "spacer", "sizeUnit"],
    properties: {
      intent: { const: "accept-touch" },
      ...{ id, base, offset, axis, way, machine: typed, size: typed, spacer: typed },
      sizeUnit: { type: "string", enum: ["mm", "in"] },
    },
  },
  "accept-nose": {
    type: "object",
    additionalProperties: false,
    required: ["intent", "id", "base", "offset", "insert"],
    properties: { intent: { const: "accept-nose" }, id, base, offset, insert: { type: "string", maxLength: 60 } },
  },
  "choose-way": {
    type: "object",
    additionalProperties: false,
    required: ["intent", "id", "base", "offset", "axis", "way"],
    properties: { intent: { const: "choose-way" }, id, base, offset, axis, way },
  },
  "measure-stock": {
    type: "object",
    additionalProperties: false,
    required: ["intent", "id", "base", "diameter", "sizeUnit"],
    properties: {
      intent: { const: "measure-stock" },
      ...{ id, base, diameter: typed },
      sizeUnit: { type: "string", enum: ["mm", "in"] },
    },
  },
  undo: {
    type: "object",
    additionalProperties: false,
    required: ["intent", "id", "base", "entry"],
    properties: { intent: { const: "undo" }, id, base, entry: id },
  },
} as const;

type Intent = keyof typeof forms;
type FormOf<Kind extends Intent> = FromSchema<(typeof forms)[Kind]>;
export type TouchForm = { [Kind in Intent]: FormOf<Kind> }[Intent];

const readForm = validator<TouchForm>({ oneOf: Object.values(forms) });

export type TouchOutcome =
  | { readonly outcome: "kept"; readonly form: TouchForm }
  | { readonly outcome: "refused"; readonly message: string; readonly fields: Readonly<Record<string, string>> }
  | { readonly outcome: "conflict"; readonly theirs: ConflictSide; readonly seq: number };

/** The other side of a conflict, in the words that the question needs. */
export interface ConflictSide {
  readonly person: string;
  readonly at: string;
  /** Their value in core lengths; undefined where they took an entry back. */
  readonly exact: number | undefined;
}

/** Carries out one form of the Touch or Table screen: validates, works it out again from what was typed, appends. */
export async function runTouchForm(
  setupId: string,
  person: Person,
  device: string,
  fields: Readonly<Record<string, unknown>>,
): Promise<TouchOutcome> {
  const read = readForm(fields);
  if (!read.ok) return refuse("This form was not complete. Reload the page; what you typed is kept.");
  const form = read.value;
  const state = await readSetup(sql(), setupId);
  if (!state) return refuse("There is no such setup.");
  const made = makeCommand(viewSetup(state), state, form, person);
  if ("outcome" in made) return made;
  const result = await appendEntry(database(), setupId, made, { person, device, base: Number(form.base) });
  switch (result.outcome) {
    case "appended":
    case "repeated":
      return { outcome: "kept", form };
    case "conflict":
      return { outcome: "conflict", theirs: sideOf(result.theirs), seq: state.seq };
    case "refused":
      return refuse(result.refusal.message);
  }
}

const refuse = (message: string, fields: Readonly<Record<string, string>> = {}): TouchOutcome => ({
  outcome: "refused",
  message,
  fields,
});

function makeCommand(setup: SetupView, state: SetupState, form: TouchForm, person: Person): Command | TouchOutcome {
  const entry = { id: form.id, version: 1 } as const;
  if (form.intent === "undo") return undoOf(state, form, entry);
  if (form.intent === "measure-stock") return stockOf(setup, form, entry, person);
  const tool = setup.tools.find((one) => one.offset === form.offset);
  if (!tool) return refuse(`Offset ${form.offset} has no tool in this setup.`);
  switch (form.intent) {
    case "choose-way":
      return { ...entry, kind: "way-chosen", payload: { offset: form.offset, axis: form.axis, way: form.way } };
    case "accept-nose":
      return noseOf(setup, tool, form, entry);
    case "accept-touch":
      return touchOf(setup, tool, form, entry, person);
  }
}

function touchOf(
  setup: SetupView,
  tool: ToolView,
  form: FormOf<"accept-touch">,
  entry: { id: string; version: 1 },
  person: Person,
): Command | TouchOutcome {
  const task = { axis: form.axis, way: form.way, sizeUnit: form.sizeUnit, decimal: person.decimalMark };
  const { facts, solved, refusals, budget } = readTypedTouch(setup, tool, task, form);
  if (!facts || !solved) {
    const messages = fieldsOf(form.way).flatMap((field) =>
      refusals[field] ? [[field, refusals[field].message] as const] : [],
    );
    return refuse(messages[0]?.[1] ?? "This touch cannot be worked out.", Object.fromEntries(messages));
  }
  const { machine, size, spacer } = facts;
  const kept = { machine: form.machine, size: form.size, spacer: form.spacer, sizeUnit: form.sizeUnit };
  return {
    ...entry,
    kind: "touch-accepted",
    payload: {
      offset: form.offset,
      axis: form.axis,
      way: form.way,
      machine,
      size,
      spacer,
      work: setup.workOffset[form.axis],
      exact: solved.exact,
      touched: solved.touched ?? 0,
      expectedError: budget.expanded,
      typed: kept,
    },
  };
}

function noseOf(
  { machine }: SetupView,
  tool: ToolView,
  form: FormOf<"accept-nose">,
  entry: { id: string; version: 1 },
): Command | TouchOutcome {
  const insert = readInsertDesignation(form.insert);
  if (!insert.ok) return refuse(insert.refusal.message, { insert: insert.refusal.message });
  const tip = tipDirectionOf("outside", { hand: tool.tool.hand });
  if (!tip.ok) return refuse(tip.refusal.message);
  const orientation = orientationCode(tip.value, machine.numbering);
  return {
    ...entry,
    kind: "nose-accepted",
    payload: {
      offset: tool.offset,
      insert: insert.value.designation,
      noseRadius: insert.value.noseRadius,
      orientation,
    },
  };
}

function undoOf(state: SetupState, form: FormOf<"undo">, entry: { id: string; version: 1 }): Command | TouchOutcome {
  const target = standing(state, form.entry);
  if (!target) return refuse("That entry does not stand any more; somebody has taken it back already.");
  return { ...entry, kind: "entry-undone", payload: { entry: target.id, what: describe(target) } };
}

/** A measured bar more than this much thicker than it should be is a decimal point in the wrong place. */
const THICKEST_STOCK = 2;

function stockOf(
  { stock }: SetupView,
  form: FormOf<"measure-stock">,
  entry: { id: string; version: 1 },
  person: Person,
): Command | TouchOutcome {
  const read = readLength(form.diameter, {
    units: form.sizeUnit,
    ...(person.decimalMark && { decimal: person.decimalMark }),
  });
  const no = (message: string) => refuse(message, { diameter: message });
  if (!read.ok) return no(read.refusal.message);
  const diameter = read.value.mm;
  if (diameter <= 0) return no("A diameter is above 0. Type what the micrometer reads.");
  if (diameter > stock.nominalDiameter * THICKEST_STOCK)
    return no("This would be more than twice the nominal bar. Check for a decimal point.");
  return { ...entry, kind: "stock-measured", payload: { diameter } };
}

/** An entry in a few words, for the ledger's reader. */
function describe(entry: Entry): string {
  switch (entry.kind) {
    case "touch-accepted":
      return `${entry.payload.axis.toUpperCase()} geometry of offset ${entry.payload.offset}`;
    case "nose-accepted":
      return `radius and orientation of offset ${entry.payload.offset}`;
    case "way-chosen":
      return `way to touch ${entry.payload.axis.toUpperCase()} of offset ${entry.payload.offset}`;
    default:
      return entry.kind.replaceAll("-", " ");
  }
}

function sideOf(theirs: Entry): ConflictSide {
  return {
    person: theirs.person,
    at: theirs.at,
    exact: theirs.kind === "touch-accepted" ? theirs.payload.exact : undefined,
  };
}
