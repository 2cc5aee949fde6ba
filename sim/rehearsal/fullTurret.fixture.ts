import type { Command } from "../../core/ledger/index.ts";
import { mounted, nextId, opened, touched, viewOf } from "../../core/ledger/setup.fixture.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import type { Tool } from "../../core/tool/index.ts";

/** Tools of a full turret, by station: a kind of each. Millimetres. */
export const FULL_TURRET: Readonly<Record<string, Tool>> = {
  "1": {
    kind: "outside-turning",
    description: "Rough",
    hand: "right",
    faces: true,
    insert: "CNMG 120408",
    leadAngle: 95,
    shank: 25,
    overhang: 34,
  },
  "2": {
    kind: "drill",
    description: "Drill 14",
    overhang: 80,
    diameter: 14,
    pointAngle: 118,
    programmed: "point",
    holder: 32,
  },
  "3": {
    kind: "outside-turning",
    description: "Finish",
    hand: "right",
    faces: false,
    insert: "VNMG 160404",
    leadAngle: 93,
    shank: 25,
    overhang: 34,
  },
  "4": {
    kind: "boring",
    description: "Bore",
    overhang: 60,
    insert: "CCMT 09T304",
    leadAngle: 95,
    bar: 12,
    smallestBore: 13.5,
  },
  "5": {
    kind: "thread-outside",
    description: "Thread",
    overhang: 34,
    insert: "16ER",
    width: 3.4,
    pitch: 1.5,
    shank: 25,
    toShoulder: false,
  },
  "6": {
    kind: "groove-outside",
    description: "Groove 3",
    overhang: 34,
    width: 3,
    cornerRadius: 0.2,
    depth: 12,
    shank: 25,
    programmed: "left",
  },
  "7": {
    kind: "thread-bore",
    description: "Thread inside",
    overhang: 50,
    insert: "11IR",
    width: 2.4,
    pitch: 1.5,
    bar: 10,
    smallestBore: 12.5,
    toShoulder: false,
  },
  "8": { kind: "tap", description: "Tap M6", overhang: 60, diameter: 6, pointAngle: 180, programmed: "point" },
  "9": {
    kind: "part-off",
    description: "Part off 3",
    overhang: 46,
    width: 3,
    cornerRadius: 0.2,
    depth: 30,
    shank: 25,
    programmed: "left",
  },
  "10": {
    kind: "live-cross-drill",
    description: "Cross drill 5",
    overhang: 45,
    diameter: 5,
    pointAngle: 118,
    holder: 20,
  },
  "11": {
    kind: "live-axial-cutter",
    description: "End mill 8",
    overhang: 45,
    diameter: 8,
    pointAngle: 180,
    holder: 20,
  },
};

/** Offsets of all tools: machine position at the spindle's centre and at the face. */
const TURRET_OFFSET = { x: -340, z: -400 } as const;

/**
 * A turret lathe with every station full and every tool touched; a bar of Ø50 with 0.4 of oversize, 70 out of the chuck and 1 to
 * face off, unless `stock` says otherwise.
 */
export function fullTurret({
  tools = FULL_TURRET,
  machine = {},
  stock = {},
  hole,
}: {
  readonly tools?: Readonly<Record<string, Tool>>;
  readonly machine?: Partial<MachineProfile>;
  readonly stock?: object;
  readonly hole?: number;
} = {}) {
  const open = opened({
    stations: Object.keys(tools).map((id) => ({ id, zone: "turret" })),
    zones: [{ id: "turret", name: "Turret", kind: "turret", works: "main", from: "plus" }],
    travel: { x: [-420, 60], z: [-620, 120] },
    turret: { axisAtZero: 420, seatRadius: 220 },
    ...machine,
  });
  const { payload } = open as Extract<Command, { kind: "setup-opened" }>;
  const commands: Command[] = [
    {
      ...open,
      payload: {
        ...payload,
        stock: {
          material: "aluminium",
          nominalDiameter: 50,
          oversize: 0.4,
          stickOut: 70,
          chuckDiameter: 165,
          toFace: 1,
          ...stock,
        },
      },
    } as Command,
  ];
  for (const [station, tool] of Object.entries(tools)) {
    commands.push(mounted(station, tool));
    commands.push(touched(station, "x", TURRET_OFFSET.x), touched(station, "z", TURRET_OFFSET.z));
  }
  for (const [offset, noseRadius, orientation] of [
    ["1", 0.8, 3],
    ["3", 0.4, 3],
    ["4", 0.4, 2],
  ] as const)
    if (tools[offset])
      commands.push({ id: nextId(), kind: "nose-accepted", payload: { offset, noseRadius, orientation } } as Command);
  if (hole !== undefined)
    commands.push({ id: nextId(), kind: "hole-recorded", payload: { diameter: hole } } as Command);
  return viewOf(...commands);
}
