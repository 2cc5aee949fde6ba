import { AXIS_NAME, type Axis, lastDigit, type MachineProfile, toControl, zoneOf } from "../frame/index.ts";
import {
  type Entry,
  offsetsOf,
  type Payload,
  type SetupState,
  type SetupView,
  type TableColumn,
  whatWasDone,
} from "../ledger/index.ts";
import { cellForControl, columnDigit, columnWords, radiusForControl } from "../offsets/index.ts";
import { WAY_WORDS } from "../tool/index.ts";
import { convertLength, formatLength } from "../units/index.ts";

/** One entry of the ledger as a person reads it. */
export interface LedgerLine {
  readonly seq: number;
  readonly entry: string;
  readonly kind: Entry["kind"];
  readonly at: string;
  readonly person: string;
  readonly device: string;
  /** What was done, in a few words. */
  readonly what: string;
  /** Its numbers, as the machine shows them; empty where it has none. */
  readonly numbers: string;
  /** The measurement that it rests on, as it was typed, and with which gauge; empty where there is none. */
  readonly from: string;
  readonly offsets: readonly string[];
  /** Sequence number of the entry that took it back; undefined while it stands. */
  readonly undoneBy: number | undefined;
  readonly canUndo: boolean;
  readonly photo: Payload<"note-added">["photo"] | undefined;
}

/** Kinds that nothing is gained by taking back, or that are ended otherwise. */
const STAYS: readonly Entry["kind"][] = [
  ...(["setup-opened", "tool-loaded", "control-row-recorded", "signed-off", "reopened", "entry-undone"] as const),
  ...(["way-chosen", "table-read", "program-read"] as const),
];

/** The whole ledger of a setup, newest first: who, when, what, from which measurement and with which gauge. */
export function ledgerLines(
  entries: readonly Entry[],
  state: Pick<SetupState, "undone">,
  setup: SetupView,
): readonly LedgerLine[] {
  return entries
    .map((entry): LedgerLine => {
      const undoneBy = state.undone[entry.id];
      return {
        ...{ seq: entry.seq, entry: entry.id, kind: entry.kind, at: entry.at },
        ...{ person: entry.person, device: entry.device, what: whatWasDone(entry), undoneBy },
        ...{ numbers: numbersOf(entry, setup), from: measuredBy(entry), offsets: offsetsOf(entry) },
        canUndo: undoneBy === undefined && !STAYS.includes(entry.kind),
        photo: entry.kind === "note-added" ? entry.payload.photo : undefined,
      };
    })
    .reverse();
}

function numbersOf(entry: Entry, setup: SetupView): string {
  const { machine } = setup;
  const zone = (offset: string) => setup.tools.find((tool) => tool.offset === offset)?.zone ?? zoneOf(machine, "");
  const stored = (axis: Axis, millimetres: number, offset: string) =>
    formatLength(toControl(machine, axis, millimetres, "tool-offset", zone(offset)), lastDigit(machine, axis));
  const work = (axis: Axis, millimetres: number) =>
    formatLength(toControl(machine, axis, millimetres, "work-offset"), lastDigit(machine, axis));
  /** As a gauge reads it, whatever the machine shows of X. */
  const size = (axis: Axis, millimetres: number, sign?: "always") =>
    formatLength(convertLength(millimetres, "mm", machine.units), lastDigit(machine, axis), sign && { sign });
  switch (entry.kind) {
    case "touch-accepted": {
      const { axis, exact, offset, expectedError } = entry.payload;
      return `${AXIS_NAME[axis]} ${stored(axis, exact, offset)} ± ${formatLength(plain(machine, axis, expectedError), lastDigit(machine, axis))}`;
    }
    case "work-offset-taught":
      return `${entry.payload.name} ${AXIS_NAME[entry.payload.axis]} ${work(entry.payload.axis, entry.payload.exact)}`;
    case "work-offset-set": {
      const { name, axis, from, to } = entry.payload;
      return `${name} ${AXIS_NAME[axis]} ${work(axis, from)} → ${work(axis, to)}`;
    }
    case "nose-accepted": {
      const { insert, noseRadius, orientation } = entry.payload;
      return `${insert ? `${insert}: ` : ""}radius ${formatLength(radiusForControl(setup, noseRadius), machine.resolution.z)} ${machine.units}, tip ${orientation}`;
    }
    case "control-row-recorded": {
      const { offset, x, z, wearX, wearZ } = entry.payload;
      return `X ${stored("x", x, offset)}, Z ${stored("z", z, offset)} ${machine.units}, wear X ${stored("x", wearX, offset)}, Z ${stored("z", wearZ, offset)}`;
    }
    case "table-edited":
      return entry.payload.cells.map((cell) => editedWords(setup, cell)).join("; ");
    case "cells-keyed":
      return entry.payload.cells
        .flatMap(({ row, column, value }) =>
          value === null ? [] : [`${row} ${words(column)} ${formatLength(value, columnDigit(setup, column))}`],
        )
        .join("; ");
    case "table-compared": {
      const { agreed, differences } = entry.payload;
      return differences.length === 0
        ? `all ${agreed.length} cells agree`
        : `${differences.length} differ, ${agreed.length} agree: ${differences.map(({ row, column }) => `${row} ${words(column)}`).join(", ")}`;
    }
    case "school-changed":
      return `${entry.payload.from} to ${entry.payload.to}, Z shifted by ${work("z", entry.payload.shift)}`;
    case "master-changed":
      return `${entry.payload.from} to ${entry.payload.to}, Z shifted by ${work("z", entry.payload.shift)}`;
    case "stock-measured":
    case "hole-recorded":
      return `Ø ${formatLength(toControl({ ...machine, xShown: "diameter" }, "x", entry.payload.diameter, "readout"), lastDigit(machine, "x"))}`;
    case "proof-checked": {
      const { stop, by, source, note } = entry.payload;
      const off = (["x", "z"] as const).flatMap((axis) => {
        const value = by[axis];
        return value === null ? [] : [`${AXIS_NAME[axis]} off by ${work(axis, value)}`];
      });
      const where = `paused at X ${work("x", stop.x)}, Z ${work("z", stop.z)}`;
      return [where, ...off, SEEN_BY[source], ...(note ? [note] : [])].join(", ");
    }
    case "front-described":
      return entry.payload.what === "nothing"
        ? ""
        : `Ø ${work("x", entry.payload.diameter)} from Z ${work("z", entry.payload.z)}`;
    case "reach-recorded":
      return (["x", "z"] as const)
        .flatMap((axis) => {
          const span = entry.payload[axis];
          return span ? [`${AXIS_NAME[axis]} ${span.map((at) => work(axis, at ?? 0)).join(" to ")}`] : [];
        })
        .join(", ");
    case "way-chosen":
      return WAY_WORDS[entry.payload.way][0];
    case "feature-recorded": {
      const { axis, nominal, lower, upper } = entry.payload;
      return `${axis === "x" ? "Ø" : "Z"} ${size(axis, nominal)}, ${size(axis, lower, "always")} to ${size(axis, upper, "always")}`;
    }
    case "feature-measured": {
      const { feature, measured, gauge } = entry.payload;
      const of = setup.features.find((one) => one.feature === feature);
      return `${of ? `${of.name} ` : ""}${size(of?.axis ?? "x", measured)}${gauge ? ` with ${gauge}` : ""}`;
    }
    case "part-length-recorded":
      return `${size("z", entry.payload.length)}, should be ${size("z", entry.payload.nominal)}`;
    case "part-length-corrected":
      return `${size("z", entry.payload.length)}, by ${size("z", entry.payload.difference, "always")}`;
    case "bar-rechucked":
      return `sticks out ${size("z", entry.payload.stickOut)}`;
    case "safety-wear-set": {
      const { offset, x, z } = entry.payload;
      return `X ${stored("x", x, offset)}, Z ${stored("z", z, offset)}`;
    }
    case "fact-checked":
      return entry.payload.found;
    case "note-added":
      return entry.payload.text;
    case "signed-off":
      return entry.payload.unproven.length === 0
        ? "nothing unproven"
        : `unproven: ${entry.payload.unproven.join("; ")}`;
    case "reopened":
      return entry.payload.reason;
    default:
      return "";
  }
}

const SEEN_BY = { seen: "gap by eye", keyed: "display keyed", feed: "display from the machine" } as const;

const words = (column: string) =>
  column.startsWith("work.") ? column.slice(5).toUpperCase() : columnWords(column as TableColumn);

function editedWords(setup: SetupView, { offset, column, from, to }: Payload<"table-edited">["cells"][number]): string {
  const tool = setup.tools.find((one) => one.offset === offset);
  const shown = (value: number) =>
    formatLength(tool ? cellForControl(setup, tool, column, value) : value, columnDigit(setup, column));
  return `${offset} ${columnWords(column)} ${from === null ? "–" : shown(from)} → ${shown(to)}`;
}

/** A size, without sign or radius, in the machine's unit. */
const plain = (machine: MachineProfile, axis: Axis, millimetres: number) =>
  Math.abs(
    toControl({ ...machine, xShown: "diameter", storedSign: { x: 1, y: 1, z: 1 } }, axis, millimetres, "readout"),
  );

const TYPED: Readonly<Record<string, string>> = {
  machine: "machine",
  size: "measured",
  spacer: "spacer",
  trigger: "trigger",
  commanded: "commanded",
  overhang: "overhang",
  old: "setting before",
  retreat: "retreat",
  jog: "jogged",
};

/** What a touch rests on, letter by letter as it was typed, and with which gauge. */
function measuredBy(entry: Entry): string {
  if (entry.kind !== "touch-accepted" && entry.kind !== "work-offset-taught") return "";
  const { way, typed } = entry.payload;
  const [name, gauge] = WAY_WORDS[way];
  const unit = typed.sizeUnit;
  const numbers = Object.entries(typed)
    .filter(([field, text]) => field !== "sizeUnit" && text !== "")
    .map(
      ([field, text]) =>
        `${TYPED[field] ?? field} ${text}${unit && field !== "machine" && !/[a-z"]/i.test(text) ? ` ${unit}` : ""}`,
    );
  const by = "gauge" in entry.payload && entry.payload.gauge ? entry.payload.gauge : gauge;
  return `${name}${numbers.length > 0 ? `: ${numbers.join(", ")}` : ""}${by === "" ? "" : ` · ${by}`}`;
}
