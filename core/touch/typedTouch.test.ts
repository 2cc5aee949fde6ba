import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type ForwardTouch, readoutAtContact } from "../../sim/contact/contact.ts";
import type { Command, TouchWay } from "../ledger/index.ts";
import { loaded, machineFixture, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { type LatheAxis, type MachineProfile, toControl } from "../machine/index.ts";
import { wayOf } from "../tool/index.ts";
import { toControlText } from "../units/index.ts";
import { carriesSpacer, proposedTouch } from "./proposedTouch.ts";
import { readTypedTouch, type TouchTask } from "./typedTouch.ts";

const setup = viewOf(opened(), loaded("1"));
const tool = setup.tools[0] ?? viewOf(opened(), loaded("1")).tools[0];
if (!tool) throw new Error("the fixture has a tool");
/** A touch of tool 1 with a size as it was typed. */
function touchCommand(axis: "x" | "z", way: TouchWay, size: string): Command {
  const touch = touched("1", axis, -402.88) as Extract<Command, { kind: "touch-accepted" }>;
  return { ...touch, payload: { ...touch.payload, way, typed: { ...touch.payload.typed, size } } };
}
const skimX: TouchTask = { axis: "x", way: "skim", sizeUnit: "mm" };

describe("readTypedTouch", () => {
  it("solves a skim from what was typed, in either decimal mark, the spacer's field passed over", () => {
    const reading = readTypedTouch(setup, tool, skimX, { machine: "-285.032", size: "54,2180", spacer: "nonsense" });
    expect(reading.refusals).toEqual({});
    expect(reading.solved).toMatchObject({ exact: expect.closeTo(-339.25, 9), touched: 54.218 });
    expect(reading.budget.fits).toBe(true);
  });
  it("counts a paper twice on X and once on Z, and takes sizes in inches on a millimetre machine", () => {
    const paper = { way: "paper", sizeUnit: "mm" } as const;
    expect(
      readTypedTouch(setup, tool, { ...paper, axis: "x" }, { machine: "-284.25", size: "54.8", spacer: "0.1" }).solved
        ?.exact,
    ).toBeCloseTo(-339.25, 9);
    expect(
      readTypedTouch(setup, tool, { ...paper, axis: "z" }, { machine: "-402.79", size: "0", spacer: "0.09" }).solved
        ?.exact,
    ).toBeCloseTo(-402.88, 9);
    const inches = readTypedTouch(
      setup,
      tool,
      { ...skimX, sizeUnit: "in" },
      { machine: "-285.032", size: "2.1346", spacer: "" },
    );
    expect(inches.facts.numbers).toMatchObject({ machine: -285.032, size: expect.closeTo(54.21884, 9) });
  });
  it("asks for what is empty, and says what is impossible before the rest is typed", () => {
    const reading = readTypedTouch(
      setup,
      tool,
      { ...skimX, way: "paper" },
      { machine: "", size: "542.18", spacer: "" },
    );
    expect(reading.refusals).toMatchObject({
      machine: { code: "empty" },
      size: { code: "larger-than-stock" },
      spacer: { code: "empty" },
    });
    expect([reading.facts.numbers.machine, reading.solved]).toEqual([undefined, undefined]);
  });
  it("lets a person's own decimal mark settle a comma", () => {
    const typed = { machine: "-285.032", size: "54,2", spacer: "" };
    expect(readTypedTouch(setup, tool, skimX, { ...typed, size: "1,250" }).refusals.size?.code).toBe("ambiguous");
    expect(
      readTypedTouch(setup, tool, { ...skimX, decimal: "," }, { ...typed, size: "1,250" }).facts.numbers.size,
    ).toBe(1.25);
  });

  it("gives the truth back for every machine, axis, way and unit, to the last digit", () => {
    const machines = fc.record({
      units: fc.constantFrom<"mm" | "in">("mm", "in"),
      xShown: fc.constantFrom<"diameter" | "radius">("diameter", "radius"),
      sign: fc.constantFrom<1 | -1>(1, -1),
    });
    const length = (low: number, high: number) =>
      fc.integer({ min: low * 1000, max: high * 1000 }).map((thousandths) => thousandths / 1000);
    fc.assert(
      fc.property(
        machines,
        fc.constantFrom<LatheAxis>("x", "z"),
        fc.constantFrom<"skim" | "paper" | "block">("skim", "paper", "block"),
        length(-350, -250),
        length(5, 50),
        length(0.02, 12),
        length(-30, 0),
        ({ units, xShown, sign }, axis, way, geometry, size, thickness, work) => {
          const fine = units === "mm" ? 1e-6 : 1e-7;
          const machine: MachineProfile = {
            ...machineFixture,
            units,
            xShown,
            storedSign: { x: sign, z: sign },
            resolution: { x: fine, z: fine },
          };
          const view = viewOf(
            {
              ...opened(machine),
              payload: { ...opened(machine).payload, workOffset: { name: "G54", x: work, z: work } },
            } as never,
            loaded("1"),
          );
          const spacer = way === "skim" ? 0 : thickness;
          const touch: ForwardTouch = {
            axis,
            surface: axis === "x" ? size / 2 : size,
            approach: -1,
            spacer,
            tool: { body: [0, 30] },
            offsets: { geometry, wear: 0, work },
          };
          const readout = readoutAtContact(touch);
          const one = view.tools[0];
          if (!one) throw new Error("the tool is there");
          const typed = {
            machine: toControlText(toControl(machine, axis, readout, "readout", one.zone), fine),
            size: `${size}mm`,
            spacer: `${spacer}mm`,
          };
          const reading = readTypedTouch(view, one, { axis, way, sizeUnit: units }, typed);
          expect(reading.refusals).toEqual({});
          expect(reading.solved?.exact).toBeCloseTo(geometry, 4);
        },
      ),
    );
  });
});

describe("what a field is filled with beforehand", () => {
  const propose = (view: ReturnType<typeof viewOf>, task: Pick<TouchTask, "axis" | "way" | "sizeUnit">) => {
    const [one] = view.tools;
    if (!one) throw new Error("the fixture has a tool");
    return proposedTouch(view, one, task);
  };
  const before = viewOf(opened(), loaded("1"), touched("1", "x", -339.25, 54.218));
  it("is the last skimmed diameter, the last spacer of that way, and a finished face; never a readout", () => {
    const paper = { axis: "x", way: "paper", sizeUnit: "mm" } as const;
    expect(propose(setup, paper)).toEqual({ machine: "", size: "", spacer: "" });
    expect(propose(before, paper)).toEqual({ machine: "", size: "54.218", spacer: "" });
    expect(propose(before, { axis: "x", way: "skim", sizeUnit: "mm" })).toEqual({ machine: "", size: "" });
  });
  it("carries a spacer over from a touch this way, and nothing where there is none or it is called afresh", () => {
    expect(carriesSpacer(before, "paper")).toBe(false);
    const touch = touchCommand("z", "block", "0") as Extract<Command, { kind: "touch-accepted" }>;
    const typed = { ...touch.payload.typed, spacer: "10" };
    const blocked = viewOf(opened(), loaded("1"), { ...touch, payload: { ...touch.payload, typed } });
    expect(carriesSpacer(blocked, "block")).toBe(true);
    expect(carriesSpacer(blocked, "paper")).toBe(false);
    expect(carriesSpacer(blocked, "preset")).toBe(false);
  });
  it("is how far the end stands in front of Z0: raw stock, what the touch before said of it, 0 on a face that is made", () => {
    const block = { axis: "z", way: "block", sizeUnit: "mm" } as const;
    const [onRawEnd] = [touchCommand("z", "paper", "0.35")];
    const faced: Command = { id: nextId(), kind: "face-recorded", payload: { offset: "1" } };
    const sizes = [[], [onRawEnd], [onRawEnd, faced], [touchCommand("z", "skim", "0.2")]].map(
      (commands) => propose(viewOf(opened(), loaded("1"), ...commands), block).size,
    );
    // 0.5 is to be faced off by the setup; a skim that leaves 0.2 carries 0.2 on.
    expect(sizes).toEqual(["0.5", "0.35", "0", "0.2"]);
    expect(propose(viewOf(opened(), loaded("1")), { axis: "z", way: "skim", sizeUnit: "mm" }).size).toBe("0");
  });
  it("brings its unit along into another one, and then still means the same", () => {
    expect(propose(before, { axis: "x", way: "paper", sizeUnit: "in" }).size).toBe("54.218 mm");
  });
  it("is the old setting, the bar and no paper left for a call with retreat", () => {
    expect(propose(before, { axis: "x", way: "preset", sizeUnit: "mm" })).toEqual({
      old: "-339.25",
      retreat: "",
      jog: "",
      spacer: "0",
      commanded: "54.218",
      size: "54.218",
    });
  });
  it("asks for a spacer only where one lies", () => {
    expect([
      wayOf("skim").fields("x"),
      wayOf("block").fields("x"),
      wayOf("slide").fields("z"),
      wayOf("slide").fields("x"),
    ]).toEqual([
      ["machine", "size"],
      ["machine", "size", "spacer"],
      ["commanded", "size"],
      ["commanded", "size", "overhang"],
    ]);
  });
});
