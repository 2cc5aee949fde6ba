import type { SetupView, ToolView } from "../ledger/index.ts";
import type { LatheAxis } from "../machine/index.ts";
import { touchedFact, wearInCore } from "../offsets/index.ts";

type PerAxis<Value> = Readonly<Record<LatheAxis, Value>>;

/**
 * What a control believes of one offset and where its tool truly is, as far as is known. Millimetres, X as diameters.
 */
export interface ToolStanding {
  readonly tool: ToolView;
  /** Geometry + wear + work offset: machine position = part + this. Undefined where a number is missing. */
  readonly reckoned: PerAxis<number | undefined>;
  /** Machine position at which the programmed point truly stands on the part's zero. */
  readonly truly: PerAxis<number | undefined>;
  /** `touched` where the truth comes from a touch, `trusted` where the offsets are taken at their word. */
  readonly basis: PerAxis<"touched" | "trusted" | "unknown">;
  /** By how much the tool stands farther to plus than the control believes; 0 where nothing else is known. */
  readonly off: PerAxis<number>;
  /** Why the control's sum is not known, with what to do first, after the tool's name; undefined where it is known. */
  readonly lacks: string | undefined;
}

/**
 * Where every tool stands against what its offsets say. A touch is a fact about the machine, whatever was entered since:
 * at readout M the programmed point stood at P, so it stands on zero at M − P. What geometry, wear and work offset add up to
 * may be something else: a work offset taught twice over, a value changed by hand, safety wear. The difference moves the tool.
 */
export function whereToolsStand(setup: SetupView): readonly ToolStanding[] {
  return setup.tools.map((tool) => {
    const x = along(setup, tool, "x");
    const z = along(setup, tool, "z");
    return {
      tool,
      reckoned: { x: x.reckoned, z: z.reckoned },
      truly: { x: x.truly, z: z.truly },
      basis: { x: x.basis, z: z.basis },
      off: { x: x.off, z: z.off },
      lacks: x.reckoned === undefined || z.reckoned === undefined ? lacksOf(tool) : undefined,
    };
  });
}

function lacksOf(tool: ToolView): string {
  const hasGeometry = (axis: LatheAxis) => (tool[axis]?.exact ?? tool.control?.[axis]) !== undefined;
  return hasGeometry("x") && hasGeometry("z")
    ? `works under ${tool.worksUnder[0]}, whose Z is not known: teach or enter it first`
    : "has no offset yet: touch it first";
}

function along(setup: SetupView, tool: ToolView, axis: LatheAxis) {
  const touch = tool[axis];
  const geometry = touch?.exact ?? tool.control?.[axis];
  if (geometry === undefined) return { reckoned: undefined, truly: undefined, basis: "unknown" as const, off: 0 };
  const kept = axis === "x" ? tool.control?.wearX : tool.control?.wearZ;
  const wear = wearInCore(tool, axis) ?? kept ?? 0;
  // X of the work offset is a constant of the machine, 0 where none is said; Z says where this part's face is.
  const work = tool.work[axis] ?? (axis === "x" ? 0 : undefined);
  const fact = touchedFact(setup, tool, axis);
  const truly = fact && fact.at - fact.touched;
  // Without its work offset the control's sum is not known; where the tool was touched is.
  if (work === undefined)
    return {
      reckoned: undefined,
      truly,
      basis: truly === undefined ? ("unknown" as const) : ("touched" as const),
      off: 0,
    };
  const reckoned = geometry + wear + work;
  if (truly === undefined) return { reckoned, truly: geometry + work, basis: "trusted" as const, off: wear };
  return { reckoned, truly, basis: "touched" as const, off: reckoned - truly };
}
