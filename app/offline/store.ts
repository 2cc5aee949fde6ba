import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Brought, ConflictSide } from "../../core/commands/index.ts";
import type { Command } from "../../core/ledger/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import type { SetupPack } from "../../server/setup/setupPack.server.ts";
import { newId } from "../shell/newId.ts";
import { asReadNow } from "./packVersion.ts";

/** A form that waits on this device for the server. */
export interface Waiting {
  /** Its place in the queue; given by the store. */
  readonly order?: number;
  readonly setupId: string;
  /** Whose it is: sent only while the same person is signed in. */
  readonly personId: string;
  readonly personName: string;
  readonly fields: Readonly<Record<string, string>>;
  /** What it was worked out to, for the pages until it is sent. */
  readonly command: Command;
  /** Fingerprint of the file that comes along with it. */
  readonly file?: string;
  /** By this device's clock; ISO 8601. */
  readonly madeAt: string;
  /** Why it was not kept when it was sent, or is not sent by itself: somebody decides. */
  readonly trouble?: StoreTrouble;
}

/** A file that a waiting form brings along, under its fingerprint; sent before the form. */
export interface WaitingFile {
  readonly fingerprint: string;
  readonly kind: Brought["kind"];
  readonly name: string;
  readonly type: string;
  readonly content: ArrayBuffer;
}

export type StoreTrouble =
  /** `fields`: why, by the field of the form that it belongs to. */
  | { readonly outcome: "refused"; readonly message: string; readonly fields?: Readonly<Record<string, string>> }
  /** Entered while no one was signed in: the person it would be sent for says whether it is theirs. */
  | { readonly outcome: "signed-out" }
  | { readonly outcome: "conflict"; readonly theirs: ConflictSide; readonly seq: number };

interface Stores extends DBSchema {
  packs: { key: string; value: SetupPack };
  queue: { key: number; value: Waiting; indexes: { "by-setup": string } };
  device: { key: string; value: string };
  files: { key: string; value: WaitingFile };
}

let opened: Promise<IDBPDatabase<Stores>> | undefined;

/** The store of this browser; opened at first use, and again after it was taken away. */
function store(): Promise<IDBPDatabase<Stores>> {
  opened ??= openDB<Stores>("luvrit", 2, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore("packs", { keyPath: "setupId" });
        db.createObjectStore("queue", { keyPath: "order", autoIncrement: true }).createIndex("by-setup", "setupId");
        db.createObjectStore("device");
      }
      if (from < 2) db.createObjectStore("files", { keyPath: "fingerprint" });
    },
    // A window of a later Luvrit wants to change it: this one lets go, and opens it anew when it needs it.
    async blocking() {
      const held = await opened;
      opened = undefined;
      held?.close();
    },
    terminated() {
      opened = undefined;
    },
  });
  opened.catch(() => {
    opened = undefined;
  });
  return opened;
}

/** Written to the disk before it counts as kept: a tablet may lose its power at any moment. */
const DURABLE = { durability: "strict" } as const;

/** Who is signed in on this device now: what is entered here without the server is theirs, also where another person took the setup along. */
export async function keepPerson(person: Person): Promise<void> {
  await (await store()).put("device", JSON.stringify(person), "person");
}

async function personHere(): Promise<Person | undefined> {
  const kept = await (await store()).get("device", "person");
  return kept === undefined ? undefined : JSON.parse(kept);
}

export async function readPack(setupId: string): Promise<SetupPack | undefined> {
  const pack = await (await store()).get("packs", setupId);
  return pack && { ...asReadNow(pack), person: (await personHere()) ?? pack.person };
}

export async function listPacks(): Promise<readonly SetupPack[]> {
  const [packs, person] = [await (await store()).getAll("packs"), await personHere()];
  return packs.map((pack) => ({ ...asReadNow(pack), person: person ?? pack.person }));
}

export async function storePack(pack: SetupPack): Promise<void> {
  await (await store()).put("packs", pack);
}

/** All that waits, of one setup or of all, in the order in which it was made. */
export async function readQueue(setupId?: string): Promise<readonly Waiting[]> {
  const db = await store();
  return setupId === undefined ? db.getAll("queue") : db.getAllFromIndex("queue", "by-setup", setupId);
}

/**
 * The same of the person who is signed in here. What another person made waits for them and blocks no other person: to others the
 * setup is as the server has it.
 */
export async function readOwnQueue(setupId?: string): Promise<readonly Waiting[]> {
  const [queue, person] = [await readQueue(setupId), await personHere()];
  return queue.filter(({ personId }) => person === undefined || personId === person.id);
}

/** Form and file are kept together or not at all. */
export async function addWaiting(waiting: Waiting, file?: WaitingFile): Promise<void> {
  const transaction = (await store()).transaction(["queue", "files"], "readwrite", DURABLE);
  const written = [
    transaction.objectStore("queue").add(waiting),
    ...(file ? [transaction.objectStore("files").put(file)] : []),
  ];
  await Promise.all([...written, transaction.done]);
}

export const readWaitingFile = async (fingerprint: string): Promise<WaitingFile | undefined> =>
  (await store()).get("files", fingerprint);

export async function changeWaiting(waiting: Waiting): Promise<void> {
  const transaction = (await store()).transaction("queue", "readwrite", DURABLE);
  await transaction.store.put(waiting);
  await transaction.done;
}

/** Their files go with them, as far as nothing else that waits brings them along. */
export async function removeWaiting(orders: readonly number[]): Promise<void> {
  const transaction = (await store()).transaction(["queue", "files"], "readwrite", DURABLE);
  const [queue, files] = [transaction.objectStore("queue"), transaction.objectStore("files")];
  for (const order of orders) await queue.delete(order);
  const kept = await files.getAllKeys();
  if (kept.length > 0) {
    const wanted = new Set((await queue.getAll()).map(({ file }) => file));
    for (const fingerprint of kept) if (!wanted.has(fingerprint)) await files.delete(fingerprint);
  }
  await transaction.done;
}

/** The name of this device, made once; so that its own entries are no conflict to those that it made after them. */
export async function deviceId(): Promise<string> {
  const db = await store();
  const known = await db.get("device", "id");
  if (known !== undefined) return known;
  const id = newId();
  await db.put("device", id, "id");
  return id;
}

/** What was taken along is of no use to the next person; what waits stays, with the name of the person who made it. */
export async function forgetPacks(): Promise<void> {
  const db = await store();
  await Promise.all([db.clear("packs"), db.delete("device", "person")]);
}

/** Whether a failure is the store's own word that it is full. */
export const isFull = (failure: unknown): boolean =>
  failure instanceof DOMException && failure.name === "QuotaExceededError";

/** What the store gives; undefined in a browser that keeps nothing (a private window): there is nothing that could wait. */
export const orNoStore = <Value>(work: Promise<Value>): Promise<Value | undefined> =>
  work.catch((failure: unknown) => {
    if (!(failure instanceof DOMException)) throw failure;
    return undefined;
  });

/** Left of what the browser lets us keep, bytes; undefined where it does not say. */
export async function roomLeft(): Promise<number | undefined> {
  const estimate = await navigator.storage?.estimate?.();
  return estimate?.quota === undefined || estimate.usage === undefined ? undefined : estimate.quota - estimate.usage;
}
