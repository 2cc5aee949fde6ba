import type { FromSchema } from "json-schema-to-ts";
import {
  CARRY_CHOICES,
  type CarriedCommands,
  type CarryAnswer,
  carriedCommands,
  proposedAnswers,
} from "../../core/carry/index.ts";
import { INCOMPLETE, readSize, readStock, refuse as refuseForm } from "../../core/commands/index.ts";
import {
  type Command,
  foldMachine,
  type Payload,
  type SetupState,
  type SetupView,
  viewSetup,
} from "../../core/ledger/index.ts";
import { type MachineProfile, shownAs, workFromControl } from "../../core/machine/index.ts";
import { isProvenNow, setupLists } from "../../core/program/index.ts";
import type { Refusal } from "../../core/refusal.ts";
import { database, sql } from "../context.server.ts";
import type { Sql } from "../database/pool.server.ts";
import { answering } from "../http/answering.server.ts";
import { stableId } from "../identity/stableId.ts";
import { appendForms, readMachineLedger } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { readCalibratedMachine } from "../machines/machinesRepository.server.ts";
import { holdRole } from "../people/peopleRepository.server.ts";
import { may, type Person } from "../people/person.server.ts";
import { takeKeptProgram } from "../program/takeProgram.server.ts";
import type { Incoming } from "../uploads/incoming.ts";
import { takeSentProgram } from "../uploads/takeFile.server.ts";
import { validator } from "../validation/validate.server.ts";
import { readCarried } from "./carry.server.ts";
import { digestOf } from "./formDigest.ts";

const typed = { type: "string", maxLength: 200 } as const;
const schema = {
  type: "object",
  additionalProperties: false,
  required: [
    "id",
    "machine",
    "job",
    "part",
    "operation",
    "workOffset",
    "sizeUnit",
    "material",
    "nominalDiameter",
    "oversize",
    "stickOut",
    "chuckDiameter",
    "toFace",
  ],
  properties: {
    /** Of the new setup, made by the page: sent again it opens the same one. */
    id: { type: "string", format: "uuid" },
    from: { type: "string", format: "uuid" },
    machine: typed,
    job: typed,
    part: typed,
    operation: typed,
    hole: typed,
    master: typed,
    /** What the control holds in the work offset, as it shows it; empty where it was not read. */
    workX: typed,
    workZ: typed,
    workOffset: { type: "string", enum: ["G54", "G55", "G56", "G57", "G58", "G59"] },
    sizeUnit: { type: "string", enum: ["mm", "in"] },
    material: typed,
    nominalDiameter: typed,
    oversize: typed,
    stickOut: typed,
    chuckDiameter: typed,
    toFace: typed,
    /** `yes` to begin with the tools that stand in the machine. */
    standing: { type: "string", enum: ["yes"] },
    /** Whether the past setup is done again, or followed by the next operation on its part. */
    as: { type: "string", enum: ["again", "next-operation"] },
    /** What comes along from the past setup: a list of answers, as JSON. Absent: as it is proposed. */
    carry: { type: "string", maxLength: 200_000 },
  },
} as const;
const readForm = validator<FromSchema<typeof schema>>(schema);
const readAnswers = validator<readonly CarryAnswer[]>({
  type: "array",
  maxItems: 2000,
  items: {
    type: "object",
    additionalProperties: false,
    required: ["key", "choice", "shown"],
    properties: {
      key: { type: "string", maxLength: 120 },
      choice: { type: "string", enum: CARRY_CHOICES },
      shown: { type: "string", maxLength: 2100 },
    },
  },
});

export type OpenOutcome =
  | { readonly outcome: "opened"; readonly setupId: string }
  | { readonly outcome: "refused"; readonly message: string; readonly fields: Readonly<Record<string, string>> };

/**
 * Opens a setup: the machine as it is now, the stock as typed, then the program, then the tools: those of the past setup
 * that it starts from, or those that stand in the machine and are called. Nothing is opened while anything is refused.
 */
export async function openSetup(
  person: Person,
  device: string,
  fields: Readonly<Record<string, unknown>>,
  file: Incoming | undefined,
): Promise<OpenOutcome> {
  const read = readForm(fields);
  if (!read.ok) return refuse({}, INCOMPLETE);
  const form = read.value;
  // Sent again it opens the same setup; the id of another setup is refused.
  const opened = (await readSetup(sql(), form.id))?.cells.setup?.[0];
  if (opened && opened.id !== entryId(form.id, 0))
    return refuse({}, "There is a setup with this form's id already. Reload the page and open it anew.");
  const wrong: Record<string, string> = {};
  const machine = await readCalibratedMachine(sql(), form.machine);
  if (!machine) wrong.machine = "Choose the machine.";
  for (const name of ["job", "part", "operation"] as const)
    if (form[name].trim() === "") wrong[name] = ASKED[name];
    else if (/\p{Cc}/u.test(form[name])) wrong[name] = "This stands on one line.";
    else if (form[name].trim().length > 120) wrong[name] = "At most 120 characters.";
  const stock = readStock(form, person);
  if ("fields" in stock) Object.assign(wrong, stock.fields);
  const hole = holeOf(form.hole, form.sizeUnit, person, wrong);
  if (hole !== undefined && "stock" in stock && hole >= stock.stock.nominalDiameter)
    wrong.hole = "This hole would be larger than the stock. Check for a decimal point.";
  if (machine?.school === "master-tool" && !/^0*[1-9]\d{0,2}$/.test(form.master?.trim() ?? ""))
    wrong.master = "Say the offset of the master tool, such as 1.";
  const work = machine ? workHeld(form, machine, person, wrong) : {};
  const program = file && machine ? await takeSentProgram(sql(), file, person.id, machine) : undefined;
  if (program && !program.ok) wrong.program = program.refusal.message;
  const stickOut = "stock" in stock ? stock.stock.stickOut : 0;
  const carried =
    form.from !== undefined && machine ? await carriedFrom(form.from, form, machine, stickOut, wrong) : undefined;
  const kept = carried?.withProgram && !file && machine ? await pastProgram(carried.past, machine) : undefined;
  if (carried?.withProgram && !file && !kept)
    wrong.program = "The program of that setup is not kept here any more. Choose its file.";
  if (Object.keys(wrong).length > 0 || !machine || !("stock" in stock)) return refuse(wrong);

  const commands: Omit<Command, "id">[] = [
    {
      kind: "setup-opened",
      payload: {
        job: form.job.trim(),
        part: form.part.trim(),
        operation: form.operation.trim(),
        program: "",
        machine,
        stock: stock.stock,
        workOffset: { name: form.workOffset, ...carried?.work, ...work },
        ...(form.from !== undefined && { from: { setup: form.from, as: form.as ?? "again" } }),
        ...(machine.school === "master-tool" && { master: String(Number(form.master)) }),
        ...(hole !== undefined && { hole }),
      },
    },
  ];
  const programRead = program?.ok ? program.value : kept;
  if (programRead) commands.push({ kind: "program-read", payload: programRead });
  const digest = digestOf({ ...form, ...(program?.ok && { program: program.value.fingerprint }) });
  const refusal = await append(form.id, commands, person, device, 0, digest);
  if (refusal) return refuse({}, refusal.message);
  // Changes of calls belong to the program that they were made in.
  const taken = carried?.commands.filter(({ kind }) => kind !== "calls-renumbered" || kept !== undefined);
  const more = taken ?? (form.standing ? await toolsStanding(form.id, machine) : []);
  await append(form.id, more, person, device, commands.length, digest);
  return { outcome: "opened", setupId: form.id };
}

const ASKED = {
  job: "Say the job, such as F-060.",
  part: "Say the part, such as eyepiece clamp.",
  operation: "Say the operation, such as op 1.",
} as const;

const refuse = (fields: Readonly<Record<string, string>>, message?: string): OpenOutcome => ({
  outcome: "refused",
  message: message ?? Object.values(fields)[0] ?? "",
  fields,
});

function holeOf(
  text: string | undefined,
  unit: "mm" | "in",
  person: Person,
  wrong: Record<string, string>,
): number | undefined {
  if (text === undefined || text.trim() === "") return undefined;
  const read = readSize(
    "hole",
    text,
    unit,
    person,
    "A hole's diameter is above 0. Leave it empty where there is none.",
  );
  if ("outcome" in read) Object.assign(wrong, read.fields);
  return "outcome" in read ? undefined : read.mm;
}

/** A work offset as the control shows it, read in the machine's own unit; what was left empty is not known. */
function workHeld(
  form: { readonly workX?: string; readonly workZ?: string },
  machine: MachineProfile,
  person: Person,
  wrong: Record<string, string>,
): { readonly x?: number; readonly z?: number } {
  const held: { x?: number; z?: number } = {};
  for (const [axis, name] of [
    ["x", "workX"],
    ["z", "workZ"],
  ] as const) {
    const text = form[name] ?? "";
    if (text.trim() === "") continue;
    const read = readSize(name, text, machine.units, person);
    if ("outcome" in read) Object.assign(wrong, read.fields);
    else held[axis] = workFromControl({ ...machine, units: "mm" }, axis, shownAs("work-offset", read.mm));
  }
  return held;
}

const entryId = (setupId: string, index: number) => stableId(`${setupId} ${index}`);

/** Ids follow from the setup's own, so that the same form sent again appends nothing twice. */
async function append(
  setupId: string,
  commands: readonly Omit<Command, "id">[],
  person: Person,
  device: string,
  after: number,
  digest: string,
): Promise<Refusal | undefined> {
  for (const [index, command] of commands.entries()) {
    const id = entryId(setupId, after + index);
    const base = (await readSetup(sql(), setupId))?.seq ?? 0;
    const author = { person, device, base };
    const make = async (_state: SetupState, inside: Sql) => {
      const role = await holdRole(inside, person.id);
      return role !== undefined && may(role, "setter")
        ? ({ ...command, id } as Command)
        : refuseForm(`This needs the role setter; ${person.name} has it no more.`);
    };
    const [result] = await answering(() => appendForms(database(), setupId, [{ id, author, digest, make }]));
    if (result?.outcome === "not-made")
      return { code: "role", message: "message" in result.made ? result.made.message : "" };
    // The same form sent again, with other content or by somebody else.
    if (result?.outcome === "refused" && result.refusal.code.startsWith("id-")) return result.refusal;
    if (result?.outcome !== "appended" && result?.outcome !== "repeated")
      throw new Error(`Entry ${after + index} of a new setup was not taken: ${JSON.stringify(result)}`);
  }
  return undefined;
}

/** What comes along from a past setup, by the answers of the form; what is refused is put under `carry`. */
async function carriedFrom(
  from: string,
  form: FromSchema<typeof schema>,
  machine: MachineProfile,
  stickOut: number,
  wrong: Record<string, string>,
): Promise<(CarriedCommands & { readonly past: SetupView }) | undefined> {
  const found = await readCarried(sql(), from, {
    machine,
    workOffset: form.workOffset,
    master: machine.school === "master-tool" ? String(Number(form.master)) : undefined,
    isNext: form.as === "next-operation",
    self: form.id,
  });
  if (!found) {
    wrong.carry = "The setup to start from is not there.";
    return undefined;
  }
  const answers = form.carry === undefined ? proposedAnswers(found.rows) : answersOf(form.carry);
  const carried = answers ? carriedCommands(found.rows, answers, stickOut) : undefined;
  if (carried?.ok) return { ...carried.value, past: found.past };
  wrong.carry =
    carried?.refusal.message ?? "What comes along was not complete. Reload the page; what you typed is kept.";
  return undefined;
}

function answersOf(json: string): readonly CarryAnswer[] | undefined {
  try {
    const read = readAnswers(JSON.parse(json));
    return read.ok ? read.value : undefined;
  } catch (failure) {
    if (failure instanceof SyntaxError) return undefined;
    throw failure;
  }
}

/** The program of a past setup, as it was saved as proven where it was, read anew for this machine; undefined where its file is not kept here. */
const pastProgram = async (past: SetupView, machine: MachineProfile) => {
  const program = isProvenNow(past) ? past.programProven : past.programRead;
  return program && takeKeptProgram(sql(), program.fingerprint, program.name, machine);
};

/** Tools that stand in the machine from earlier setups: those that the program calls, or all where there is none. */
async function toolsStanding(setupId: string, machine: MachineProfile): Promise<readonly Omit<Command, "id">[]> {
  const state = await readSetup(sql(), setupId);
  if (!state) return [];
  const called = setupLists(viewSetup(state))?.called;
  const { stations } = foldMachine(await readMachineLedger(sql(), machine.id));
  const taken = new Set<string>();
  return Object.entries(stations)
    .filter(([, { value }]) => called === undefined || called.some(({ offset }) => offset === value.offset))
    .filter(([, { value }]) => !taken.has(value.offset) && taken.add(value.offset))
    .map(([station, { value }]) => ({
      kind: "tool-loaded",
      payload: {
        offset: value.offset,
        station,
        tool: value.tool,
        tolerance: UNSETTLED,
        ...(value.holder !== undefined && { holder: value.holder }),
      } satisfies Payload<"tool-loaded">,
    }));
}
/** Until somebody says which dimension an offset makes: what a drawing without limits usually asks for, as ± figures. */
const UNSETTLED = { x: 0.05, z: 0.1 } as const;
