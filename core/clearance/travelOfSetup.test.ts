import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { loaded, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { unprovenOf } from "../plan/index.ts";
import { programRecord, readProgram } from "../program/index.ts";
import { whereToolsStand } from "../proof/index.ts";
import { travelOfSetup } from "./travelOfSetup.ts";

const file = { name: "O1.nc", bytes: 100, fingerprint: "0".repeat(64) };
const around = (...lines: readonly string[]) => ["G21 G54", "T0101", "G0 X60. Z2.", ...lines, "M30"].join("\n");
/** A setup with T01 touched and a program of these lines; `isOlder`: read before it was kept what was not followed. */
function setupWith(lines: readonly string[], isOlder = false) {
  const { left, ...older } = programRecord(file, readProgram(around(...lines)));
  const payload = isOlder ? older : { ...older, left };
  const read = { id: nextId(), kind: "program-read", payload } as Command;
  return viewOf(opened(), loaded("1"), touched("1", "x", -339.25, 54), touched("1", "z", -400, 0), read);
}
const reachOf = (setup: ReturnType<typeof setupWith>) => travelOfSetup(setup, whereToolsStand(setup))[0]?.reach;
const saysProgram = (setup: ReturnType<typeof setupWith>) =>
  unprovenOf(setup).filter((line) => line.includes("followed"));

describe("where a tool goes by the program", () => {
  it("is known where all of it was followed", () => {
    const setup = setupWith(["#1=30", "G1 X#1 Z-8. F.1"]);
    expect(reachOf(setup)).toMatchObject({ box: { x: [30, 60], z: [-8, 2] }, source: "program", atLeast: false });
    expect(saysProgram(setup)).toEqual([]);
  });
  it("is at least so far where something was not", () => {
    const setup = setupWith(["G1 X40. F.1", "G68 X0 Z0 R30.", "G1 X30."]);
    expect(reachOf(setup)).toMatchObject({ atLeast: true });
    expect(saysProgram(setup)).toEqual(["O1.nc: 1 place not followed, first in line 5"]);
  });
  it("is at least so far where it was read before that was kept", () => {
    const setup = setupWith(["G1 X40. F.1"], true);
    expect(reachOf(setup)).toMatchObject({ atLeast: true });
    expect(saysProgram(setup)).toEqual(["O1.nc: not known whether all of it was followed; import it again"]);
  });
});
