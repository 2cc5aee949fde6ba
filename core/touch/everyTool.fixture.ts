import { machineFixture } from "../ledger/setup.fixture.ts";
import type { Axis, MachineProfile, Zone } from "../machine/index.ts";
import {
  axesOf,
  type EdgeChoice,
  edgeOptions,
  type Tool,
  type ToolKind,
  type TouchWay,
  waysToTouch,
} from "../tool/index.ts";

/** One tool of every kind, with dimensions as they stand in a shop. Millimetres. */
export const EVERY_TOOL: readonly Tool[] = [
  turning("outside-turning", "right"),
  turning("outside-turning", "left"),
  turning("outside-turning", "neutral"),
  turning("facing", "right"),
  bored("boring"),
  bored("back-boring"),
  { kind: "groove-outside", description: "Groove 3", ...blade(3), shank: 20, programmed: "left" },
  { kind: "part-off", description: "Part off 2", ...blade(2), shank: 20, hand: "right", programmed: "right" },
  { kind: "groove-bore", description: "Bore groove", ...blade(2.5), bar: 12, smallestBore: 16, programmed: "left" },
  { kind: "groove-face", description: "Face groove", ...blade(4), shank: 20, programmed: "inner" },
  {
    kind: "thread-outside",
    description: "Thread",
    insert: "16 ER 1.5",
    width: 3.2,
    pitch: 1.5,
    shank: 20,
    toShoulder: false,
    overhang: 30,
  },
  {
    kind: "thread-bore",
    description: "Bore thread",
    insert: "11 IR 1.0",
    width: 2.6,
    pitch: 1,
    bar: 10,
    smallestBore: 13,
    toShoulder: true,
    overhang: 40,
  },
  onCentre("drill", 11.8, 118, "point"),
  onCentre("centre-drill", 6.3, 60, "point"),
  onCentre("spot-drill", 10, 90, "corner"),
  onCentre("reamer", 12, 180, "point"),
  onCentre("tap", 6, 180, "point"),
  { kind: "knurl", description: "Knurl", width: 8, diameter: 20, shank: 20, programmed: "left", overhang: 35 },
  { kind: "form", description: "Form", width: 6, diameter: 15, shank: 16, programmed: "centre", overhang: 25 },
  driven("live-axial-cutter", 8),
  driven("live-axial-drill", 5),
  driven("live-cross-cutter", 6),
  driven("live-cross-drill", 4.2),
  { kind: "bar-stop", description: "Stop", diameter: 20, overhang: 40 },
  { kind: "bar-puller", description: "Puller", diameter: 24, overhang: 55 },
];

/** A zone of every kind; gang tools and arm come from the far side here, the rest from X plus. */
export const EVERY_ZONE: readonly Zone[] = [
  { id: "turret", name: "Turret", kind: "turret", works: "main", from: "plus" },
  { id: "post", name: "Post", kind: "post", works: "main", from: "plus" },
  {
    id: "gang",
    name: "Gang plate",
    kind: "gang",
    works: "main",
    from: "minus",
    motionSign: { z: -1 },
    programSign: { z: -1 },
  },
  { id: "cross", name: "Cross slots", kind: "cross", works: "main", from: "plus", motionSign: { x: -1 } },
  { id: "sub-side", name: "Sub-spindle side", kind: "sub-side", works: "main", from: "plus" },
  { id: "back", name: "Back block", kind: "back", works: "sub", from: "plus", storedSign: { x: -1, z: -1 } },
  {
    id: "arm",
    name: "Swivelling arm",
    kind: "arm",
    works: "main",
    from: "plus",
    arm: { carriesOverhang: true, angle: 90, pivotDistance: 60 },
  },
];

function turning(kind: "outside-turning" | "facing", hand: "right" | "left" | "neutral"): Tool {
  const holder = { leadAngle: 95, shank: 25, overhang: 32 };
  return { kind, description: kind, hand, faces: kind === "facing", insert: "CNMG 120408", ...holder };
}
function bored(kind: "boring" | "back-boring"): Tool {
  const bar = { bar: 12, smallestBore: 14, overhang: 45 };
  return { kind, description: kind, insert: "CCMT 060204", leadAngle: 95, ...bar };
}
function blade(width: number) {
  return { width, cornerRadius: 0.2, depth: 10, overhang: 30 };
}
function onCentre(
  kind: Extract<ToolKind, "drill" | "centre-drill" | "spot-drill" | "reamer" | "tap">,
  diameter: number,
  pointAngle: number,
  programmed: "point" | "corner",
): Tool {
  return { kind, description: kind, diameter, pointAngle, programmed, overhang: 60 };
}
function driven(
  kind: Extract<ToolKind, "live-axial-cutter" | "live-axial-drill" | "live-cross-cutter" | "live-cross-drill">,
  diameter: number,
): Tool {
  return { kind, description: kind, diameter, pointAngle: 118, overhang: 40 };
}

/** Finer than any readout, so that what is typed carries the truth. */
export const FINE = { mm: 1e-6, in: 1e-7 } as const;
export const STANDARD_OVERHANG = 25;

/** One touch of one tool that makes sense. */
export interface Case {
  readonly tool: Tool;
  readonly zone: Zone;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice: EdgeChoice;
  readonly machine: MachineProfile;
}

/** Every tool in every zone, by every way that makes sense there, for every edge and stand that can touch. */
export function everyCase(
  school: MachineProfile["school"],
  units: "mm" | "in",
  sign: 1 | -1,
  xShown: "diameter" | "radius",
): readonly Case[] {
  const machine: MachineProfile = {
    ...machineFixture,
    school,
    units,
    xShown,
    yAxis: true,
    measuring: "overwrite",
    storedSign: { x: sign, y: sign, z: sign },
    resolution: { x: FINE[units], y: FINE[units], z: FINE[units] },
    travel: { x: [-5000, 5000], y: [-5000, 5000], z: [-5000, 5000] },
    setter: { kind: "arm", calibratedIn: units, outside: -100, bore: -90, face: -300 },
    zones: [...EVERY_ZONE],
    stations: EVERY_ZONE.map(({ id }) => ({ id, zone: id, standardOverhang: STANDARD_OVERHANG })),
  };
  return EVERY_TOOL.flatMap((tool) =>
    EVERY_ZONE.flatMap((zone) =>
      axesOf(tool, { machine, zone }).flatMap((axis) =>
        waysToTouch(tool, axis, { machine, zone, station: machine.stations?.find(({ id }) => id === zone.id) }).flatMap(
          (way) => choices(tool, axis, way).map((choice) => ({ tool, zone, axis, way, choice, machine })),
        ),
      ),
    ),
  );
}

function choices(tool: Tool, axis: Axis, way: TouchWay): readonly EdgeChoice[] {
  const { programmed, stand, touching } = edgeOptions(tool, axis);
  const all = <Value>(values: readonly Value[]) => (values.length > 0 ? values : [undefined]);
  // By eye any edge can be lined up; every other way leaves the edge that meets the surface.
  const edges = way === "eye" ? all(touching) : [undefined];
  return all(programmed).flatMap((one) =>
    all(stand).flatMap((side) => edges.map((edge) => ({ programmed: one, stand: side, touching: edge }))),
  );
}
