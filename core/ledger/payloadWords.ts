import { type Axis, TABLE_AXES } from "../machine/index.ts";
/** What a change of the table was: a value entered, an amount added, a row copied, wear cleared, taken over, corrected by measuring. */
export const TABLE_EDITS = ["entered", "added", "copied", "wear-cleared", "taken-over", "corrected"] as const;
export type TableEdit = (typeof TABLE_EDITS)[number];

/** Columns of a tool's row in a control's table. */
export type TableColumn = `geometry.${Axis}` | `wear.${Axis}` | "noseRadius" | "orientation";
export const TABLE_COLUMNS: readonly TableColumn[] = [
  ...TABLE_AXES.flatMap((axis) => [`geometry.${axis}`, `wear.${axis}`] as const),
  "noseRadius",
  "orientation",
];

/** All columns that anything can be keyed into, a work offset's among them. */
export type GridColumn = TableColumn | `work.${Axis}`;
export const GRID_COLUMNS: readonly GridColumn[] = [
  ...TABLE_COLUMNS,
  ...TABLE_AXES.map((axis) => `work.${axis}` as const),
];

/** How a work offset came about without a touch. */
export const WORK_MEANS = ["entered", "datum-distance", "next-operation", "shift"] as const;
export type WorkMeans = (typeof WORK_MEANS)[number];

/** How a number came into the control: by hand, from a file that was loaded, by its own measuring function. */
export const KEYED_BY = ["hand", "file", "measuring"] as const;

/**
 * What a number can rest on besides its own reading: the work offset, the size that was measured with another tool or kept of the
 * part, the face that was made, the part's length, the sweep of the holder, the setter's calibration, the geometry of a tool.
 */
export const RESTS_ON = ["work", "size", "face", "length", "sweep", "trigger", "geometry"] as const;
export type RestsOn = (typeof RESTS_ON)[number];

/** By what the position of a machine is lost. */
export const LOST_BY = ["stall", "crash", "power-cut"] as const;
/** The same in words, behind "by" or "after". */
export const LOST_WORDS = { stall: "a stall", crash: "a crash", "power-cut": "a power cut" } as const;

export const PHOTO_TYPES = ["image/jpeg", "image/png", "image/webp"] as const;

/** What is looked at once before anything moves. */
export const MACHINE_FACTS = ["home", "warm-up", "units", "door", "readout"] as const;
export type MachineFact = (typeof MACHINE_FACTS)[number];

/** What became of a doubt about a number: it was kept all the same, or put right as was offered. */
export const DOUBT_SETTLED = ["kept", "corrected"] as const;

/** What a two-line check showed: as predicted, off by something, or stopped before it came there. */
export const PROOF_FOUND = ["right", "off", "stopped"] as const;
export type ProofFound = (typeof PROOF_FOUND)[number];

/** What becomes of a value that the control holds from before. */
export const STALE_DECISIONS = ["clear", "keep", "touch"] as const;
export type StaleDecision = (typeof STALE_DECISIONS)[number];
