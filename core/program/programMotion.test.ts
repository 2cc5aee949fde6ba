import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { machiningMinutes, type ProgramMotion, programMotions } from "./programMotion.ts";

/** Moves in short: r or f or t with where they lead, `-` for an axis that is not known. */
const short = (motions: readonly ProgramMotion[]) =>
  motions
    .filter(({ kind }) => kind === "rapid" || kind === "feed" || kind === "thread")
    .map(({ kind, x, z }) => `${kind[0]} ${+x.toFixed(3)} ${+z.toFixed(3)}`);
const moves = (body: string, machine = {}) =>
  short(programMotions(`G21 G54\nT0101\nG0 X56. Z2.\n${body}\nM30`, machine).motions).slice(1);

describe("programMotions", () => {
  it("follows straight moves and arcs, in millimetres whatever the program says", () => {
    expect(moves("G1 X50. F.2\nW-30.")).toEqual(["f 50 2", "f 50 -28"]);
    const { motions } = programMotions("G20 T0101 G0 X2. Z.1\nG1 Z0 F.01\nG3 X2.2 Z-.1 R.1\nM30");
    expect(short(motions)).toEqual(["r 50.8 2.54", "f 50.8 0", "f 55.88 -2.54"]);
    expect(motions.at(-1)?.arc).toMatchObject({ turn: 1 });
    expect(motions.at(-1)?.arc?.x).toBeCloseTo(50.8, 6);
    expect(motions.at(-1)?.arc?.z).toBeCloseTo(-2.54, 6);
  });
  it("G90 cuts a box, G92 a thread, G94 across", () => {
    expect(moves("G90 X50. Z-20. F.2")).toEqual(["r 50 2", "f 50 -20", "f 56 -20", "r 56 2"]);
    expect(moves("G92 X50. Z-20. F1.5")).toEqual(["r 50 2", "t 50 -20", "r 56 -20", "r 56 2"]);
    expect(moves("G94 X20. Z-1. F.2")).toEqual(["r 56 -1", "f 20 -1", "f 20 2", "r 56 2"]);
  });
  it("G83 goes in and comes out, G75 plunges at every step", () => {
    expect(moves("G0 X0\nG83 Z-30. Q5. F.1")).toEqual(["r 0 2", "r 0 2", "f 0 -30", "r 0 2"]);
    expect(moves("G0 Z-10.\nG75 R.5\nG75 X40. Z-14. Q2000 F.1").slice(1)).toEqual([
      "r 56 -10",
      "f 40 -10",
      "r 56 -10",
      "r 56 -12",
      "f 40 -12",
      "r 56 -12",
      "r 56 -14",
      "f 40 -14",
      "r 56 -14",
      "r 56 -10",
    ]);
  });
  it("G76 deepens with the root of the pass, so that every chip is as large", () => {
    const depths = moves("G76 P010060 Q50 R.02\nG76 X54. Z-20. P1000 Q400 F1.5")
      .filter((move) => move.startsWith("t"))
      .map((move) => Number(move.split(" ")[1]));
    // Crest 56, first pass 0.4 deep: 55.2; then 0.4·√2 = 0.566 and so on to 1.0 at √6.25: the seventh.
    expect(depths).toEqual([55.2, 54.869, 54.614, 54.4, 54.211, 54.04, 54]);
  });
  it("G71 cuts level by level up to the contour with its allowance, then along it; G70 follows the contour", () => {
    const contour = "N10 G0 X40.\nG1 Z-10. F.1\nX50. Z-15.\nN20 X56.";
    expect(moves(`G71 U4. R.5\nG71 P10 Q20 U1. W.2 F.3\n${contour}`)).toEqual([
      // 56 − 8 = 48: on the cone from (41, −9.8) to (51, −14.8) that is z −13.3. Then 41, the contour's lowest with allowance.
      "r 48 2",
      "f 48 -13.3",
      "f 49 -12.8",
      "r 49 2",
      "r 41 2",
      "f 41 -9.8",
      "f 42 -9.3",
      "r 42 2",
      "r 41 2.2",
      "f 41 -9.8",
      "f 51 -14.8",
      "f 57 -14.8",
      "r 56 2",
    ]);
    expect(moves(`G70 P10 Q20\n${contour}`)).toEqual(["r 40 2", "f 40 -10", "f 50 -15", "f 56 -15", "r 56 2"]);
  });
  it("G71 in a bore works outwards; G72 cuts across", () => {
    const bore = "G0 X18.\nG71 U1. R.2\nG71 P10 Q20 U0 W0 F.2\nN10 G0 X22.\nG1 Z-10. F.1\nN20 X18.";
    expect(moves(bore).slice(1, 5)).toEqual(["r 20 2", "f 20 -10", "f 19.6 -9.8", "r 19.6 2"]);
    const across = "G72 W1. R.2\nG72 P10 Q20 U0 W0 F.2\nN10 G0 Z-2.\nG1 X20. F.1\nN20 Z2.";
    expect(moves(across).slice(0, 4)).toEqual(["r 56 1", "f 20 1", "f 20.2 1.2", "r 56 1.2"]);
  });
  it("G73 comes nearer to the contour with every pattern", () => {
    const pattern = "G73 U3. W1. R3\nG73 P10 Q20 U1. W.1 F.2\nN10 G0 X40.\nN20 G1 Z-10. F.1";
    expect(moves(pattern).filter((move) => move.startsWith("f"))).toEqual(["f 47 -8.9", "f 44 -9.4", "f 41 -9.9"]);
  });
  it("tells calls, home and machine moves with the station, offset and work offset that hold", () => {
    const { motions } = programMotions("G21 G54\nT0303\nG0 X20. Z5.\nG28 U0 W0\nT0717 G55\nG53 X-10.\nM30");
    expect(motions.map(({ kind }) => kind)).toEqual(["call", "rapid", "home", "call", "machine"]);
    expect(motions[2]).toMatchObject({ home: { x: true, z: true }, modes: { station: "3", offset: "3", work: "G54" } });
    expect(motions[4]).toMatchObject({ x: -10, z: Number.NaN, modes: { station: "7", offset: "17", work: "G55" } });
  });
  it("takes the time of a cut from feed, surface speed and the speed limit", () => {
    const { motions } = programMotions("G21 G99 T0101 G50 S2000\nG96 S200 M3\nG0 X50. Z0\nG1 X20. F.2\nM30");
    const { modes } = motions.at(-1) as ProgramMotion;
    // 200 m/min on 50 mm: 1273 turns; 10 mm at 0.2 a turn are 50 turns.
    expect(machiningMinutes("feed", 10, modes, 50)).toBeCloseTo(50 / 1273.24, 5);
    expect(machiningMinutes("feed", 10, modes, 5)).toBeCloseTo(50 / 2000, 9);
    expect(machiningMinutes("rapid", 12, modes, 50)).toBeCloseTo(0.001, 9);
  });
  it("stays within the extents that reading the program gives", () => {
    const text = readFileSync(path.resolve(import.meta.dirname, "../../db/demo/programs/O4402.nc"), "latin1");
    const { motions, reading } = programMotions(text, { units: "mm" });
    const call = reading.calls.find(({ station }) => station === "4");
    const own = motions.filter(({ modes, kind }) => modes.station === "4" && (kind === "rapid" || kind === "feed"));
    expect([Math.min(...own.map(({ x }) => x)), Math.max(...own.map(({ x }) => x))]).toEqual(call?.x);
    expect([Math.min(...own.map(({ z }) => z)), Math.max(...own.map(({ z }) => z))]).toEqual(call?.z);
  });
});

describe("units and feeds", () => {
  it("counts inches where G70 alone calls them, and feeds a minute where G94 does", () => {
    const { motions } = programMotions("G70\nG54\nT0101\nG0 X2. Z.1\nG94\nG1 Z-1. F10.\nG95\nX2.1 F.01\nM30");
    // 2 in are 50.8 mm, 10 in a minute 254 mm, 0.01 in a turn 0.254 mm.
    expect(motions.find(({ kind }) => kind === "rapid")?.x).toBeCloseTo(50.8, 9);
    const [first, second] = motions
      .filter(({ kind }) => kind === "feed")
      .map(({ modes }) => [modes.feedPer, modes.feed]);
    expect(first).toEqual(["minute", 254]);
    expect(second?.[0]).toBe("turn");
    expect(Number(second?.[1])).toBeCloseTo(0.254, 9);
  });
});

describe("corners", () => {
  const ways = (...lines: string[]) =>
    programMotions(`G21 G54\nT0101\nG0 X20. Z1.\n${lines.join("\n")}\nM30`)
      .motions.filter(({ kind }) => kind === "feed")
      .map(({ x, z, arc }) => [x, z, ...(arc ? [arc.x, arc.z, arc.turn] : [])].map((one) => Number(one.toFixed(6))));
  it("are broken by as much on both legs", () => {
    // A chamfer of 1: Z −19 on the Ø 20, and X 22 (1 on the radius) on the shoulder.
    const broken = [
      [20, -19],
      [22, -20],
      [40, -20],
    ];
    expect(ways("G1 Z-20. ,C1. F.1", "X40.")).toEqual(broken);
    expect(ways("G1 Z-20. C1. F.1", "X40.")).toEqual(broken);
    expect(ways("G1 Z-20. I1. F.1", "X40.")).toEqual(broken);
    // From the shoulder on to a longer Ø 40: outside corner, X 38 and Z −21.
    expect(ways("G1 Z-20. F.1", "X40. K-1.", "Z-40.").slice(1)).toEqual([
      [38, -20],
      [40, -21],
      [40, -40],
    ]);
  });
  it("are rounded by a radius that touches both legs", () => {
    // Inner corner between Ø 20 and the shoulder at −20, radius 2: from Z −18 to X 24, its centre at X 24, Z −18. With +Z to the right
    // and +X up it goes to the left and then up: clockwise.
    expect(ways("G1 Z-20. ,R2. F.1", "X40.")).toEqual([
      [20, -18],
      [24, -20, 24, -18, -1],
      [40, -20],
    ]);
    // Outer corner at X 40, Z −20: from X 36 to Z −22 about X 36, Z −22, counter-clockwise.
    expect(ways("G1 Z-20. F.1", "X40. R2.", "Z-40.").slice(1)).toEqual([
      [36, -20],
      [40, -22, 36, -22, 1],
      [40, -40],
    ]);
  });
  it("stay where a leg is too short, or where no straight cut follows", () => {
    expect(ways("G1 Z-20. ,C1. F.1", "X21.")).toEqual([
      [20, -20],
      [21, -20],
    ]);
    expect(ways("G1 Z-20. ,C1. F.1", "G0 X40.")).toEqual([[20, -20]]);
  });
});
