import type { Command, Entry } from "./entry.ts";
import type { TableColumn } from "./entrySchemas.ts";

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
  table: "table",
  order: "order",
  stock: "stock",
  signOff: "sign-off",
  school: "school",
  hole: "hole",
  face: "face",
  bar: "bar",
  partLength: "part-length",
  work: (axis: string) => `work/${axis}`,
  fact: (fact: string) => `fact/${fact}`,
  stale: (offset: string) => `stale/${offset}`,
  feature: (feature: string) => `feature/${feature}`,
  measured: (feature: string, part: number) => `measured/${feature}/${part}`,
  tool: (offset: string) => `tool/${offset}`,
  place: (offset: string) => `place/${offset}`,
  control: (offset: string) => `control/${offset}`,
  way: (offset: string, axis: string) => `way/${offset}/${axis}`,
  geometry: (offset: string, axis: string) => `geometry/${offset}/${axis}`,
  nose: (offset: string) => `nose/${offset}`,
  second: (offset: string) => `second/${offset}`,
  safetyWear: (offset: string) => `safety-wear/${offset}`,
  insert: (offset: string) => `insert/${offset}`,
  wear: (offset: string, axis: string) => `wear/${offset}/${axis}`,
  otherWork: (name: string, axis: string) => `other-work/${name}/${axis}`,
  keyed: (row: string, column: string) => `keyed/${row}/${column}`,
  compared: "compared",
  front: "front",
  reach: (offset: string) => `reach/${offset}`,
  proof: (offset: string) => `proof/${offset}`,
  note: (id: string) => `note/${id}`,
  mount: (offset: string, check: string) => `mount/${offset}/${check}`,
} as const;

/** The cells that an entry writes. An undo writes the cells of the entry that it takes back. */
export function cellsOf(command: Command, undone?: Entry): readonly Cell[] {
  switch (command.kind) {
    case "setup-opened":
      return [CELLS.setup];
    case "tool-loaded":
    case "tool-removed":
      return [CELLS.tool(command.payload.offset)];
    case "stock-described":
      return [CELLS.described];
    case "program-read":
      return [CELLS.program, CELLS.calls];
    case "calls-renumbered":
      return [CELLS.calls];
    case "fact-checked":
      return [CELLS.fact(command.payload.fact)];
    case "table-read":
      return [CELLS.table];
    case "stale-decided":
      return command.payload.rows.map(({ offset }) => CELLS.stale(offset));
    case "order-arranged":
      return [CELLS.order];
    case "feature-recorded":
    case "feature-removed":
      return [CELLS.feature(command.payload.feature)];
    case "feature-measured":
      return [CELLS.measured(command.payload.feature, command.payload.part)];
    case "tool-moved":
      return [CELLS.place(command.payload.offset)];
    case "control-row-recorded":
      return [CELLS.control(command.payload.offset)];
    case "stock-measured":
      return [CELLS.stock];
    case "way-chosen":
      return [CELLS.way(command.payload.offset, command.payload.axis)];
    case "touch-accepted":
      return [CELLS.geometry(command.payload.offset, command.payload.axis)];
    case "work-offset-taught":
      return [CELLS.work(command.payload.axis)];
    case "school-changed":
    case "master-changed":
      return [CELLS.school, CELLS.work("z")];
    case "second-offset-made":
      return [CELLS.second(command.payload.offset)];
    case "table-edited":
      return [...new Set(command.payload.cells.map(({ offset, column }) => cellOfColumn(offset, column)))];
    case "work-offset-set": {
      const { name, axis, active } = command.payload;
      return [active ? CELLS.work(axis) : CELLS.otherWork(name, axis)];
    }
    case "cells-keyed":
      return command.payload.cells.map(({ row, column }) => CELLS.keyed(row, column));
    case "table-compared":
      return [CELLS.compared, ...command.payload.agreed.map(({ row, column }) => CELLS.keyed(row, column))];
    case "reach-recorded":
      return [CELLS.reach(command.payload.offset)];
    case "front-described":
      return [CELLS.front];
    case "proof-checked":
      return [CELLS.proof(command.payload.offset)];
    case "note-added":
      return [CELLS.note(command.id)];
    case "safety-wear-set":
      return [CELLS.safetyWear(command.payload.offset)];
    case "nose-accepted":
      return [CELLS.nose(command.payload.offset)];
    case "hole-recorded":
      return [CELLS.hole];
    case "face-recorded":
      return [CELLS.face];
    case "part-length-recorded":
    case "part-length-corrected":
      return [CELLS.partLength];
    case "insert-indexed":
      return [CELLS.insert(command.payload.offset)];
    case "bar-rechucked":
      return [CELLS.bar];
    case "mount-recorded":
      return [CELLS.mount(command.payload.offset, command.payload.check)];
    case "entry-undone":
      return undone ? cellsOf(undone) : [];
    case "signed-off":
    case "reopened":
      return [CELLS.signOff];
    default:
      return command satisfies never;
  }
}

function cellOfColumn(offset: string, column: TableColumn): Cell {
  const [kind, axis] = column.split(".") as [string, string | undefined];
  if (axis === undefined) return CELLS.nose(offset);
  return kind === "wear" ? CELLS.wear(offset, axis) : CELLS.geometry(offset, axis);
}

/** The cells that an entry's numbers rest on: a touch is worked out under a work offset, a second offset from its first. */
export function restsOn(command: Command): readonly Cell[] {
  switch (command.kind) {
    case "touch-accepted":
      return [CELLS.work(command.payload.axis)];
    case "work-offset-taught":
      return [CELLS.geometry(command.payload.offset, command.payload.axis)];
    case "proof-checked": {
      const { offset } = command.payload;
      return [CELLS.geometry(offset, "x"), CELLS.geometry(offset, "z"), CELLS.work("x"), CELLS.work("z")];
    }
    case "calls-renumbered":
      return [CELLS.program];
    case "stale-decided":
      return [CELLS.table];
    case "second-offset-made":
      return [CELLS.geometry(command.payload.of, "x"), CELLS.geometry(command.payload.of, "z")];
    default:
      return [];
  }
}
