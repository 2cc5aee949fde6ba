import type { MachineProfile } from "../../core/machine/index.ts";
import { type PerAxis, perAxis } from "../../core/machine/index.ts";
import type { Tool } from "../../core/tool/index.ts";

/** How a holder comes back when it was off; see {@link REMOUNT_SCATTER}. */
export const HOLDERS = [
  "fixed",
  "quick-change",
  "keyed-shank",
  "plain-shank",
  "sleeve",
  "collet",
  "hand-slid",
] as const;
type HolderKind = (typeof HOLDERS)[number];

/** One standard deviation of coming back after the holder was off, millimetres, X as a diameter (docs/MATHEMATICS.md, Plausibility). */
export const REMOUNT_SCATTER: Readonly<Record<HolderKind, { readonly x: number; readonly z: number }>> = {
  fixed: { x: 0, z: 0 },
  "quick-change": { x: 0.02, z: 0.02 },
  "keyed-shank": { x: 0.02, z: 0.02 },
  "plain-shank": { x: 1, z: 0.1 },
  sleeve: { x: 0.02, z: 3 },
  collet: { x: 0.02, z: 3 },
  "hand-slid": { x: 5, z: 5 },
};

/** A tool where it truly is. */
export interface LatheTool {
  readonly station: string;
  /** Row of the offset table that calls use for it. */
  readonly offset: string;
  readonly tool: Tool;
  /**
   * True machine position (millimetres, X as a diameter, plus as the part's frame is) at which the point that its outline
   * is about, the imaginary tip of a turning tool, stands on the centreline and on the finished face.
   */
  readonly at: PerAxis<number>;
  readonly holder?: HolderKind;
  /** Left loose and pushed back, to be slid to the stock. */
  readonly isLoose?: boolean;
}

export interface LathePart {
  readonly diameter: number;
  /** Stock in front of the finished face. */
  readonly toFace: number;
  /** From the jaws to the raw end. */
  readonly stickOut: number;
  readonly chuckDiameter: number;
  readonly hole?: number;
}

/** One row of a control's offset table, in the control's own numbers: its unit, its sign, X as it shows it. */
export interface StoredRow {
  readonly geometry: PerAxis<number>;
  readonly wear: PerAxis<number>;
  readonly noseRadius: number;
  readonly orientation: number;
}

/** Everything that makes one simulated lathe. Plain data; lengths in millimetres, X as diameters. */
export interface LatheConfig {
  readonly machine: MachineProfile;
  readonly parts: { readonly main: LathePart; readonly sub?: LathePart };
  readonly tools: readonly LatheTool[];
  /** Work offset with which the tools' own lengths make up `at`: what a setter's calibration knows nothing of. */
  readonly trueWork: PerAxis<number>;
  /** How far the setter truly stands from where the machine's profile has it, X on the diameter; it was bumped, or never calibrated. */
  readonly setterOff?: { readonly x: number; readonly z: number };
  /** What its control holds at the start. */
  readonly rows: Readonly<Record<string, StoredRow>>;
  readonly work: Readonly<Record<string, PerAxis<number>>>;
  readonly activeWork: string;
  /** Lost motion of an axis when its direction changes, X on the diameter. */
  readonly backlash: PerAxis<number>;
  /** One standard deviation of the pull when a slid tool is clamped, one way, back into its holder. */
  readonly clampPull: number;
  /** Where the slides stand at home, and at the start. */
  readonly home: PerAxis<number>;
  readonly start: PerAxis<number>;
  /** False for drives that count steps and do not notice when they lose some. */
  readonly feedback: boolean;
}

export const ZERO: PerAxis<number> = perAxis(() => 0);
