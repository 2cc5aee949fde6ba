import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { mounted, opened, toolFixture, touched, viewOf } from "../ledger/setup.fixture.ts";
import type { LatheAxis } from "../machine/index.ts";
import type { Tool } from "../tool/index.ts";
import { plausibilityOfTouch } from "./plausibilityOfTouch.ts";

/**
 * A new machine on its first day: nothing is known of any tool. Seats of turning tools stand at X −408 and Z −400, those of drills at X −340
 * and Z −480; each tool stands out by its overhang, which was read off a ruler: up to 1 beside it.
 */
const OVERHANGS = [34, 33, 36, 31, 35, 38, 32, 34] as const;
const READ = [0.6, -0.4, 0.9, -0.7, 0.2, -0.9, 0.5, -0.1] as const;
const DRILLS = [80, 95, 62, 71, 88, 55] as const;
const turning = (index: number): Tool => ({ ...toolFixture, overhang: OVERHANGS[index] ?? 34 });
const drill = (index: number): Tool => ({
  kind: "drill",
  description: `Drill ${index}`,
  diameter: 8 + index,
  pointAngle: 118,
  programmed: "point",
  overhang: DRILLS[index] ?? 70,
});
const TOOLS: readonly { readonly offset: string; readonly tool: Tool; readonly x: number; readonly z: number }[] = [
  ...OVERHANGS.map((overhang, index) => ({
    offset: String(index + 1),
    tool: turning(index),
    x: -408 + 2 * (overhang + (READ[index] ?? 0)),
    z: -400 + 0.1 * index,
  })),
  ...DRILLS.map((overhang, index) => ({
    offset: String(index + 9),
    tool: drill(index),
    x: -340 + 0.01 * index,
    z: -480 + overhang + (READ[index] ?? 0),
  })),
];
const MOUNTED: readonly Command[] = TOOLS.map(({ offset, tool }) => mounted(offset, tool));
const SHOP = [
  { name: "Cigarette paper", kind: "paper", thickness: 0.09 },
  { name: "Block 10", kind: "block", thickness: 10 },
] as const;

interface Touch {
  readonly exact: number;
  readonly machine: number;
  readonly size?: number;
  readonly spacer?: number;
}
function judge(offset: string, axis: LatheAxis, touch: Touch, before: readonly Command[]) {
  const setup = viewOf(opened(), ...MOUNTED, ...before);
  const view = setup.tools.find((one) => one.offset === offset);
  if (!view) throw new Error(`the setup has a tool ${offset}`);
  const { exact, machine, size, spacer } = touch;
  const onCentre = size === undefined && axis === "x";
  const facts = {
    axis,
    way: onCentre ? ("centre" as const) : ("paper" as const),
    choice: {},
    numbers: { machine, ...(size !== undefined && { size }), ...(spacer !== undefined && { spacer }) },
  };
  // What was typed letter by letter: a paper of 0.09 whose point was forgotten is a 9.
  const texts = spacer === undefined ? {} : { spacer: String(spacer) };
  const value = { axis, exact, expanded: 0.02, spacers: SHOP, touch: facts, texts };
  return plausibilityOfTouch(setup, view, value, {});
}

describe("a first setup on a new machine", () => {
  it("asks nothing of fourteen tools that are touched honestly", () => {
    const before: Command[] = [];
    for (const { offset, tool, x, z } of TOOLS) {
      const isDrill = tool.kind === "drill";
      const onX = isDrill ? { exact: x, machine: x } : { exact: x, machine: x + 54.2 + 0.18, size: 54.2, spacer: 0.09 };
      const onZ = { exact: z, machine: z + 0.09, size: 0, spacer: 0.09 };
      expect(judge(offset, "x", onX, before).verdict, `X of ${offset}`).toBe("believable");
      expect(judge(offset, "z", onZ, before).verdict, `Z of ${offset}`).toBe("believable");
      before.push(touched(offset, "x", x), touched(offset, "z", z));
    }
  });

  // The eighth turning tool: −408 + 2·33.9 = −340.2; the display read −340.2 + 54.2 + 0.18 = −285.82.
  const touches = (tools: typeof TOOLS) =>
    tools.flatMap(({ offset, x, z }) => [touched(offset, "x", x), touched(offset, "z", z)]);
  const honest = { exact: -340.2, machine: -285.82, size: 54.2, spacer: 0.09 };
  const slips: readonly (readonly [string, string, Touch])[] = [
    ["a radius for the diameter", "radius-for-diameter", { ...honest, size: 27.1, exact: -313.1 }],
    ["the diameter doubled", "diameter-doubled", { ...honest, size: 108.4, exact: -394.4 }],
    ["the point of the size", "decimal-slip-measured", { ...honest, size: 5.42, exact: -291.42 }],
    ["the point of the readout", "decimal-slip-measured", { ...honest, machine: -28.582, exact: -82.962 }],
    ["the sign of the readout", "sign-lost", { ...honest, machine: 285.82, exact: 231.44 }],
    // 54.2 / 25.4 = 2.134 (2.1339).
    ["inches for millimetres", "units-mixed", { ...honest, size: 2.134, exact: -288.134 }],
    ["a digit of the readout", "digit-mistyped", { ...honest, machine: -385.82, exact: -440.2 }],
    ["two digits of the readout", "digits-swapped", { ...honest, machine: -258.82, exact: -313.2 }],
    ["the point of the paper", "decimal-slip-spacer", { ...honest, spacer: 9, exact: -358.02 }],
    // A block of 10: −285.82 + 20 − 0.18 = −266 at contact with it.
    ["a block left out", "paper-ignored", { machine: -266, size: 54.2, spacer: 10, exact: -320.2 }],
    ["a block counted that was not there", "paper-twice", { machine: -286, size: 54.2, spacer: 10, exact: -360.2 }],
    ["a block counted the wrong way", "paper-wrong-way", { machine: -266, size: 54.2, spacer: 10, exact: -300.2 }],
  ];
  it.each(slips)("names %s first once the tool has been touched", (_, kind, touch) => {
    const { verdict, kinds, basis } = judge("8", "x", touch, touches(TOOLS));
    expect([basis, verdict, kinds[0]?.kind]).toEqual(["second-touch", "doubt", kind]);
  });
  // From seats and overhangs it is known to a few millimetres: one digit of many, and what a ruler may miss, is not named; nor is a block of
  // 10 told from a paper of 0.1 whose point slipped.
  const large = slips.filter(
    ([, kind]) => !["digit-mistyped", "digits-swapped", "decimal-slip-spacer", "paper-twice"].includes(kind),
  );
  it.each(large)("names %s first at its first touch", (_, kind, touch) => {
    const { verdict, kinds, basis } = judge("8", "x", touch, touches(TOOLS.slice(0, 7)));
    expect([basis, verdict, kinds[0]?.kind]).toEqual(["assembly", "doubt", kind]);
  });
});
