import type { Zone } from "../frame/index.ts";
import type { Tool, ToolKind } from "../tool/index.ts";

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
    ...{ kind: "thread-outside", description: "Thread", insert: "16 ER 1.5", width: 3.2, pitch: 1.5 },
    ...{ shank: 20, toShoulder: false, overhang: 30 },
  },
  {
    ...{ kind: "thread-bore", description: "Bore thread", insert: "11 IR 1.0", width: 2.6, pitch: 1 },
    ...{ bar: 10, smallestBore: 13, toShoulder: true, overhang: 40 },
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
];

/** A zone of every kind; gang tools and arm come from the far side here, the rest from X plus. */
export const EVERY_ZONE: readonly Zone[] = [
  { id: "turret", name: "Turret", kind: "turret", works: "main", from: "plus" },
  { id: "post", name: "Post", kind: "post", works: "main", from: "plus" },
  {
    ...{ id: "gang", name: "Gang plate", kind: "gang", works: "main", from: "minus" },
    ...{ motionSign: { z: -1 }, programSign: { z: -1 } },
  },
  { id: "cross", name: "Cross slots", kind: "cross", works: "main", from: "plus", motionSign: { x: -1 } },
  { id: "sub-side", name: "Sub-spindle side", kind: "sub-side", works: "main", from: "plus" },
  { id: "back", name: "Back block", kind: "back", works: "sub", from: "plus", storedSign: { x: -1, z: -1 } },
  {
    ...{ id: "arm", name: "Swivelling arm", kind: "arm", works: "main", from: "plus" },
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
