import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import type { Sql } from "../database/pool.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";

/** What a lead sees of a setup that an exercise is made from. */
export interface AuthoredFrom {
  readonly id: string;
  readonly part: string;
  readonly operation: string;
  readonly machine: string;
  readonly units: "mm" | "in";
  readonly tools: readonly { readonly offset: string; readonly station: string; readonly description: string }[];
}

export async function viewToAuthor(sql: Sql, id: string): Promise<SetupView | undefined> {
  const state = await readSetup(sql, id);
  return state && viewSetup(state);
}

export async function setupToAuthor(sql: Sql, id: string): Promise<AuthoredFrom | undefined> {
  const setup = await viewToAuthor(sql, id);
  return (
    setup && {
      id,
      part: setup.part,
      operation: setup.operation,
      machine: setup.machine.name,
      units: setup.machine.units,
      tools: setup.tools
        .filter(({ second }) => second === undefined)
        .map(({ offset, station, tool }) => ({ offset, station, description: tool.description })),
    }
  );
}
