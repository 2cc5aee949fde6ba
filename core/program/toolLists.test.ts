import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { machineFixture } from "../ledger/setup.fixture.ts";
import type { ToolKind } from "../tool/index.ts";
import {
  type CallChange,
  compareLists,
  type ProposedTool,
  programFile,
  programMachine,
  proposeTools,
  readProgram,
  renumberCalls,
  type StandingTool,
} from "./index.ts";

const machine = {
  ...machineFixture,
  table: { rows: 18, columns: [] },
  stations: Array.from({ length: 12 }, (_, index) => ({ id: String(index + 1), zone: "turret" })),
};
const compare = (text: string, standing: readonly StandingTool[], rows: readonly string[] = []) =>
  compareLists(proposeTools(readProgram(text)), standing, rows, machine).conflicts;
const tool = (
  station: string,
  offset: string,
  kind: ToolKind = "outside-turning",
  secondOf?: string,
): StandingTool => ({
  station,
  offset,
  kind,
  ...(secondOf !== undefined && { secondOf }),
});
const program = (...lines: string[]) => `G21 G54\n${lines.join("\n")}\nM30\n`;
const cut = (calls: string) => program(`${calls}`, "G0 X20. Z1.", "G1 Z-5. F.1", "G0 X90. Z90.");

describe("compareLists", () => {
  it("has nothing to say where all three agree, second offsets among them", () => {
    const text =
      `${cut("T0101 (TURN)")}${program("T0707 (GROOVE 3MM)", "G0 X20. Z-5.", "T0717", "G0 X90. Z90.")}`.replace(
        "M30\nG21 G54\n",
        "",
      );
    const standing = [tool("1", "1"), tool("7", "7", "groove-outside"), tool("7", "17", "groove-outside", "7")];
    expect(compare(text, standing, ["1", "7"])).toEqual([]);
  });
  it("names what is missing, extra, elsewhere, exchanged, doubly used", () => {
    const codes = (text: string, standing: readonly StandingTool[], rows: readonly string[] = []) =>
      compare(text, standing, rows).map(({ code }) => code);
    expect(codes(cut("T0303"), [])).toEqual(["empty-station"]);
    expect(codes(cut("T1414"), [])).toEqual(["no-such-station"]);
    expect(codes(cut("T0303"), [tool("3", "3"), tool("5", "5")])).toEqual(["not-called"]);
    expect(codes(cut("T0303"), [tool("5", "3")])).toEqual(["elsewhere"]);
    expect(codes(cut("T0303"), [tool("3", "9")])).toEqual(["other-offset"]);
    expect(codes(cut("T0303\nG0 X20. Z1.\nG28 U0 W0\nT0505"), [tool("5", "3")])).toEqual(["elsewhere", "occupied"]);
    expect(codes(cut("T0303 (DRILL 14)"), [tool("3", "3")])).toEqual(["other-kind"]);
    // A tap is no drill, whatever both are called for: the program says "DRILL BACK 3.3".
    expect(codes(cut("T0303 (DRILL BACK 3.3)"), [{ ...tool("3", "3", "tap"), diameter: 4 }])).toEqual(["other-kind"]);
    expect(codes(cut("T0303 (DRILL 3.3)"), [{ ...tool("3", "3", "drill"), diameter: 4.2 }])).toEqual([
      "other-diameter",
    ]);
    expect(codes(cut("T0303 (DRILL 3.3)"), [{ ...tool("3", "3", "drill"), diameter: 3.25 }])).toEqual([]);
    expect(codes(cut("T0303 (SPOT)"), [tool("3", "3", "centre-drill")])).toEqual([]);
    expect(codes(cut("T0303"), [tool("3", "3")], ["3", "8"])).toEqual(["row-not-called"]);
    expect(codes(cut("T0320"), [tool("3", "20")])).toEqual(["no-row"]);
    expect(codes(cut("T0303\nG0 X20. Z1.\nG28 U0 W0\nT0503"), [tool("3", "3")])).toEqual(["elsewhere", "offset-twice"]);
    expect(codes(cut("T0303\nT0313"), [tool("3", "3")])).toEqual(["second-missing"]);
  });
  it("sees two tools that have been exchanged", () => {
    const text = cut("T0303\nG0 X20. Z1.\nG28 U0 W0\nT0505");
    expect(compare(text, [tool("5", "3"), tool("3", "5")])).toMatchObject([
      { code: "elsewhere", standsIn: "5", swappedWith: "5" },
      { code: "elsewhere", standsIn: "3", swappedWith: "3" },
    ]);
  });
  it("calls stations of a Swiss-type by their numbers", () => {
    const swiss = {
      stations: [
        { id: "G1", zone: "gang", call: "1" },
        { id: "S2", zone: "sub", call: "22" },
      ],
    };
    const proposed = proposeTools(readProgram(cut("T0101\nG0 X20. Z1.\nG28 U0 W0\nT2222")));
    expect(compareLists(proposed, [tool("G1", "1"), tool("S2", "22", "drill")], [], swiss).conflicts).toEqual([]);
  });
});

describe("proposeTools", () => {
  const one = (words: string, body = "G0 X20. Z1.\nG1 Z-5. F.1") =>
    proposeTools(readProgram(program(`T0505 (${words})`, body, "G0 X90. Z90.")))[0];
  it.each<readonly [string, Partial<ProposedTool>]>([
    ["GROOVE 3MM", { kind: "groove-outside", width: 3, from: "words" }],
    ["FACE AND TURN CNMG 120408", { kind: "outside-turning", insert: "CNMG 120408" }],
    ["PART OFF 2.5", { kind: "part-off", width: 2.5 }],
    ["DRILL 14", { kind: "drill", diameter: 14 }],
    ["CENTRE DRILL", { kind: "centre-drill" }],
    ["TAP M6X1", { kind: "tap", diameter: 6, pitch: 1 }],
    ["THREAD M36X1.5", { kind: "thread-outside", pitch: 1.5 }],
    ["INTERNAL THREAD M30X1", { kind: "thread-bore", pitch: 1 }],
    ["ID GROOVE .125 IN", { kind: "groove-bore", width: 3.175 }],
    ["BORE ROUGH", { kind: "boring" }],
    ["KNURL", { kind: "knurl" }],
    ["END MILL 6MM", { kind: "live-axial-cutter", diameter: 6 }],
    ["T05 REAMER 8", { kind: "reamer", diameter: 8 }],
  ])("reads %s", (words, wanted) => {
    expect(one(words)).toMatchObject(wanted);
  });
  it.each([
    ["BAR STOP", "bar-stop"],
    ["STOP", "bar-stop"],
    ["BAR PULLER", "bar-puller"],
  ] as const)("reads %s", (words, kind) => {
    expect(one(words)?.kind).toBe(kind);
  });
  it("takes a chamfer, a length offset or a local call for no driven tool", () => {
    const kind = (...body: string[]) => one("OP 2", body.join("\n"))?.kind;
    expect(kind("G0 X20. Z1.", "G1 Z-9. C1. F.1", "X30. C.5", "Z-15.")).toBe("outside-turning");
    expect(kind("G43 H5 Z5.", "G0 X20. Z1.", "G1 Z-9. F.1")).toBe("outside-turning");
    expect(kind("G0 X20. Z1.", "G1 Z-9. F.1", "M98 H100", "G0 X30.", "M30", "N100 G1 Z-10.", "M99")).toBe(
      "outside-turning",
    );
    // Turned to an angle for a puller or a key, and never cut with.
    expect(kind("G0 X20. Z1.", "G1 Z-9. F.1", "G0 X30. Z5.", "G0 C0")).toBe("outside-turning");
    expect(kind("G0 X60. Z-8.", "C90.", "G1 X40. F60.")).toBe("live-cross-cutter");
  });
  it("gives a comment to the call behind it: not to a cancel, and no title to any", () => {
    const words = (...lines: string[]) =>
      proposeTools(readProgram(`O7 (BORE RING 40)\n(DRAWING 12)\nG21 G54\n${lines.join("\n")}\nM30`)).map(
        (tool) => `${tool.station} ${tool.words}`,
      );
    const move = "G0 X20. Z1.\nG1 Z-5. F.1\nG0 X60. Z9.";
    expect(words("T0101", move, "T0202 (DRILL 8)", move)).toEqual(["1 ", "2 DRILL 8"]);
    expect(words("(TURN)", "T0101", move, "(DRILL 8)", "G0 X90. T0100", "T0202", move)).toEqual([
      "1 TURN",
      "2 DRILL 8",
    ]);
    expect(words("T0101 (TURN)", move, "T0100 (DRILL CLEAR)", "G28 U0 W0", "(TAP M6)", "T0202", move)).toEqual([
      "1 TURN",
      "2 TAP M6",
    ]);
    expect(words("N1 (TURN)", "G28 U0 W0", "T0101", move, "M1", "N2 (GROOVE 3)", "G28 U0 W0", "T0303", move)).toEqual([
      "1 TURN",
      "3 GROOVE 3",
    ]);
  });
  it("goes by what a tool does where nothing is said", () => {
    const kind = (...body: string[]) => one("OP 2", body.join("\n"));
    expect(kind("G0 X0 Z3.", "G83 Z-20. Q5. F.1", "G80")).toMatchObject({ kind: "drill", from: "motion" });
    expect(kind("G0 X38. Z4.", "G92 X35. Z-9. F1.5")).toMatchObject({ kind: "thread-outside" });
    expect(kind("G0 X38. Z-9.", "G1 X-.5 F.05", "G0 X38.")).toMatchObject({ kind: "part-off" });
    expect(kind("G0 X60. Z-8. C0", "G1 X40. F60.")).toMatchObject({ kind: "live-cross-cutter" });
    expect(kind("G0 X20. Z1.", "G1 Z-9. F.1")).toMatchObject({ kind: "outside-turning" });
  });
  it("takes a list of tools at the head of the program", () => {
    const [first, second] = proposeTools(
      readProgram(
        "O1\n(T01 ROUGH TURN DNMG 110404)\n(T03 GROOVE 2MM)\nG21 G54\nT0101\nG0 X9.\nG28 U0 W0\nT0303\nG0 X9.\nM30",
      ),
    );
    expect(first).toMatchObject({ kind: "outside-turning", insert: "DNMG 110404" });
    expect(second).toMatchObject({ kind: "groove-outside", width: 2 });
  });
});

describe("renumberCalls", () => {
  const text =
    "%\r\nO1\r\nG21 G54\r\nT0707 (GROOVE T0707)\r\nG0 X42. Z-15.\r\nG1 X30. F.05\r\nG0 X42.\r\nN9 T0717\r\nG0 X90. Z90. T0700\r\nT0303\r\nG0 X9.\r\nM30\r\n%\r\n";
  const reading = readProgram(text);
  const to = (station: string, offset: string) => ({ station, offset });
  const change = (from: [string, string], into: [string, string]): CallChange => ({
    path: 1,
    from: to(...from),
    to: to(...into),
  });
  it("changes a tool's calls everywhere, its second offset and its cancelling call too, and nothing else", () => {
    const done = renumberCalls(text, reading, {}, [change(["7", "7"], ["9", "9"]), change(["7", "17"], ["9", "19"])]);
    expect(done).toMatchObject({
      ok: true,
      value: {
        lines: [
          { line: 4, before: "T0707 (GROOVE T0707)", after: "T0909 (GROOVE T0707)" },
          { line: 8, before: "N9 T0717", after: "N9 T0919" },
          { line: 9, before: "G0 X90. Z90. T0700", after: "G0 X90. Z90. T0900" },
        ],
      },
    });
  });
  it("refuses to make one call of two, and numbers that do not fit", () => {
    const doubled = renumberCalls(text, reading, {}, [
      change(["7", "7"], ["3", "3"]),
      change(["7", "17"], ["3", "13"]),
    ]);
    expect(doubled).toMatchObject({ ok: false, refusal: { code: "doubled" } });
    expect(renumberCalls(text, reading, {}, [change(["7", "7"], ["107", "7"])])).toMatchObject({
      refusal: { code: "out-of-form" },
    });
  });
  it("exchanges two stations", () => {
    const both = [change(["7", "7"], ["3", "7"]), change(["7", "17"], ["3", "17"]), change(["3", "3"], ["7", "3"])];
    const done = renumberCalls(text, reading, {}, both);
    expect(done.ok && done.value.lines.map(({ after }) => after)).toEqual([
      "T0307 (GROOVE T0707)",
      "N9 T0317",
      "G0 X90. Z90. T0300",
      "T0703",
    ]);
  });
  it("renumbers tools whose offset is called separately", () => {
    const plain = "G21 G54\nT3 M6\nG43 H3\nG0 X1.\nT5 D5\nG0 X2.\nM2";
    const done = renumberCalls(plain, readProgram(plain), {}, [change(["3", "3"], ["8", "8"])]);
    expect(done.ok && done.value.text).toBe("G21 G54\nT8 M6\nG43 H8\nG0 X1.\nT5 D5\nG0 X2.\nM2");
  });
  it("keeps the paths apart", () => {
    const two = "$1\nG21 G54\nT0101\nG0 X1.\nM30\n$2\nG54\nT0101\nG0 X1.\nM30\n";
    const done = renumberCalls(two, readProgram(two), {}, [{ path: 2, from: to("1", "1"), to: to("5", "5") }]);
    expect(done.ok && done.value.lines.map(({ line }) => line)).toEqual([8]);
  });
  it("and back is the identity, character by character", () => {
    const digits = fc.integer({ min: 1, max: 12 });
    const two = (number: number) => String(number).padStart(2, "0");
    const calls = fc.array(fc.tuple(digits, fc.integer({ min: 1, max: 99 })), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(
        calls,
        fc.shuffledSubarray(
          Array.from({ length: 12 }, (_, i) => i + 1),
          { minLength: 12 },
        ),
        fc.boolean(),
        (list, order, crlf) => {
          const lines = list.flatMap(([station, offset]) => [
            `N5 T${two(station)}${two(offset)} (TOOL ${station})`,
            "G0 X5. Z-3.",
            `G0 X90. T${two(station)}00`,
          ]);
          const before = ["G21 G54", ...lines, "M30", ""].join(crlf ? "\r\n" : "\n");
          const changes = list.map(([station, offset]) =>
            change([String(station), String(offset)], [String(order[station - 1]), String(offset)]),
          );
          const there = renumberCalls(before, readProgram(before), {}, changes);
          expect(there.ok).toBe(true);
          if (!there.ok) return;
          const after = there.value.text;
          const back = renumberCalls(
            after,
            readProgram(after),
            {},
            changes.map(({ path, from, to: into }) => ({ path, from: into, to: from })),
          );
          expect(back.ok && back.value.text).toBe(before);
          // What it moves, and everything but its calls, is as it was.
          expect(after.replace(/T\d{4}/g, "T")).toBe(before.replace(/T\d{4}/g, "T"));
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("programFile", () => {
  const wants = (percent: boolean, ending: string, lineEnd: "lf" | "crlf") => ({
    programFile: { percent, ending, lineEnd },
  });
  it("writes percent signs, ending and line ends as the machine wants them", () => {
    const text = "\uFEFF%\nO1\nM30\n\n%\nleft over";
    expect(programFile("O1710.txt", text, wants(true, ".nc", "crlf"))).toEqual({
      name: "O1710.nc",
      text: "%\r\nO1\r\nM30\r\n%\r\n",
    });
    expect(programFile("../O 1710", text, wants(false, "", "lf"))).toEqual({ name: "O-1710", text: "O1\nM30\n" });
    expect(programFile("O1710.nc", "O1\nM30", {})).toEqual({ name: "O1710.nc", text: "O1\nM30" });
  });
  it("reads back as the same program", () => {
    const text = "O1\nG21 G54\nT0101\nG0 X20. Z1.\nG1 Z-5. F.1\nM30";
    const { calls } = readProgram(programFile("x", text, wants(true, ".nc", "crlf")).text);
    expect(calls.map(({ x, z }) => [x, z])).toEqual(readProgram(text).calls.map(({ x, z }) => [x, z]));
  });
});

describe("programMachine", () => {
  it("takes what a profile says, and leaves unchecked what it does not say", () => {
    expect(programMachine({ ...machine, toolCall: "station-and-offset", integers: "last-digit" })).toMatchObject({
      units: "mm",
      toolCall: "station-and-offset",
      integers: "last-digit",
      calls: machine.stations.map(({ id }) => id),
    });
    expect(programMachine({ ...machine, stations: [{ id: "G1", zone: "gang" }] })).not.toHaveProperty("calls");
  });
});
