import { describe, expect, it } from "vitest";
import { history } from "../../core/ledger/index.ts";
import { inOtherUnit, motionsInPart, programMotions } from "../../core/program/index.ts";
import { checkFile, checksOf } from "../../core/proof/index.ts";
import { ledgerLines } from "../../core/reports/index.ts";
import { type Tool, toolSize } from "../../core/tool/index.ts";
import { typedLength } from "../../core/units/index.ts";
import { Book } from "./book.ts";
import { demoBook, demoMachine } from "./demoBook.ts";
import { check, correction, keyIn, ladder, table } from "./screens.tsx";

/** A touch by a way, with sizes in the machine's unit. */
function touch(book: Book, offset: string, axis: string, way: string, typed: Readonly<Record<string, string>>): void {
  const form = { offset, axis, way, sizeUnit: book.view.machine.units, ...typed };
  const refused = book.tried("accept-touch", form);
  // What these tests type is looked at by hand: a doubt is answered.
  if (refused !== undefined) book.send("accept-touch", { ...form, settled: "kept", doubted: "unexplained" });
}

function measure(book: Book, offset: string, axis: "x" | "z", nominal: string, measured: string): void {
  const feature = book.nextId();
  const sizeUnit = book.view.machine.units;
  book.send("record-feature", {
    feature,
    name: "Shoulder",
    offset,
    axis,
    nominal,
    lower: "-0.02",
    upper: "0.02",
    sizeUnit,
  });
  book.send("measure-feature", { feature, part: "1", measured, gauge: "", sizeUnit });
}

const turning = {
  kind: "outside-turning",
  description: "Turn",
  hand: "right",
  faces: true,
  insert: "CNMG 120408",
  leadAngle: 95,
  shank: 12,
  overhang: 25,
} as Tool;

describe("lengths as the drawing has them", () => {
  it("a length that came out short asks for a cut nearer to the chuck: 6.000 measured 5.936 wants −0.064", () => {
    const book = demoBook("collar");
    touch(book, "1", "z", "scratch", { machine: "-400", size: "0" });
    measure(book, "1", "z", "6.000", "5.936");
    const words = correction(book, "1", "z");
    expect(words).toContain("add to Z −0.064");
    expect(words).toContain("moves 0.064 towards the chuck");
    expect(words).toContain("5.936 6.000 target 6.000, wants +0.064");
  });
  it("on a sliding headstock: shoulder 12 measured 12.08, its stored Z falls by 0.080", () => {
    const book = demoBook("cap-pin");
    book.send("record-face");
    touch(book, "1", "z", "scratch", { machine: "61.19", size: "0" });
    measure(book, "1", "z", "12", "12.08");
    const words = correction(book, "1", "z");
    // The part's Z is to grow by 0.080; this zone stores Z with the other sign.
    expect(words).toContain("add to Z −0.080");
    expect(words).toContain("moves 0.080 away from the guide bush");
  });
  it("a back tool's depth 2.00 measured 2.06 is to go 0.060 away from the sub-spindle", () => {
    const book = demoBook("cap-pin");
    book.send("record-length", { length: "18", nominal: "18", sizeUnit: "mm" });
    touch(book, "41", "z", "scratch", { machine: "-40", size: "0" });
    measure(book, "41", "z", "2.00", "2.06");
    const words = correction(book, "41", "z");
    expect(words).toContain("add to Z +0.060");
    expect(words).toContain("moves 0.060 away from the sub-spindle");
  });
  it("says what the display must read after a correction as a touch", () => {
    const book = demoBook("collar");
    touch(book, "1", "x", "scratch", { machine: "-289.5", size: "50" });
    measure(book, "1", "x", "44", "44.06");
    expect(correction(book, "1", "x")).toContain("the display must then read X 44.060");
  });
});

describe("what the control holds", () => {
  it("an amount to add counts from what was keyed: −3.6030 ticked, then −3.6038: add −0.0008", () => {
    const book = demoBook("roller-five");
    // G54 X 0: −3.6030 = −3.1030 − .5.
    touch(book, "1", "x", "scratch", { machine: "-3.1030", size: ".5" });
    expect(keyIn(book, "1", "x")).toContain("−3.6030");
    book.send("key-cells", { cells: JSON.stringify([{ row: "1", column: "geometry.x", value: -3.603 }]) });
    expect(keyIn(book, "1", "x")).toContain("in the control");
    touch(book, "1", "x", "scratch", { machine: "-3.0830", size: ".5208" });
    expect(keyIn(book, "1", "x")).toContain("Add to X geometry, offset 01 −0.0008");
    expect(ladder(book, "1", "x")).toContain("in the control now −3.6030");
    expect(table(book)).toMatch(/−3\.6038 keyed before it changed, −0\.0008/);
  });
  it("what was read back stands over what was ticked", () => {
    const book = demoBook("roller-five");
    touch(book, "1", "x", "scratch", { machine: "-3.1030", size: ".5" });
    book.send("key-cells", { cells: JSON.stringify([{ row: "1", column: "geometry.x", value: -3.603 }]) });
    book.send("compare-table", { name: "back", text: "%\nG20 G90\nG10 P10001 X-3.5\n%\n", units: "in" });
    expect(ladder(book, "1", "x")).toContain("in the control now −3.5000");
    expect(keyIn(book, "1", "x")).toContain("Add to X geometry, offset 01 −0.1030");
  });
});

describe("a sliding headstock", () => {
  const swiss = () => {
    const book = demoBook("cap-pin");
    book.send("record-face");
    return book;
  };
  it("shows one work offset everywhere: G54 Z 10 as the control shows it, T01 must read 44.190", () => {
    const book = swiss();
    touch(book, "1", "x", "scratch", { machine: "32.4", size: "10" });
    touch(book, "1", "z", "scratch", { machine: "61.19", size: "0" });
    expect(check(book, "1")).toContain("machine must read 34.190");
    book.send("set-work", { name: "G54", axis: "z", means: "entered", value: "10", meant: "yes" });
    expect(check(book, "1")).toContain("machine must read 44.190");
    expect(ladder(book, "1", "z")).toContain("work offset G54 10.000");
    expect(table(book, "work")).toMatch(/G54 X 0\.000 Z 10\.000/);
  });
  it("counts a slide as programs do: 1.5 with 0.25 of stock is stored as 1.750, as by a bare touch", () => {
    const book = swiss();
    touch(book, "21", "z", "slide", { commanded: "1.5", size: "0.25" });
    expect(keyIn(book, "21", "z")).toMatch(/1\.750/);
    expect(ladder(book, "21", "z")).toContain("closes");
    touch(book, "21", "z", "scratch", { machine: "1.5", size: "0.25" });
    expect(keyIn(book, "21", "z")).toMatch(/1\.750/);
  });
  it("counts a call as programs do: called to −5, setting 60, retreat −48, jog 46.2 makes 55.290", () => {
    const book = swiss();
    // −60 + 48 − 46.2 + (5 − 2) − 0.09 = −55.29 in the part, stored with the other sign.
    touch(book, "2", "z", "preset", {
      old: "60",
      retreat: "-48",
      jog: "46.2",
      spacer: "0.09",
      commanded: "-5",
      size: "2",
    });
    expect(keyIn(book, "2", "z")).toContain("Key into Z geometry, offset 02 55.290");
    expect(ladder(book, "2", "z")).toContain("closes");
  });
  it("plays Z12. into the bar and Z-12. in front of it", () => {
    const machine = demoMachine("swiss");
    const { motions } = programMotions("G21\nT0101\nG0 X12. Z-12.\nG1 Z12. F.1\nM30");
    const [, front, into] = motionsInPart(motions, machine);
    expect([front?.z, into?.z]).toEqual([12, -12]);
  });
  it("refuses a readout outside the travel as it was typed", () => {
    const book = swiss();
    const words = book.tried("accept-touch", {
      offset: "1",
      axis: "z",
      way: "scratch",
      machine: "-61.1",
      size: "0",
      sizeUnit: "mm",
    });
    expect(words).toContain("Z −61.100 lies outside this machine's travel (−60.000 to 230.000 mm)");
  });
  it("counts an overhang once: commanded 10, bar 9.98, overhang 25.01 makes 0.020", () => {
    const book = swiss();
    touch(book, "1", "x", "slide", { commanded: "10", size: "9.98", overhang: "25.01" });
    expect(keyIn(book, "1", "x")).toContain("0.020");
    touch(book, "1", "x", "slide", { commanded: "10", size: "9.98", overhang: "25" });
    expect(keyIn(book, "1", "x")).toContain("0.020");
  });
  it("an overhang of 25.35 makes 0.700, and the display reads 9.300 then", () => {
    const book = swiss();
    touch(book, "1", "x", "slide", { commanded: "10", size: "10", overhang: "25.35" });
    expect(keyIn(book, "1", "x")).toMatch(/0\.700/);
    expect(keyIn(book, "1", "x")).toContain("must read X 9.300");
  });
  it("splits a longer cutter on an arm at 60°: 0.1 too long is 0.173 on X and 0.050 on Z", () => {
    const book = swiss();
    touch(book, "32", "x", "slide", { commanded: "10", size: "10", overhang: "22.1" });
    const standard = demoMachine("swiss").stations?.find(({ id }) => id === "A2")?.standardOverhang;
    expect(standard).toBe(22);
    expect(book.view.tools.find(({ offset }) => offset === "32")?.x?.exact).toBeCloseTo(0.1732, 4);
    touch(book, "32", "z", "slide", { commanded: "0", size: "0", overhang: "22.1" });
    expect(book.view.tools.find(({ offset }) => offset === "32")?.z?.exact).toBeCloseTo(0.05, 6);
  });
});

describe("sums over every tool", () => {
  it("refuses the whole distance in the work offset, which the tools hold already", () => {
    const book = demoBook("collar");
    touch(book, "1", "z", "scratch", { machine: "-410.25", size: "0" });
    const words = book.tried("set-work", { name: "G54", axis: "z", means: "entered", value: "-410.250" });
    expect(words).toContain("machine Z −820.500");
    expect(words).toContain("outside the travel (−640.000 to 5.000)");
  });
  it("asks where a touch and a work offset cannot both be true", () => {
    const book = demoBook("collar");
    touch(book, "1", "z", "scratch", { machine: "-410.25", size: "0" });
    expect(book.tried("set-work", { name: "G54", axis: "z", means: "entered", value: "-10" })).toContain(
      "open by 10.000",
    );
    expect(book.tried("enter-cell", { offset: "1", column: "geometry.z", value: "-409.25", how: "value" })).toContain(
      "open by 1.000",
    );
  });
  it("converts every work offset: G55 at −2.500 becomes −522.500 with the tools on a datum face at −520", () => {
    const book = demoBook("collar");
    touch(book, "1", "z", "scratch", { machine: "-410.25", size: "0" });
    book.send("set-work", { name: "G55", axis: "z", means: "entered", value: "-2.5" });
    book.send("change-school", { to: "datum-face", work: "-520" });
    // Op 2 is where it was: −410.25 − 2.5 = 109.75 − 522.5.
    expect(book.view.tools.find(({ offset }) => offset === "1")?.z?.exact).toBeCloseTo(109.75, 9);
    expect(table(book, "work")).toMatch(/G55 X not known Z −522\.500/);
  });
});

describe("what is not known", () => {
  it("is not known, and a sum that rests on it says so", () => {
    const book = new Book();
    book.open(demoMachine("north"));
    book.add({
      id: book.nextId(),
      kind: "tool-loaded",
      payload: { offset: "1", station: "1", tool: turning, tolerance: { x: 0.02, z: 0.05 } },
    });
    touch(book, "1", "z", "scratch", { machine: "-400", size: "0" });
    expect(keyIn(book, "1", "z")).toContain("Right if G54 Z is 0");
    expect(ladder(book, "1", "z")).toContain("work offset G54 not known");
    expect(table(book, "work")).toMatch(/G54 X not known Z not known/);
  });
  it("comes with a backup, work offsets too", () => {
    const book = demoBook("cap-pin");
    const text = "%\nG21 G90\nG10 L2 P2 X0. Z12.5\nG10 L10 P1 X22.4 Z61.2\n%\n";
    book.send("take-table", { source: "file", name: "backup.prg", text });
    expect(book.view.otherWork.G55?.z?.value).toBe(-12.5);
    expect(table(book, "work")).toMatch(/G55 X 0\.000 Z 12\.500/);
    expect(book.view.tools.find(({ offset }) => offset === "1")?.control).toEqual({ offset: "1", x: 22.4, z: -61.2 });
  });
});

describe("checks", () => {
  it("take the body of a tool off the gap: a cutter of 12.7 leads by 6.35, a blade by its width", () => {
    const book = demoBook("collar");
    book.send("record-face");
    const cutter = {
      kind: "live-cross-cutter",
      description: "Mill",
      diameter: 12.7,
      pointAngle: 180,
      overhang: 30,
    } as Tool;
    const blade = {
      kind: "groove-outside",
      description: "Groove 4",
      width: 4,
      cornerRadius: 0.2,
      depth: 8,
      shank: 20,
      overhang: 30,
      programmed: "right",
    } as Tool;
    for (const [offset, tool] of [
      ["30", cutter],
      ["31", blade],
    ] as const) {
      const tolerance = { x: 0.05, z: 0.05 };
      book.add({
        id: book.nextId(),
        kind: "tool-loaded",
        payload: { offset, station: offset, tool, tolerance },
      });
      touch(book, offset, "x", "scratch", { machine: "-240", size: "55" });
      touch(book, offset, "z", "scratch", { machine: "-390", size: "0" });
    }
    expect(check(book, "30")).toContain("gap to face looks like 20.65");
    expect(check(book, "31")).toContain("gap to face looks like 23.00");
  });
  it("stop in a file before each holder that is changed by hand, and keep a fraction in its name", () => {
    const book = demoBook("roller-five");
    touch(book, "1", "x", "scratch", { machine: "-3.1030", size: ".5" });
    touch(book, "1", "z", "scratch", { machine: "-6", size: "0" });
    const view = book.view;
    const tools = view.tools.map((tool) => ({ ...tool, tool: { ...tool.tool, description: "Drill 3/8" } }));
    const setup = { ...view, tools };
    const text = checkFile(setup, checksOf(setup).checks);
    expect(text).toContain("(01 DRILL 3/8)");
    expect(text).toMatch(/\(MOUNT 01 NOW, HOLDER CLAMPED\)\nM0\nT0101/);
  });
});

describe("seats and holes", () => {
  const load = (book: Book, station: string, kind: string, typed: Readonly<Record<string, string>>) =>
    book.tried("load-tool", {
      offset: "9",
      station,
      kind,
      typed: JSON.stringify(typed),
      sizeUnit: book.view.machine.units,
      toleranceX: ".01",
      toleranceZ: ".01",
    });
  it("a threading shank does not go into a seat for bars, nor a 1 in shank into 16 mm", () => {
    const thread = {
      description: "Thread",
      insert: "16 ER 1.5",
      width: "3.2",
      pitch: "1.5",
      shank: "20",
      overhang: "30",
    };
    expect(load(demoBook("collar"), "2", "thread-outside", { ...thread, toShoulder: "no" })).toContain(
      "takes round bars",
    );
    const outside = { description: "Turn", hand: "right", faces: "no", insert: "CNMG 120408", leadAngle: "95" };
    const swiss = load(demoBook("cap-pin"), "G4", "outside-turning", { ...outside, shank: "1in", overhang: "25" });
    expect(swiss).toContain("takes shanks up to 12 mm");
  });
  it("a drill that stands out 4.5 in does not go where 3.937 in fits", () => {
    const book = demoBook("roller");
    const drill = { description: "Drill", diameter: ".375", pointAngle: "118", programmed: "point", overhang: "4.5" };
    expect(load(book, "6", "drill", drill)).toContain("lets 3.937 in of overhang through; this tool stands out 4.5 in");
  });
  it("a bore cannot be smaller than the hole that was drilled: 15.46 in 16.2", () => {
    const book = demoBook("dome-collar");
    book.send("record-hole", { diameter: "16.2", sizeUnit: "mm" });
    const words = book.tried("accept-touch", {
      offset: "4",
      axis: "x",
      way: "skim",
      machine: "-318.204",
      size: "15.46",
      sizeUnit: "mm",
    });
    expect(words).toContain("smaller than the hole");
  });
});

describe("words and lengths of the machine", () => {
  it("writes sizes in the machine's unit", () => {
    expect(table(demoBook("pin", { isRead: true }))).not.toContain(" mm");
    const blade = { kind: "knurl", description: "Knurl", width: 1.5875, diameter: 20, shank: 20 } as const;
    expect(toolSize({ ...blade, programmed: "left", overhang: 30 }, "in")).toBe("0.0625 in wide");
    const drill = { kind: "drill", description: "Drill", diameter: 9.525, pointAngle: 118 } as const;
    expect(toolSize({ ...drill, programmed: "point", overhang: 30 }, "in")).toBe("Ø 0.375 in");
    expect(typedLength(0.09, "in")).toBe("0.09 mm");
    expect(inOtherUnit("in")).toBe("every move would be 25.4 times too short");
  });
  it("names what holds the part and where the tool stands", () => {
    const book = demoBook("cap-pin");
    expect(ladder(book, "1", "x")).not.toContain("less spacer");
    book.send("record-face");
    const words = keyIn(book, "21", "x");
    expect(words).not.toContain("chuck");
  });
});

describe("the ledger says numbers as their page did", () => {
  const latest = (book: Book) => ledgerLines(history(book.state), book.state, book.view)[0]?.numbers;
  it("where a tool goes, in the counting of its own zone's programs", () => {
    const book = demoBook("cap-pin");
    const typed = { xFrom: "0", xTo: "8", zFrom: "-2", zTo: "14", retractX: "", retractZ: "" };
    book.send("record-reach", { offset: "1", ...typed, sizeUnit: "mm" });
    expect(latest(book)).toMatch(/^X 0\.000 to 8\.000, Z (−2\.000 to 14\.000|14\.000 to −2\.000)$/);
    book.send("record-reach", { offset: "41", ...typed, sizeUnit: "mm" });
    expect(latest(book)).toMatch(/^X 0\.000 to 8\.000, Z (−2\.000 to 14\.000|14\.000 to −2\.000)$/);
  });
  it("what stands in front, as a size and a distance", () => {
    const book = demoBook("cap-pin");
    book.send("describe-front", { what: "sub-spindle", diameter: "42", z: "30", sizeUnit: "mm" });
    expect(latest(book)).toBe("Ø 42.000 from 30.000 in front of the face");
  });
});
