import type { Brought, FormOf, Known, SetupForm } from "../../core/commands/index.ts";
import { foldMachine, type MachineState, type SetupState, viewSetup } from "../../core/ledger/index.ts";
import { leftBehind } from "../../core/offsets/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readMachineLedger } from "../ledger/ledgerRepository.server.ts";
import { readHistory } from "../ledger/toolHistory.server.ts";
import { keptPhoto } from "../photos/photosRepository.server.ts";
import { readProgramText } from "../program/programsRepository.server.ts";
import { takeKeptProgram } from "../program/takeProgram.server.ts";
import { type Reader, readInWorker } from "../reading/readInWorker.server.ts";
import { shopGauges, shopSpacers, shopUncertainty } from "../workshop/workshopRepository.server.ts";

export const NOTHING_KNOWN: Known = { history: {}, spacers: [], shop: {}, program: undefined, left: [], gauges: [] };

/** A machine as the setups besides one left it. */
export async function machineBefore(sql: Sql, machineId: string, without: string): Promise<MachineState> {
  return foldMachine((await readMachineLedger(sql, machineId)).filter(({ setupId }) => setupId !== without));
}

/** What one form needs to be worked out, and no more. */
export async function knownFor(
  sql: Sql,
  setupId: string,
  state: SetupState,
  form: SetupForm,
  reader: Reader = readInWorker,
): Promise<Known> {
  switch (form.intent) {
    case "accept-touch":
      return {
        ...NOTHING_KNOWN,
        history: await readHistory(sql, setupId, viewSetup(state)),
        spacers: await shopSpacers(sql),
        gauges: await shopGauges(sql),
        shop: await shopUncertainty(sql),
      };
    case "leave-out":
      return { ...NOTHING_KNOWN, history: await readHistory(sql, setupId, viewSetup(state)) };
    case "renumber": {
      const read = viewSetup(state).programRead;
      return { ...NOTHING_KNOWN, program: read && (await readProgramText(sql, read.fingerprint)) };
    }
    case "take-table":
      return {
        ...NOTHING_KNOWN,
        ...(await leftOn(sql, viewSetup(state).machine.id, setupId)),
      };
    case "measure-feature":
      return { ...NOTHING_KNOWN, gauges: await shopGauges(sql) };
    case "add-note":
      return { ...NOTHING_KNOWN, brought: form.photo === undefined ? undefined : await photoOf(sql, form.photo) };
    case "take-program":
      return { ...NOTHING_KNOWN, brought: await programOf(sql, state, form, reader) };
    case "keep-proven": {
      const read = viewSetup(state).programRead;
      const brought =
        form.program === undefined
          ? undefined
          : await programOf(sql, state, { program: form.program, name: form.name }, reader);
      const text = form.program === undefined ? undefined : await readProgramText(sql, form.program);
      return {
        ...NOTHING_KNOWN,
        program: read && (await readProgramText(sql, read.fingerprint)),
        brought: brought?.kind === "program" && text !== undefined ? { ...brought, text } : undefined,
      };
    }
    default:
      // Every other form is worked out with the setup alone.
      return NOTHING_KNOWN;
  }
}

/** What the other setups of a machine have left in its control. */
async function leftOn(sql: Sql, machineId: string, without: string): Promise<Pick<Known, "left" | "leftWork">> {
  const history = await readMachineLedger(sql, machineId);
  const { rows, work } = leftBehind(history.filter(({ setupId }) => setupId !== without));
  return { left: rows, leftWork: work };
}

/** The files of forms that waited on a device come before them. */
async function photoOf(sql: Sql, fingerprint: string): Promise<Brought | undefined> {
  const photo = await keptPhoto(sql, fingerprint);
  return photo && { kind: "photo", photo };
}
async function programOf(
  sql: Sql,
  state: SetupState,
  { program: fingerprint, name }: Pick<FormOf<"take-program">, "program" | "name">,
  reader: Reader,
): Promise<Brought | undefined> {
  const program = await takeKeptProgram(sql, fingerprint, name, viewSetup(state).machine, reader);
  return program && { kind: "program", program };
}

/** All that any form of a setup may need: what a device takes along for when the server does not answer. */
export async function knownForAll(sql: Sql, setupId: string, state: SetupState): Promise<Known> {
  const setup = viewSetup(state);
  return {
    history: await readHistory(sql, setupId, setup),
    spacers: await shopSpacers(sql),
    shop: await shopUncertainty(sql),
    program: setup.programRead && (await readProgramText(sql, setup.programRead.fingerprint)),
    ...(await leftOn(sql, setup.machine.id, setupId)),
    gauges: await shopGauges(sql),
  };
}
