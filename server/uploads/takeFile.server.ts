import type { Photo } from "../../core/commands/index.ts";
import type { Payload } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { takePhoto } from "../photos/photosRepository.server.ts";
import { keepProgram, takeProgram } from "../program/takeProgram.server.ts";
import type { Incoming } from "./incoming.ts";
import { type FileKind, noteUpload, overQuota } from "./uploadsRepository.server.ts";

/** Keeps what a person has sent, within what they may send in a day, and notes whose it is. */
async function within<Value extends { readonly isNew: boolean }>(
  sql: Sql,
  kind: FileKind,
  { fingerprint, bytes }: Incoming,
  personId: string,
  take: () => Promise<Answer<Value>>,
): Promise<Answer<Value>> {
  const words = await overQuota(sql, personId);
  if (words !== undefined) return refused({ code: "quota", message: words });
  const taken = await take();
  if (taken.ok) await noteUpload(sql, kind, { fingerprint, bytes, isNew: taken.value.isNew }, personId);
  return taken;
}

/** A photo that a person sends, as a note names it. */
export async function takeSentPhoto(sql: Sql, file: Incoming, personId: string): Promise<Answer<Photo>> {
  const taken = await within(sql, "photo", file, personId, () => takePhoto(sql, file));
  return taken.ok ? accepted(taken.value.photo) : taken;
}

/** A program that a person sends, as the ledger keeps it. */
export async function takeSentProgram(
  sql: Sql,
  file: Incoming,
  personId: string,
  machine: MachineProfile,
): Promise<Answer<Payload<"program-read">>> {
  const taken = await within(sql, "program", file, personId, () => takeProgram(sql, file, machine));
  return taken.ok ? accepted(taken.value.program) : taken;
}

/** The bytes of a program ahead of the form that will name it. */
export async function keepSentProgram(sql: Sql, file: Incoming, personId: string): Promise<Answer<string>> {
  const taken = await within(sql, "program", file, personId, () => keepProgram(sql, file));
  return taken.ok ? accepted(file.fingerprint) : taken;
}
