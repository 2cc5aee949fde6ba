import { describe, expect, it } from "vitest";
import { type Command, firstEdge } from "../ledger/index.ts";
import { machineFixture, mounted, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import type { MachineProfile } from "../machine/index.ts";
import {
  codeOf,
  noseRadiusOf,
  orientationCode,
  otherEdge,
  secondOffset,
  type Tool,
  type ToolKind,
  type TouchWay,
  tipOf,
} from "../tool/index.ts";
import { armError } from "./armLength.ts";
import { EVERY_TOOL, EVERY_ZONE } from "./everyTool.fixture.ts";
import { readTypedTouch, type TypedTouch } from "./typedTouch.ts";

const PLUS = { from: "plus" } as const;
const toolOf = (kind: ToolKind): Tool => {
  const tool = EVERY_TOOL.find((one) => one.kind === kind);
  if (!tool) throw new Error(`no ${kind}`);
  return tool;
};
const machine: MachineProfile = {
  ...machineFixture,
  school: "jog-from-preset",
  yAxis: true,
  zones: [...EVERY_ZONE],
  stations: EVERY_ZONE.map(({ id }) => ({ id, zone: id, standardOverhang: 25 })),
  travel: { x: [-420, 120], y: [-60, 60], z: [-620, 60] },
  setter: { kind: "arm", calibratedIn: "mm", outside: -96.5, bore: -90, face: -380.5 },
};
function solved(kind: ToolKind, axis: "x" | "y" | "z", way: TouchWay, typed: TypedTouch, zone = "turret", more = {}) {
  const view = viewOf(opened(machine), mounted("1", toolOf(kind), zone));
  const [tool] = view.tools;
  if (!tool) throw new Error("a tool");
  const setup = { ...view, hole: { diameter: 20, depth: undefined, source: undefined } };
  const reading = readTypedTouch(setup, tool, { axis, way, sizeUnit: "mm", choice: more }, typed);
  expect(reading.refusals).toEqual({});
  return Number(reading.solved?.exact.toFixed(6));
}

describe("a touch of each kind, worked by hand", () => {
  it.each<[string, number, number]>([
    // Outside: M − d − 2t. −240.1 − 52 − 0.2
    [
      "outside, paper",
      solved("outside-turning", "x", "paper", { machine: "-240.1", size: "52", spacer: "0.1" }),
      -292.3,
    ],
    ["facing, still 0.3 to face", solved("facing", "z", "scratch", { machine: "-400", size: "0.3" }), -400.3],
    // Bore: M − d + 2t. −280 − 20.5 + 0.2
    ["boring, paper", solved("boring", "x", "paper", { machine: "-280", size: "20.5", spacer: "0.1" }), -300.3],
    // Behind a face at −12: M − z + t. −350 + 12 + 0.1
    ["back-boring", solved("back-boring", "z", "paper", { machine: "-350", size: "12", spacer: "0.1" }), -337.9],
    // Blade 3 wide, left touches, right programmed: P = 0 + 3
    [
      "groove, far edge",
      solved("groove-outside", "z", "scratch", { machine: "-400", size: "0" }, "turret", { programmed: "right" }),
      -403,
    ],
    [
      "part-off, far edge programmed",
      solved("part-off", "z", "block", { machine: "-400", size: "0", spacer: "10" }),
      -412,
    ],
    [
      "bore groove, middle",
      solved("groove-bore", "z", "scratch", { machine: "-400", size: "0" }, "turret", { programmed: "centre" }),
      -401.25,
    ],
    // Face groove 4 wide, inner wall on the outside, outer programmed: P = 52 + 8
    [
      "face groove, outer wall",
      solved("groove-face", "x", "scratch", { machine: "-240", size: "52" }, "turret", { programmed: "outer" }),
      -300,
    ],
    // Thread 3.2 wide: the tip is half of it from the edge.
    ["thread, tip", solved("thread-outside", "z", "scratch", { machine: "-400", size: "0" }), -401.6],
    ["bore thread up to a shoulder", solved("thread-bore", "z", "scratch", { machine: "-400", size: "0" }), -400],
    ["drill, on centre", solved("drill", "x", "centre", { machine: "-310.004" }), -310.004],
    // Spot drill 10 at 90°: its corner trails the point by 5.
    ["spot drill, corner", solved("spot-drill", "z", "paper", { machine: "-380", size: "0", spacer: "0.1" }), -385.1],
    // Reamer 12 by its side: P = 50 + 0.2 + 12
    ["reamer by its side", solved("reamer", "x", "side", { machine: "-250", size: "50", spacer: "0.1" }), -312.2],
    ["tap", solved("tap", "z", "block", { machine: "-380", size: "0", spacer: "10" }), -390],
    ["centre drill", solved("centre-drill", "z", "scratch", { machine: "-380", size: "0" }), -380],
    ["knurl, chuck side", solved("knurl", "x", "scratch", { machine: "-240", size: "52" }), -292],
    ["form, middle of 6", solved("form", "z", "scratch", { machine: "-400", size: "0" }), -403],
    [
      "live end mill, Y on the bar's side",
      solved("live-axial-cutter", "y", "paper", { machine: "30.1", size: "52", spacer: "0.1" }, "turret", {
        stand: "plus",
      }),
      0,
    ],
    ["live drill, point", solved("live-axial-drill", "z", "scratch", { machine: "-380", size: "0" }), -380],
    // Cross cutter 6: its centreline is 3 in front of the face.
    ["cross cutter", solved("live-cross-cutter", "z", "paper", { machine: "-390", size: "0", spacer: "0.1" }), -393.1],
    ["cross drill, on the outside", solved("live-cross-drill", "x", "scratch", { machine: "-240", size: "52" }), -292],
    // Setter: M − E; a cross cutter's radius on Z besides.
    ["setter, outside", solved("outside-turning", "x", "setter", { machine: "-388.9", trigger: "-96.5" }), -292.4],
    [
      "setter, cross cutter",
      solved("live-cross-cutter", "z", "setter", { machine: "-402.88", trigger: "-380.5" }),
      -25.38,
    ],
    // Slid to the bar from the far side, at the standard overhang: −(50 − 49.8). Its tip stands 0.1 farther out then, and an
    // overhang measured as 25.1 says the same once: −2·(25.1 − 25).
    [
      "slide, far side",
      solved("outside-turning", "x", "slide", { commanded: "50", size: "49.8", overhang: "25" }, "gang"),
      -0.2,
    ],
    [
      "slide, far side, overhang measured",
      solved("outside-turning", "x", "slide", { commanded: "50", size: "49.8", overhang: "25.1" }, "gang"),
      -0.2,
    ],
    // old + retreat + jog, less the paper that was not jogged through: 22.4 + 20 − 20.3 − 0.2.
    [
      "call and jog",
      solved("facing", "x", "preset", {
        old: "22.4",
        retreat: "20",
        jog: "-20.3",
        spacer: "0.1",
        commanded: "50",
        size: "50",
      }),
      21.9,
    ],
    // A blade 3 wide slid to the bar end, its far edge programmed: 0 − 0 − 3.
    [
      "blade slid, far edge programmed",
      solved("groove-outside", "z", "slide", { commanded: "0", size: "0" }, "sub-side", { programmed: "right" }),
      -3,
    ],
    // On an arm a cutter is slid along its own axis until its tip meets the bar: its radius does not come in.
    ["cutter slid on an arm", solved("live-cross-cutter", "z", "slide", { commanded: "0", size: "0" }, "arm"), 0],
    ["slid to the bar end", solved("drill", "z", "slide", { commanded: "0", size: "0" }, "sub-side"), 0],
    [
      "bar pulled to a parked tool",
      solved("part-off", "z", "pull", { machine: "-300", size: "0.2" }, "turret", { programmed: "left" }),
      -300.2,
    ],
    // On the far side the contact is at −52: M + 52 + 2t.
    [
      "cross cutter from below",
      solved("live-cross-cutter", "x", "paper", { machine: "-20", size: "52", spacer: "0.1" }, "gang"),
      32.2,
    ],
  ])("%s", (_name, found, byHand) => expect(found).toBeCloseTo(byHand, 6));
});

describe("radius and orientation of each kind (numbering A)", () => {
  it.each<[ToolKind, string | undefined, number, number]>([
    ["outside-turning", undefined, 3, 0.8],
    ["facing", undefined, 3, 0.8],
    ["boring", undefined, 2, 0.4],
    ["back-boring", undefined, 1, 0.4],
    ["groove-outside", "left", 3, 0.2],
    ["groove-outside", "right", 4, 0.2],
    ["groove-outside", "centre", 8, 0.2],
    ["part-off", undefined, 4, 0.2],
    ["groove-bore", "left", 2, 0.2],
    ["groove-bore", "right", 1, 0.2],
    ["groove-face", "inner", 3, 0.2],
    ["groove-face", "outer", 2, 0.2],
    ["groove-face", "centre", 7, 0.2],
    ["thread-outside", undefined, 8, 0],
    ["thread-bore", undefined, 6, 0],
    ["drill", undefined, 7, 0],
    ["tap", undefined, 7, 0],
    ["live-axial-cutter", undefined, 7, 4],
    ["live-cross-cutter", undefined, 8, 3],
  ])("%s %s: %i, %d", (kind, edge, code, radius) => {
    const tool = toolOf(kind);
    expect(orientationCode(tipOf(tool, PLUS, edge), "A")).toBe(code);
    expect(noseRadiusOf(tool)).toBe(radius);
  });
  it("mirrors with the far side and with a program that counts Z into the part", () => {
    const tool = toolOf("outside-turning");
    expect(orientationCode(tipOf(tool, { from: "minus" }), "A")).toBe(2);
    expect(orientationCode(tipOf(tool, { from: "plus", programSign: { z: -1 } }), "A")).toBe(4);
  });
});

describe("a second offset", () => {
  it("is the first one's Z less the width, X and radius repeated, the tip mirrored", () => {
    const first = { x: -310, z: -402.88, noseRadius: 0.2, tip: { x: -1, z: -1 } } as const;
    const second = secondOffset(first, 3, "left", "right");
    expect(second).toMatchObject({ x: -310, z: -405.88, noseRadius: 0.2 });
    expect([codeOf(first, "A"), codeOf(second, "A")]).toEqual([3, 4]);
    expect(secondOffset(second, 3, "right", "left").z).toBeCloseTo(-402.88, 9);
    expect([otherEdge("left"), otherEdge("right")]).toEqual(["right", "left"]);
  });
});

describe("the edge that an offset programs", () => {
  const blade = toolOf("groove-outside");
  const choose = (programmed: string) =>
    ({
      id: nextId(),
      kind: "way-chosen",
      payload: { offset: "1", axis: "z", way: "scratch", programmed },
    }) as Command;
  const edgeOf = (...commands: Command[]) => {
    const [tool] = viewOf(opened(), mounted("1", blade), ...commands).tools;
    return tool && firstEdge(tool);
  };
  it("is the tool's own, then the chosen one, then the one that it was touched for", () => {
    expect(edgeOf()).toBe("left");
    expect(edgeOf(choose("right"))).toBe("right");
    const touch = touched("1", "z", -403);
    const forRight = { ...touch, payload: { ...touch.payload, programmed: "right" } } as Command;
    // What is chosen afterwards, for a touch to come, does not change what the offset is.
    expect(edgeOf(choose("right"), forRight, choose("left"))).toBe("right");
    expect(edgeOf(touch, choose("right"))).toBe("left");
  });
});

describe("a swivelling arm whose control does not carry the overhang", () => {
  it("puts a cutter that is 0.2 too long deeper, by its angle", () => {
    expect(armError(0.2, 90)).toMatchObject({ x: -0.4, z: 0 });
    expect(armError(0.2, 0)).toMatchObject({ x: 0, z: -0.2 });
    expect(armError(0.2, 30).x).toBeCloseTo(-0.2, 12);
    expect(armError(0.2, 30).z).toBeCloseTo(-0.173205, 6);
  });
});
