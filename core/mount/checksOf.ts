import type { Zone } from "../machine/index.ts";
import { entersBore, familyOf, type Tool } from "../tool/index.ts";
import type { MountCheck } from "./mountCheck.ts";

/**
 * The checks that make sense when this tool is mounted, in the order in which they are done: bars for their overhang,
 * turning tips for centre height, blades for squareness, holders on centre swept, radial holders turned true on their pin.
 */
export function mountChecksOf(tool: Tool, zone: Pick<Zone, "kind">): readonly MountCheck[] {
  const family = familyOf(tool);
  if (family === "cross") return zone.kind === "turret" ? ["pin", "radial-holder"] : ["squareness"];
  if (family === "on-centre" || family === "axial") return ["sweep", "overhang"];
  const checks: MountCheck[] = ["overhang", "centre-height"];
  if ("depth" in tool) checks.push("squareness");
  if (entersBore(tool)) checks.push("sweep");
  return checks;
}
