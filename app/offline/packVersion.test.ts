import { describe, expect, it } from "vitest";
import { pastOf } from "../../core/plausibility/toolHistory.fixture.ts";
import type { SetupPack } from "../../server/setup/setupPack.server.ts";
import { asReadNow, isOfThisVersion } from "./packVersion.ts";

const known = { spacers: [{ name: "Paper", kind: "paper", thickness: 0.09 }] };
const packOf = (history: unknown, knownVersion?: number) =>
  ({
    setupId: "s",
    known: { ...known, history },
    ...(knownVersion !== undefined && { knownVersion }),
  }) as unknown as SetupPack;

describe("a setup that a device took along", () => {
  it("knows nothing of earlier setups where the first version took it along, and keeps the rest", () => {
    // As the first version kept it: numbers alone.
    const pack = packOf({ "7": { x: [-340.118] } });
    expect(isOfThisVersion(pack)).toBe(false);
    expect(asReadNow(pack).known).toEqual({ ...known, history: {} });
  });
  it("is read as it is where this version took it along", () => {
    const pack = packOf({ "7": { x: pastOf(-340.118) } }, 2);
    expect(asReadNow(pack)).toBe(pack);
  });
});
