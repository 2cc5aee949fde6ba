import { firstEdge, type ToolView } from "../../core/ledger/index.ts";
import { type Axis, type MachineProfile, toControl } from "../../core/machine/index.ts";
import { type BladeEdgeName, secondOffset } from "../../core/tool/index.ts";
import { formatLength } from "../../core/units/index.ts";

/** Z that a second offset has for this edge as its first stands now, millimetres; undefined while that is not touched. */
export function secondZ(first: ToolView, to: BladeEdgeName): number | undefined {
  const { tool } = first;
  if (!("depth" in tool) || tool.kind === "groove-face") return undefined;
  const corner = { noseRadius: tool.cornerRadius, tip: { x: 0, z: 0 } } as const;
  return secondOffset(
    { x: undefined, z: first.z?.exact, ...corner },
    tool.width,
    firstEdge(first) ?? tool.programmed,
    to,
  ).z;
}

/** A geometry as the machine shows it. */
export const shownGeometry = (
  machine: MachineProfile,
  zone: ToolView["zone"],
  axis: Axis,
  millimetres: number | undefined,
): string =>
  millimetres === undefined
    ? "not known"
    : formatLength(toControl(machine, axis, millimetres, "tool-offset", zone), machine.resolution.z);
