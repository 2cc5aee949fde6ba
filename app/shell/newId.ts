import { v7 } from "uuid";

/**
 * A new UUID, made on the device; `crypto.randomUUID` is there on secure origins only, and a shop's tablet may well speak
 * plain HTTP to the server beside it. Version 7, in the order of time: the ledger's index of them grows at its end, which
 * is in memory, where a random one is written to anywhere among a million.
 */
export const newId = (): string => v7();
