import { href } from "react-router";

/** Where every form of a setup is sent to: one form makes one entry of its ledger. */
export const entriesAddress = (setupId: string): string => href("/setups/:setupId/entries", { setupId });
