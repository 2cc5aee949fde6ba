import type { TableColumn } from "./payloadWords.ts";

/**
 * A cell is the smallest thing that two people can both change: one axis of one offset, the stock's diameter.
 * Entries that write different cells never disturb each other.
 */
export type Cell = string;

export const CELLS = {
  setup: "setup",
  described: "described",
  program: "program",
  calls: "calls",
  programProven: "program-proven",
  table: "table",
  order: "order",
  stock: "stock",
  signOff: "sign-off",
  school: "school",
  hole: "hole",
  face: "face",
  bar: "bar",
  position: "position",
  partLength: "part-length",
  stepped: "stepped",
  work: (axis: string) => `work/${axis}`,
  fact: (fact: string) => `fact/${fact}`,
  stale: (offset: string) => `stale/${offset}`,
  feature: (feature: string) => `feature/${feature}`,
  measured: (feature: string, part: number) => `measured/${feature}/${part}`,
  tool: (offset: string) => `tool/${offset}`,
  /** That the value of an earlier touch, by its entry, is not compared with. */
  leftOut: (touch: string, axis: string) => `left-out/${touch}/${axis}`,
  /** The number of the holder that a tool stands in. */
  holder: (offset: string) => `holder/${offset}`,
  place: (offset: string) => `place/${offset}`,
  control: (offset: string) => `control/${offset}`,
  way: (offset: string, axis: string) => `way/${offset}/${axis}`,
  geometry: (offset: string, axis: string) => `geometry/${offset}/${axis}`,
  /** That a number still holds, although something that it rests on has changed. */
  confirmed: (offset: string, axis: string) => `confirmed/${offset}/${axis}`,
  nose: (offset: string) => `nose/${offset}`,
  second: (offset: string) => `second/${offset}`,
  safetyWear: (offset: string) => `safety-wear/${offset}`,
  insert: (offset: string) => `insert/${offset}`,
  wear: (offset: string, axis: string) => `wear/${offset}/${axis}`,
  otherWork: (name: string, axis: string) => `other-work/${name}/${axis}`,
  /** Trigger position of a side of the setter. */
  setter: (side: string) => `setter/${side}`,
  workDescribed: (name: string) => `work-described/${name}`,
  /** The work offset that an offset works under. */
  under: (offset: string) => `under/${offset}`,
  /** That a table brought a number of a work offset along. */
  workRead: (name: string) => `work-read/${name}`,
  keyed: (row: string, column: string) => `keyed/${row}/${column}`,
  compared: "compared",
  /** How the machine's control reads a data-setting file. */
  fileForm: "file-form",
  front: "front",
  reach: (offset: string) => `reach/${offset}`,
  proof: (offset: string) => `proof/${offset}`,
  note: (id: string) => `note/${id}`,
  mount: (offset: string, check: string) => `mount/${offset}/${check}`,
} as const;

/** The cell that a column of a row belongs to: radius and orientation are one. */
export function cellOfColumn(offset: string, column: TableColumn): Cell {
  const [kind, axis] = column.split(".") as [string, string | undefined];
  if (axis === undefined) return CELLS.nose(offset);
  return kind === "wear" ? CELLS.wear(offset, axis) : CELLS.geometry(offset, axis);
}
