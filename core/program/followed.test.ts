import { describe, expect, it } from "vitest";
import { readProgram } from "./readProgram.ts";

/** A program around some lines: T01 under G54, in millimetres, from X60 Z2. */
const around = (...lines: readonly string[]) =>
  ["G21 G54", "G50 S2500", "T0101", "G0 X60. Z2.", ...lines, "M30"].join("\n");
const read = (text: string) => {
  const { calls, followed, findings } = readProgram(text);
  return {
    calls: calls.map(({ offset, x, z, atLeast }) => [offset, x, z, ...(atLeast ? ["at least"] : [])]),
    left: followed?.left.map(({ line, why, words }) => `${line} ${why} ${words}`),
    findings: findings.map(({ code, line }) => `${code}@${line}`),
  };
};
/** Extents of the one call; nothing may be left. */
const extents = (...lines: readonly string[]) => {
  const { calls, left } = read(around(...lines));
  expect(left).toEqual([]);
  const [call] = calls;
  return call?.slice(1);
};

describe("values", () => {
  it("are worked out by what binds first, in degrees, with blanks left out", () => {
    // 4 + 3·2² = 16; X = 60 − 16 = 44. 10·SIN[30] = 5; Z = −5 − 7 = −12.
    expect(extents("#1=4+3*2**2", "G1 X[60-#1] F.1", "G1Z-[10*SIN[30]+7]")).toEqual([
      [44, 60],
      [-12, 2],
    ]);
    // FIX 3.9 = 3, FUP 3.1 = 4, ROUND 2.5 = 3, ABS −6 = 6, 17 MOD 5 = 2: 3+4+3+6+2 = 18.
    expect(extents("#2=FIX[3.9]+FUP[3.1]+ROUND[2.5]+ABS[-6]+17MOD5", "G0 X#2")?.[0]).toEqual([18, 60]);
    // ATAN[3]/[4] is 36.8699°; its cosine 0.8: 50·0.8 = 40.
    const [x] = extents("#3=ATAN[3]/[4]", "G0 X[50*COS[#3]]") ?? [];
    expect((x as readonly number[])[0]).toBeCloseTo(40, 9);
  });
  it("that were never set are empty: their words are left out, in sums they count 0, and they equal nothing but #0", () => {
    expect(extents("G1 X#9 Z-8. F.1")).toEqual([
      [60, 60],
      [-8, 2],
    ]);
    expect(extents("G0 Z[#9-3]")?.[1]).toEqual([-3, 2]);
    expect(extents("IF[#9 EQ 0]GOTO5", "G0 Z-4.", "N5 G0 X61.")?.[1]).toEqual([-4, 2]);
    expect(extents("IF[#9 EQ #0]GOTO5", "G0 Z-4.", "N5 G0 X61.")?.[1]).toEqual([2, 2]);
  });
  it("of a line that moves hold from the next line on", () => {
    expect(extents("#1=10", "G0 X#1 #1=20", "G0 X#1")?.[0]).toEqual([10, 60]);
  });
  it("that only the machine knows leave the lines that move by them, and a place that is reckoned from one", () => {
    expect(read(around("#1=#5061", "G0 X#1", "G0 U-1.", "G0 X30."))).toMatchObject({
      calls: [["1", [30, 60], [2, 2], "at least"]],
      left: ["6 unknown-value X#1", "7 unknown-position U-1."],
    });
    // A feed and a dwell move nothing.
    expect(read(around("#1=#5061", "G1 X30. F#1", "G4 P#1")).left).toEqual([]);
    // Written by the program itself it is known.
    expect(extents("#1200=12", "G0 X#1200")?.[0]).toEqual([12, 60]);
  });
  it("that a condition may have set or not are not known", () => {
    expect(read(around("#1=10", "IF[#5061 GT 0]THEN #1=20", "G0 X#1")).left).toEqual(["7 unknown-value X#1"]);
  });
  it("that cannot be worked out are a finding, and not known", () => {
    expect(read(around("#1=5/[3-3]", "G0 X#1"))).toMatchObject({
      left: ["6 unknown-value X#1"],
      findings: ["arithmetic@5"],
    });
  });
});

describe("jumps and loops", () => {
  it("run as a control runs them", () => {
    // Seven rounds of W−3: 2 − 21 = −19.
    expect(extents("#1=0", "WHILE[#1LT7]DO1", "G1 W-3. F.1", "#1=#1+1", "END1")?.[1]).toEqual([-19, 2]);
    expect(extents("#1=0", "N1 G1 U-4. F.1", "#1=#1+1", "IF[#1 LT 5] GOTO 1")?.[0]).toEqual([40, 60]);
    expect(extents("GOTO 20", "G0 X-99.", "N20 G0 X58.")?.[0]).toEqual([58, 60]);
    expect(extents("#1=3", "IF[#1 GE 3] THEN #2=25", "G0 X#2")?.[0]).toEqual([25, 60]);
  });
  it("in structured lines too", () => {
    expect(extents("o1 repeat [4]", "G1 U-5. F.1", "o1 endrepeat")?.[0]).toEqual([40, 60]);
    expect(extents("#1=5", "o2 do", "G1 W-1. F.1", "#1=[#1-1]", "o2 while [#1 GT 0]")?.[1]).toEqual([-3, 2]);
    const branches = (value: number) =>
      extents(
        `#1=${value}`,
        "o3 if [#1 EQ 1]",
        "G0 X11.",
        "o3 elseif [#1 EQ 2]",
        "G0 X22.",
        "o3 else",
        "G0 X33.",
        "o3 endif",
      );
    expect([1, 2, 3].map((value) => branches(value)?.[0])).toEqual([
      [11, 60],
      [22, 60],
      [33, 60],
    ]);
    expect(
      extents(
        "#1=0",
        "o4 while [1]",
        "#1=[#1+1]",
        "o5 if [#1 EQ 3]",
        "o4 break",
        "o5 endif",
        "G1 W-2. F.1",
        "o4 endwhile",
      )?.[1],
    ).toEqual([-2, 2]);
    expect(extents("o<deep> sub", "G1 X#1 Z#2 F.1", "o<deep> endsub", "o<deep> call [41.] [-13.]")).toEqual([
      [41, 60],
      [-13, 2],
    ]);
  });
  it("to nowhere, and on what is not known, are left and go on in the next line", () => {
    expect(read(around("GOTO 77", "G0 X50.")).left).toEqual(["5 missing GOTO 77"]);
    expect(read(around("IF[#5061 GT 0]GOTO 9", "G0 X50.", "N9 G0 X55."))).toMatchObject({
      calls: [["1", [50, 60], [2, 2], "at least"]],
      left: ["5 unknown-value IF[#5061 GT 0]GOTO 9"],
    });
  });
  it("count what is run again, not how long the program is", () => {
    const long = "G0 X50.\n".repeat(700_000);
    expect(read(around("M97 P9", long, "GOTO 10", "N9 G0 X55.", "M99", "N10 G0 X56.")).left).toEqual([]);
  });
  it("belong to their path: its variables, and the numbers of its own stretch", () => {
    const text = ["$1", "G21 G54", "T0101", "#1=7", "G0 X20. Z1.", "GOTO 10", "G0 X-99.", "N10 G0 X#1", "M30"];
    const other = ["$2", "G21 G54", "T2121", "G0 X30. Z1. F#1", "GOTO 10", "G0 X-99.", "N10 G0 X[31+#1]", "M30"];
    // #1 of path 2 was never set: 31 + 0.
    expect(read([...text, ...other].join("\n"))).toMatchObject({
      left: [],
      calls: [
        ["1", [7, 20], [1, 1]],
        ["21", [30, 31], [1, 1]],
      ],
    });
  });
  it("without an end are broken off within a second, and said", () => {
    const began = performance.now();
    const { left, findings } = read(around("WHILE[1EQ1]DO1", "G1 W-1. F.1", "END1"));
    expect(performance.now() - began).toBeLessThan(5000);
    expect(left).toEqual(["5 limit WHILE[1EQ1]DO1"]);
    expect(findings).toContain("too-long@5");
  });
});

describe("calls", () => {
  const sub = (...lines: readonly string[]) => ["O9001", ...lines, "M99"].join("\n");
  it("of blocks, with leading repeats, and back to a block of the caller", () => {
    expect(extents("M97 P50 L3", "GOTO 60", "N50 G1 U-2. F.1", "M99", "N60 G0 X70.")?.[0]).toEqual([54, 70]);
    expect(extents("M98 H50", "GOTO 60", "N50 G1 U-2. F.1", "M99", "N60 G0 X70.")?.[0]).toEqual([58, 70]);
    expect(read(`${around("M98 P0039001")}\n${sub("G1 W-4. F.1")}`).calls).toEqual([["1", [60, 60], [-10, 2]]]);
    const back = `${around("M98 P9001", "G0 X-50.", "N70 G0 X59.")}\n${["O9001", "G1 W-4. F.1", "M99 P70"].join("\n")}`;
    expect(read(back)).toMatchObject({ calls: [["1", [59, 60], [-2, 2]]], left: [] });
  });
  it("of macros give variables of their own; G66 runs after every move until G67", () => {
    const macro = sub("G1 X#24 Z#26 F.1");
    expect(read(`${around("#1=7", "G65 P9001 X44. Z-9.", "G0 Z-#1")}\n${macro}`)).toMatchObject({
      calls: [["1", [44, 60], [-9, 2]]],
      left: [],
    });
    const modal = `${around("G66 P9001 W1.5", "G0 X40.", "G0 X30.", "G67", "G0 X20.")}\n${sub("G1 W-#23 F.1")}`;
    // Two moves, each with W−1.5 behind it.
    expect(read(modal).calls).toEqual([["1", [20, 60], [-1, 2]]]);
  });
  it("of what is not there, or of themselves, are left", () => {
    expect(read(around("M98 P4711")).left).toEqual(["5 missing P4711"]);
    expect(read(`${around("M98 P9001")}\n${sub("M98 P9001")}`).left).toEqual(["8 recursion P9001"]);
  });
});

describe("cycles, corners, planes and shifts", () => {
  it("keep a taper, and know both families of boxes", () => {
    // X44 with R−3 begins at 44 − 6 = 38; X40 after it at 34.
    expect(extents("G90 X44. Z-20. R-3. F.2", "X40.")?.[0]).toEqual([34, 60]);
    expect(extents("G90", "G77 X44. Z-20. F.2", "G91 G0 U1.")?.[0]).toEqual([44, 61]);
  });
  it("lead lines by their angles, to where they meet", () => {
    // 5 on the radius at 135°: Z −5.
    const [, z] = extents("G0 X50. Z0", "G1 X60. ,A135. F.1") ?? [];
    expect((z as readonly number[])[0]).toBeCloseTo(-5, 9);
    // From radius 15 at 180° and to radius 25 Z−30 at 90°: they meet at radius 15, Z−30.
    expect(extents("G0 X30. Z0", "G1 A180. F.1", "X50. Z-30. A90.")).toEqual([
      [30, 60],
      [-30, 2],
    ]);
  });
  it("leave a line by its angle that nothing ends, and take no phase of a thread for an angle", () => {
    expect(read(around("G1 A180. F.1", "G0 X70.")).left).toEqual(["5 unsupported A180."]);
    expect(read(around("G1 A180. F.1")).left).toEqual(["5 unsupported A180."]);
    expect(extents("G0 X30. Z3.", "G32 Z-20. F1.5 A90.")).toEqual([
      [30, 60],
      [-20, 3],
    ]);
  });
  it("follow variables in a contour", () => {
    // Along Ø 24 to Z−15 and out to Ø 50.
    expect(
      extents(
        "#1=12",
        "G71 U1. R.5",
        "G71 P10 Q20 U.4 W.1 F.2",
        "N10 G0 X[2*#1]",
        "#2=15",
        "G1 Z-#2",
        "N20 X50.",
        "G70 P10 Q20",
      ),
    ).toEqual([
      [24, 60],
      [-15, 2],
    ]);
    expect(read(around("G71 U1. R.5", "G71 P10 Q20 U.4 W.1", "N10 G0 X#5061", "N20 G1 Z-9.")).left).toEqual([
      "7 unknown-value X#5061",
    ]);
  });
  it("take a limit and a look-ahead for no motion, and centres as they are given", () => {
    expect(extents("G22 X-500. Z-500.", "G8 P1", "G0 X50.")).toEqual([
      [50, 60],
      [2, 2],
    ]);
    // Clockwise about the centre at radius 30, Z−8: from its right at Z2 down to radius 20, and on to its left at Z−18.
    expect(extents("G90.1", "G2 X60. Z-18. I30. K-8. F.1", "G91.1")).toEqual([
      [40, 60],
      [-18, 2],
    ]);
  });
  it("leave an arc in another plane that begins where nobody knows", () => {
    expect(read(around("G17", "G2 X20. Y0 I-20. J0 F.1")).left).toEqual(["6 unknown-position X20."]);
  });
  it("turn arcs in their own plane", () => {
    expect(extents("G0 X20. Z-5. Y0", "G17", "G3 X-20. Y0 I-10. J0 F.1", "G18")).toEqual([
      [-20, 60],
      [-5, 2],
    ]);
  });
  it("add what the program shifts by", () => {
    expect(extents("G52 Z-30.", "G0 Z1.", "G52 Z0", "G0 Z3.")?.[1]).toEqual([-29, 3]);
    // Z2 is called 52: Z40 is −10.
    expect(extents("G92 Z52.", "G0 Z40.", "G92.1", "G0 Z4.")?.[1]).toEqual([-10, 4]);
    expect(extents("G10 L2 P1 W-5.", "G0 Z1.")?.[1]).toEqual([-4, 2]);
    expect(read(around("G10 L2 P1 Z-100.")).left).toEqual(["5 unknown-value G10"]);
    // All offsets at once: by −5 in G54, and in G55 as well.
    expect(extents("G10 L2 P0 W-5.", "G0 Z1.", "G55 G0 Z-6.")?.[1]).toEqual([-11, 2]);
  });
  it("are left where lathes disagree, or nobody knows the code; a tool's own offset is a finding", () => {
    expect(read(around("G68 X0 Z0 R30.", "G0 X50.", "T0202", "G0 X40.", "G69", "T0303", "G0 X30."))).toMatchObject({
      left: ["5 unsupported G68"],
      calls: [
        ["1", [50, 60], [2, 2], "at least"],
        ["2", [40, 40], null, "at least"],
        ["3", [30, 30], null],
      ],
    });
    expect(read(around("G51 P2.", "T0202", "G0 X40.", "G50", "T0303", "G0 X30."))).toMatchObject({
      left: ["5 unsupported G51"],
      calls: [
        ["1", [60, 60], [2, 2], "at least"],
        ["2", [40, 40], null, "at least"],
        ["3", [30, 30], null],
      ],
    });
    // What ends one of two does not end the other.
    expect(read(around("G68 X0 Z0 R30.", "G51.1 Z0", "G50.1", "T0202", "G0 X40."))).toMatchObject({
      calls: [
        ["1", [60, 60], [2, 2], "at least"],
        ["2", [40, 40], null, "at least"],
      ],
    });
    expect(read(around("G10 L50", "N100 R1", "G11")).findings).toEqual([]);
    expect(read(around("G777 Z-40."))).toMatchObject({
      left: ["5 unsupported G777"],
      calls: [["1", [60, 60], [2, 2], "at least"]],
    });
    expect(read(around("G10 L10 P1 X-0.2")).findings).toContain("tool-offset-written@5");
  });
});

describe("reading", () => {
  it("takes a loop of a hundred thousand passes and keeps its pace on plain lines", () => {
    const loop = around("#1=0", "WHILE[#1LT100000]DO1", "G1 X[20+#1/10000] F.1", "#1=#1+1", "END1");
    const began = performance.now();
    expect(read(loop)).toMatchObject({ left: [], calls: [["1", [20, 60], [2, 2]]] });
    const took = performance.now() - began;
    process.stdout.write(`a loop of 100 000 passes in ${took.toFixed(0)} ms\n`);
    expect(took).toBeLessThan(3000);
  });
});
