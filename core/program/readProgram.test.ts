import { describe, expect, it } from "vitest";
import { BROKEN } from "./brokenCorpus.fixture.ts";
import { CLEAN, type CorpusProgram } from "./corpus.fixture.ts";
import { FINDINGS, type ProgramReading, type Range, readProgram, readProgramInSteps } from "./index.ts";

const range = (value: Range | null) => (value === null ? "-" : value.map((one) => Number(one.toFixed(6))).join(".."));
const calls = ({ calls: read }: ProgramReading) =>
  read.map(
    ({ line, station, offset, work, x, z }) => `${line} ${station}:${offset} ${work ?? "-"} ${range(x)} ${range(z)}`,
  );
const findings = ({ findings: read }: ProgramReading) => read.map(({ code, line }) => `${code}@${line}`);
const written = (reading: ProgramReading) => ({
  units: reading.units,
  ends: reading.ends,
  calls: calls(reading),
  findings: findings(reading),
});
const wanted = ({ units, ends, calls: c, findings: f }: CorpusProgram) => ({ units, ends, calls: c, findings: f });

describe("readProgram on programs written for it", () => {
  it("has at least sixty", () => {
    expect(CLEAN.length + BROKEN.length).toBeGreaterThanOrEqual(60);
    expect(new Set([...CLEAN, ...BROKEN].map(({ name }) => name)).size).toBe(CLEAN.length + BROKEN.length);
  });
  it.each(CLEAN.map((program) => [program.name, program] as const))("finds nothing wrong in: %s", (_, program) => {
    expect(written(readProgram(program.text))).toEqual(wanted(program));
  });
  it.each(BROKEN.map((program) => [program.name, program] as const))("finds what is wrong in: %s", (_, program) => {
    expect(written(readProgram(program.text))).toEqual(wanted(program));
  });
});

describe("readProgram", () => {
  it("names each call's path, a single one 1", () => {
    const paths = (text: string) => readProgram(text).calls.map(({ path }) => path);
    expect(paths("G21 G54\nT0101\nG0 X1.\nM30")).toEqual([1]);
    expect(paths("$1\nT0101\nM30\n$2\nT2121\nM30")).toEqual([1, 2]);
    expect(paths("O1\nT0101\nM201\nM30\nO2\nT2121\nM201\nM30")).toEqual([1, 2]);
  });
  it("gives the exact column of what it finds", () => {
    const { findings: found } = readProgram("G21 G54\nT0101\nN5 G0 X20,5 Z1.\n  G0 X2. ?\nM30");
    expect(found.map(({ code, line, column }) => [code, line, column])).toEqual([
      ["decimal-comma", 3, 10],
      ["syntax", 4, 10],
    ]);
  });
  it("keeps comments with the call that they are about, and those before the first call apart", () => {
    const { calls: read, header } = readProgram(
      "O1 (PIN)\n(T01 TURN)\nG21 G54\n(ROUGH)\nT0101 (CNMG 120408)\n(SLOWLY)\nG0 X1.\n(NEXT)\nT0202\nG0 X1.\nM30",
    );
    expect(header.map(({ text }) => text)).toEqual(["PIN", "T01 TURN", "ROUGH"]);
    expect(read.map(({ comments }) => comments)).toEqual([["ROUGH", "CNMG 120408", "SLOWLY"], ["NEXT"]]);
  });
  it("reads the machine: its unit, its stations, whole numbers in last digits", () => {
    const text = "G21 G54\nT0101\nG0 X50 Z2.\nG1 Z-5000 F.1\nG0 X100. Z50.\nT1313\nM30";
    const { calls: read, findings: found } = readProgram(text, {
      units: "in",
      calls: ["1", "2"],
      integers: "last-digit",
    });
    expect(read[0]).toMatchObject({ x: [0.05, 100], z: [-5, 50] });
    expect(found.map(({ code, line }) => `${code}@${line}`)).toEqual([
      "units-mismatch@1",
      "integer-word@3",
      "unknown-station@6",
    ]);
  });
  it("says which side compensation is on, which cycles are used, and that a spindle is turned to an angle", () => {
    const { calls: read } = readProgram(
      "G21 G54\nT0101\nG0 X5. Z1.\nG41 X4.\nG1 Z-2. F.1\nG40 G0 X50. Z50.\nT0202\nG0 X9. Z1. C90.\nG83 Z-5. F.1\nG80\nG0 Z50.\nM30",
    );
    expect(read).toMatchObject([
      { compensation: "left", cycles: [], turnsSpindle: false },
      { compensation: null, cycles: ["G83"], turnsSpindle: true, cut: { x: [9, 9], z: [-5, -5] } },
    ]);
  });
  it("follows a contour at its cycle only, not as lines of its own", () => {
    // Behind a contour the tool stands where the cycle began: in front of the part, so the index is clear.
    const { findings: found } = readProgram(
      "G21 G54\nT0101\nG0 X52. Z2.\nG71 U1. R.5\nG71 P1 Q2 U.4 W.1 F.2\nN1 G0 X20.\nG1 Z-10.\nN2 X52.\nT0202\nG0 X1. Z1.\nM30",
    );
    expect(found).toEqual([]);
  });
  it("gives up on subprograms that repeat without end, and says so", () => {
    const nested =
      "O1\nG21 G54\nT0101\nG0 X1. Z1.\nM98 P2 L9999\nG0 X50.\nM30\nO2\nM98 P3 L9999\nM99\nO3\nG1 W-1. F1\nM99";
    const { findings: found, calls: read } = readProgram(nested);
    expect(found.map(({ code }) => code)).toContain("too-long");
    expect(read[0]?.x).toEqual([1, 50]);
  });
  it("lists at most a thousand findings of a file that is no program", () => {
    const { findings: found } = readProgram("?\n".repeat(5000));
    expect(found.length).toBe(1001);
    expect(found.some(({ code }) => code === "more-findings")).toBe(true);
  });
  it("reports its progress, and can be left", () => {
    const long = `G21 G54\nT0101\n${"G1 X1. Z-1.\n".repeat(20_000)}M30`;
    const shares = [...readProgramInSteps(long)].map(({ share }) => share);
    expect(shares.length).toBeGreaterThan(3);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const steps = readProgramInSteps(long);
    steps.next();
    expect(steps.return(readProgram("")).done).toBe(true);
  });
  it("weighs every finding", () => {
    for (const { findings: f } of BROKEN)
      for (const line of f) expect(FINDINGS).toHaveProperty(line.split("@")[0] ?? "");
  });
});
