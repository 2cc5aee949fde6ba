import type { Axis, MachineProfile, Station, Zone } from "../../machine/index.ts";
import type { Tool } from "../toolSchema.ts";

/** The numbers that a touch can be made of; which of them, a way's `fields` says. */
export const TOUCH_FIELDS = [
  "machine",
  "size",
  "spacer",
  "trigger",
  "commanded",
  "overhang",
  "old",
  "retreat",
  "jog",
] as const;
export type TouchField = (typeof TOUCH_FIELDS)[number];

/** What can lie between tool and part. */
export const SPACER_KINDS = ["paper", "shim", "block", "pin"] as const;
export type SpacerKind = (typeof SPACER_KINDS)[number];

/** What is picked up to touch: changing it costs a walk to the bench. */
export type Gauge = "micrometer" | "bore gauge" | "paper" | "block" | "indicator" | "setter" | "rule" | "none";

/** How tool and part meet: a cut, a spacer that grips, nothing between, the setter, a slid tool, a pulled bar, a sweep. */
export type Meeting = "cut" | SpacerKind | "bare" | "setter" | "slide" | "pull" | "sweep";

/** What a touch is made with, as far as its uncertainty goes; the values are in `core/limits/errorBudget.ts`. */
export type UncertaintySource =
  | "micrometer"
  | "boreGauge"
  | "paper"
  | "gaugeBlock"
  | "freshFace"
  | "setterArm"
  | "plugInSetter"
  | "sweep"
  | "slideToStock"
  | "slideAndClamp"
  | "pulledStock"
  | "eye";

/** Where a tool sits: what decides, beside the tool itself, how it can be touched. */
export interface Place {
  readonly machine: Pick<MachineProfile, "setter" | "school" | "yAxis">;
  readonly zone: Zone;
  readonly station: Station | undefined;
}

/** A tool on one axis, as the instruction for a touch needs it. */
interface ToolOnAxis {
  readonly axis: Axis;
  readonly tool: Tool;
  readonly zone: Zone;
}

/** The name of a field: under it, and inside a screen reader's full name. */
interface FieldCaption {
  readonly caption: string;
  readonly spoken: string;
}

/**
 * One way of touching off: everything that the product needs to know of it, except its drawing
 * (`app/drawing/geometry`) and the step that an exercise advises (`sim/exercise/advice`).
 */
export interface WayOfTouching {
  /** As the buttons of Touch name it on this axis, with a capital. */
  readonly name: (axis: Axis) => string;
  /** As a setup sheet and the record name it, in lower case. */
  readonly words: string;
  /** What the size is read from, as a setup sheet names it; empty where nothing is read. */
  readonly readFrom: string;
  /** One touch at the machine, seconds: a starting value for the order of work, from how many things the hands do. */
  readonly seconds: number;
  /** What is in the hand for this touch. */
  readonly gauge: (axis: Axis, tool: Tool) => Gauge;

  /** True where this tool can be touched so on this axis in this place. */
  readonly isOffered: (tool: Tool, axis: Axis, place: Place) => boolean;
  /** True where this machine's school uses it first; absent where no school does. */
  readonly isUsual?: (tool: Tool, axis: Axis, place: Place) => boolean;
  /** True where the work offset can be taught this way too, with a tool that is set already. */
  readonly canTeach: boolean;

  /** The part of the touch equation that it makes (`TouchMethod` in core/touch). */
  readonly method: "surface" | "setter" | "slide" | "preset";
  /** What the tool is brought to: a surface of the part, the spindle's axis, or the setter. */
  readonly against: "surface" | "centre" | "setter";
  /** The fields that it asks for, in the order in which they are filled in. */
  readonly fields: (axis: Axis, zone?: Pick<Zone, "arm">) => readonly TouchField[];
  /** Names of fields that differ from the usual ones. */
  readonly captions?: Readonly<Partial<Record<TouchField, FieldCaption>>>;
  /** What the size is: measured after a cut, known before, or that of the bar to which the tool is slid. */
  readonly size: "measured" | "known" | "bar";
  /** The kinds of spacer that it is made with; empty where nothing lies between. */
  readonly spacers: readonly SpacerKind[];

  /** What the position is uncertain by, felt or swept, in the tool's own axis; undefined where a cut leaves no doubt. */
  readonly position: (axis: Axis, setter: "arm" | "plug-in") => UncertaintySource | undefined;
  /** True where the handwheel stops at a contact that is felt, so that its step counts. */
  readonly isFelt: boolean;
  /** True where the tool's shank counts in the size, measured with a micrometer of its own. */
  readonly countsShank?: boolean;
  /** True where tool or bar is slid and clamped by hand, which scatters more than a holder does. */
  readonly isHandSlid: boolean;
  /** True where the result is a place that was found; false where several tools share it by agreement. */
  readonly isFound: boolean;

  /** How tool and part meet. */
  readonly meets: readonly Meeting[];
  /** How to make contact, in a sentence or two. */
  readonly instruction: (what: ToolOnAxis) => string;
  /** The short caution of this way; undefined where the usual one of the machine holds. */
  readonly caution?: string;
}
