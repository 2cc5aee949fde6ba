import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { ENTRY_KINDS, type Entry, fold, viewSetup } from "../../core/ledger/index.ts";
import { validatePayload } from "../validation/validate.server.ts";

/** A ledger as it was stored when its version was current. It must be readable for as long as the shop keeps records. */
const stored: Entry[] = JSON.parse(
  readFileSync(new URL("../../core/ledger/ledger-version-1.json", import.meta.url), "utf8"),
);

describe("a ledger stored in version 1", () => {
  it("holds every kind of entry, each still valid", () => {
    expect(new Set(stored.map(({ kind }) => kind))).toEqual(new Set(ENTRY_KINDS));
    for (const { kind, payload } of stored) expect(validatePayload(kind, payload)).toMatchObject({ ok: true });
  });
  it("still means what it meant", () => {
    const view = viewSetup(fold(stored));
    expect(view).toMatchObject({
      seq: stored.length,
      job: "F-052",
      signedOff: false,
      stock: { measuredDiameter: 54.96 },
    });
    expect(view.tools).toMatchObject([
      {
        offset: "1",
        x: { exact: -339.25 },
        z: undefined,
        way: { x: "skim", z: "paper" },
        nose: { noseRadius: 0.8, orientation: 3 },
      },
    ]);
  });
});
