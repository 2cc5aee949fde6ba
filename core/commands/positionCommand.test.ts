import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { loaded, machineFixture, nextId, opened, stateOf, touched } from "../ledger/setup.fixture.ts";
import { makeCommand, readOwnList } from "./index.ts";

/** The answer of the check, with the readouts and the places as they are typed. */
function check(
  readX: string,
  readZ: string,
  isX = "51.48",
  isZ = "0",
  before: readonly Command[] = lost,
  machine = {},
) {
  const state = stateOf(opened(machine), loaded("1"), ...before);
  return makeCommand(
    state,
    { intent: "check-position", id: nextId(), base: "5", offset: "1", readX, isX, readZ, isZ, sizeUnit: "mm" },
    { id: "p", name: "Ines", role: "setter", decimalMark: undefined, readList: readOwnList } as never,
    { history: {}, spacers: [], gauges: [], shop: {}, program: undefined, left: [] },
  );
}
const found = [touched("1", "x", -339.25, 51.48), touched("1", "z", -402.88)];
const lost: readonly Command[] = [...found, { id: nextId(), kind: "position-lost", payload: { by: "stall" } }];

describe("the check of a reference tool", () => {
  // G54 is 0 and wear begins at 0: at Ø 51.48 the machine must read −339.25 + 51.48 = −287.77, at the face −402.88.
  it("holds within the tightest tolerance of the setup, 0.025 on X and 0.05 on Z", () => {
    expect(check("-287.77", "-402.88")).toMatchObject({ payload: { off: [] } });
    expect(check("-287.75", "-402.84")).toMatchObject({ payload: { off: [] } });
  });
  it("is off by what the readout is beyond the sum, on the axis that it is", () => {
    // −286.52 + 287.77 = 1.25; −402.82 + 402.88 = 0.06.
    const answer = check("-286.52", "-402.82");
    expect(answer).toMatchObject({ payload: { off: ["x", "z"] } });
    if ("payload" in answer && answer.kind === "position-checked") {
      expect(answer.payload.x).toBeCloseTo(1.25, 9);
      expect(answer.payload.z).toBeCloseTo(0.06, 9);
    }
    // Paper of 0.09 in front of the face: the machine reads −402.79 there, and nothing is off.
    expect(check("-287.77", "-402.79", "51.48", "0.09")).toMatchObject({ payload: { off: [] } });
  });
  it("reads a machine whose display shows radii and moves the other way as it shows", () => {
    // X as a radius, plus towards the centre: −287.77 is shown as +143.885.
    const turret = { id: "t", name: "Turret", kind: "turret", works: "main", from: "plus" };
    const zones = [{ ...turret, motionSign: { x: -1, z: 1 } }];
    const mirrored = { ...machineFixture, xShown: "radius", zones, stations: [{ id: "1", zone: "t" }] };
    expect(check("143.885", "-402.88", "51.48", "0", lost, mirrored)).toMatchObject({
      payload: { off: [] },
    });
  });
  it("counts a tool from the far side of the centre at minus the diameter that it touches", () => {
    // Touched at Ø 51.48 where the machine read −150: its geometry is −150 + 51.48 = −98.52, and there it must read −150 again.
    const rear = { id: "t", name: "Rear plate", kind: "plate", works: "main", from: "minus" };
    const machine = { zones: [rear], stations: [{ id: "1", zone: "t" }] };
    const before = [touched("1", "x", -98.52, 51.48), touched("1", "z", -402.88), ...lost.slice(-1)];
    expect(check("-150", "-402.88", "51.48", "0", before, machine)).toMatchObject({ payload: { off: [] } });
    expect(check("-150.1", "-402.88", "51.48", "0", before, machine)).toMatchObject({ payload: { off: ["x"] } });
  });
  it("asks nothing where nothing was lost, and refuses a tool whose sum is not known", () => {
    expect(check("-287.77", "-402.88", "51.48", "0", found)).toMatchObject({ outcome: "refused" });
    const [, , last] = lost;
    expect(check("-287.77", "-402.88", "51.48", "0", last ? [last] : [])).toMatchObject({
      message: "X geometry of T01 is not known: check another tool.",
    });
  });
});
