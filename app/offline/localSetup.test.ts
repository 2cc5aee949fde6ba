import { describe, expect, it } from "vitest";
import type { Command, Entry } from "../../core/ledger/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { localSetup } from "./localSetup.ts";
import type { Waiting } from "./store.ts";

const ID = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const command = (made: Omit<Command, "id">, n: number) => ({ ...made, id: ID(n) }) as Command;
const entry = (made: Omit<Command, "id">, seq: number): Entry =>
  ({
    ...command(made, seq),
    seq,
    base: seq - 1,
    person: "Ines",
    device: "pc",
    at: "2026-11-02T07:00:00.000Z",
  }) as Entry;
const waiting = (made: Command): Waiting => ({
  setupId: "s",
  personId: "p",
  personName: "Marit",
  fields: { base: "2" },
  command: made,
  madeAt: "2026-11-02T08:00:00.000Z",
});
const ledger = [entry(opened(), 1), entry(loaded("1"), 2)];

describe("a setup on a device without its server", () => {
  it("stands as the ledger says, and upon it what waits", () => {
    const { state, entries } = localSetup({ entries: ledger }, [
      waiting(command(touched("1", "x", -339.25, 54.2), 10)),
    ]);
    expect(entries).toHaveLength(3);
    expect(viewSetup(state).tools[0]?.x).toMatchObject({ exact: -339.25, person: "Marit" });
    expect(state.seq).toBe(3);
  });
  it("does not count what the ledger holds already: an answer may have been lost on the way", () => {
    const sent = entry(touched("1", "x", -339.25, 54.2), 3);
    const { entries } = localSetup({ entries: [...ledger, sent] }, [
      waiting(command(touched("1", "x", -339.25, 54.2), 3)),
    ]);
    expect(entries).toHaveLength(3);
  });
  it("leaves out what the ledger does not take any more, and goes on behind it", () => {
    const undone = command({ kind: "entry-undone", payload: { entry: ID(77), what: "x" } }, 11);
    const after = command(touched("1", "z", -402, 0), 12);
    const { state, entries } = localSetup({ entries: ledger }, [waiting(undone), waiting(after)]);
    expect(entries.map(({ id }) => id)).toEqual([ID(1), ID(2), ID(12)]);
    expect(viewSetup(state).tools[0]?.z?.exact).toBe(-402);
  });
});
