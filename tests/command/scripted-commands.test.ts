import { execFile } from "node:child_process";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";

const ROOT = path.resolve(import.meta.dirname, "../..");
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(path.join(os.tmpdir(), "luvrit-command-"));
});
afterAll(() => rm(folder, { recursive: true }));

interface Ran {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}
/** Runs `./luvrit` as somebody outside would, from another folder. */
function luvrit(words: readonly string[], input = ""): Promise<Ran> {
  return new Promise((resolve) => {
    const child = execFile(path.join(ROOT, "luvrit"), words, { cwd: folder }, (failure, out, err) =>
      resolve({ code: typeof failure?.code === "number" ? failure.code : 0, out, err }),
    );
    // A command that refuses its words is gone before it reads: its closed pipe is no fault.
    child.stdin?.on("error", (failure: NodeJS.ErrnoException) => {
      if (failure.code !== "EPIPE") throw failure;
    });
    child.stdin?.end(input);
  });
}
const answers = ({ out }: Ran) => (JSON.parse(out) as { results: Record<string, unknown>[] }).results;

describe("./luvrit solve", () => {
  const good = {
    id: "a",
    units: "mm",
    axis: "x",
    solveFor: "geometry",
    machine: -285.032,
    surface: { kind: "outside", diameter: 54.218 },
    tool: { shape: "tip" },
  };
  it("answers every case in order, refusals in their place", async () => {
    await writeFile(
      path.join(folder, "cases.json"),
      JSON.stringify({ cases: [good, { ...good, id: "b", machine: undefined }, 7] }),
    );
    const ran = await luvrit(["solve", "cases.json"]);
    expect(ran).toMatchObject({ code: 0, err: "" });
    const [first, second, third] = answers(ran);
    expect(first).toMatchObject({ id: "a", value: -339.25, touched: 54.218 });
    const ladder = first?.ladder as { label: string; value: number }[];
    expect(ladder.reduce((sum, { value }) => sum + value, 0)).toBeCloseTo(-339.25, 9);
    expect(second).toMatchObject({ id: "b", error: { code: "missing" } });
    expect(third).toMatchObject({ error: { code: "missing" } });
  });
  it.each([
    ["no JSON", ["solve", "-"], "{"],
    ["no cases", ["solve", "-"], "[]"],
    ["no file", ["solve", "nowhere.json"], ""],
    ["no argument", ["solve"], ""],
    ["two arguments", ["solve", "-", "x"], ""],
    ["no command", ["sovle", "-"], ""],
  ])("exits 2 with one line and nothing on standard output: %s", async (_name, words, input) => {
    const ran = await luvrit(words, input);
    expect(ran).toMatchObject({ code: 2, out: "" });
    expect(ran.err).toMatch(/^luvrit: .+\n$/);
  });
});

describe("the other scripted commands", () => {
  it("insert reads a designation, or says which character fails", async () => {
    expect(JSON.parse((await luvrit(["insert", "CNMG 120408"])).out)).toMatchObject({
      system: "iso",
      noseRadius: 0.8,
      inscribedCircle: 12.7,
    });
    expect(JSON.parse((await luvrit(["insert", "CNMG 12X408"])).out)).toMatchObject({
      error: { code: "designation", at: 7 },
    });
  });
  it("orient gives codes in both numberings", async () => {
    const cases = [
      { id: 1, kind: "outside", hand: "right", numbering: "A" },
      { id: 2, kind: "bore", hand: "right", numbering: "B" },
      { id: 3, kind: "groove-face", edge: "left", numbering: "A" },
      { id: 4, kind: "drill", numbering: "C" },
    ];
    const results = answers(await luvrit(["orient", "-"], JSON.stringify({ cases })));
    expect(results).toMatchObject([
      { code: 3 },
      { code: 3 },
      { error: { code: "bad-edge" } },
      { error: { code: "unknown" } },
    ]);
  });
  it("read-length understands and refuses", async () => {
    const cases = [
      { id: 1, text: '7/8"', units: "mm" },
      { id: 2, text: "1,250", units: "mm" },
      { id: 3, text: "1,250", units: "mm", decimal: "," },
      { id: 4, text: ".00005", units: "in" },
      { id: 5, text: 5, units: "mm" },
    ];
    const results = answers(await luvrit(["read-length", "-"], JSON.stringify({ cases })));
    expect(results).toMatchObject([
      { exact: 22.225, value: 22.225, mm: 22.225, in: 0.875 },
      { error: { code: "ambiguous", readings: [1.25, 1250] } },
      { exact: 1.25 },
      { value: 0.0001 },
      { error: { code: "missing" } },
    ]);
  });
  it("help lists them, and nothing at all exits 2", async () => {
    expect((await luvrit(["help"])).out).toContain("solve FILE");
    expect((await luvrit([])).code).toBe(2);
  });
});

describe("./luvrit program", () => {
  const text = "%\nO60\nG20 G54\nT0707 (GROOVE)\nG0 X1.5 Z.1\nG1 X1. F.004\nG0 X3. Z2.\nT0717\nG0 X3. Z2.\nM30\n%\n";
  it("gives calls, extents and findings, and nothing else", async () => {
    const ran = await luvrit(["program", "-"], text);
    expect(ran).toMatchObject({ code: 0, err: "" });
    expect(JSON.parse(ran.out)).toMatchObject({
      ...{ units: "in", percent: { start: true, end: true }, number: 60, ends: "M30" },
      calls: [
        {
          ...{ line: 4, path: 1, station: "7", offset: "7", work: "G54" },
          ...{ x: [1, 3], z: [0.1, 2], compensation: null },
        },
        { line: 8, station: "7", offset: "17" },
      ],
      findings: [{ code: "second-offset", line: 8 }],
    });
  });
  it("checks against a machine, by its whole profile or by what somebody has written down of it", async () => {
    const machines = path.join(ROOT, "db/demo/machines.json");
    const codes = ({ out }: Ran) =>
      (JSON.parse(out) as { findings: { code: string }[] }).findings.map(({ code }) => code);
    await writeFile(path.join(folder, "machine.json"), '{"units":"mm","stations":[1,2,{"id":"G9","call":"9"}]}');
    expect(codes(await luvrit(["program", "-", "--machine", "machine.json"], text))).toEqual([
      ...["units-mismatch", "unknown-station", "second-offset", "unknown-station"],
    ]);
    // A list of machines is no machine.
    expect(await luvrit(["program", "-", "--machine", machines], text)).toMatchObject({ code: 2, out: "" });
  });
  it("refuses words and files that it cannot read, in one line", async () => {
    for (const words of [
      ["program"],
      ["program", "none.nc"],
      ["program", "-", "--fast"],
      ["program", "-", "--machine"],
    ]) {
      const ran = await luvrit(words, text);
      expect(ran).toMatchObject({ code: 2, out: "" });
      expect(ran.err.trim().split("\n").length).toBe(1);
    }
  });
});
