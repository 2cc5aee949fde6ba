import type { Axis } from "../machine/index.ts";

/**
 * What is done in one go: an axis to touch, radius and orientation to confirm, a second offset to derive from its first,
 * the work offset to teach with a set tool; or something about the part that others wait for: its face, its hole, the
 * length of the part in the sub-spindle.
 */
export type StepKind = Axis | "nose" | "second" | "work" | "face" | "hole" | "length";

export interface Step {
  /** The offset that it is about; for the part's own steps the tool that they are for, empty where there is none. */
  readonly offset: string;
  readonly kind: StepKind;
  /** The work offset that is taught, where it is not the setup's own; absent for any other step. */
  readonly work?: string;
  /** `redo` is done, but something that it rests on has changed since. */
  readonly state: "done" | "ready" | "waiting" | "redo";
  /** Why it waits or must be redone, in a few words; empty otherwise. */
  readonly reason: string;
  /** Zone that it belongs to. */
  readonly zone: string;
}
