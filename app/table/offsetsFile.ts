import { lossesOf, type OffsetField, type OffsetFormat } from "../../core/formats/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { callOf, stationOf } from "../../core/machine/index.ts";
import { type NumbersOf, touchedRows, withNumbersOf } from "../../core/offsets/index.ts";

export interface OffsetsFile {
  readonly format: string;
  readonly words: string;
  readonly name: string;
  readonly text: string;
  readonly mediaType: string;
  /** Rows that the file holds; none where nothing has been found yet. */
  readonly rows: number;
  /** What stands in the table and has no place in this format. */
  readonly lost: readonly OffsetField[];
  readonly numbers: NumbersOf;
}

/** The pockets that programs call: a second offset stands in the pocket of its tool, and a tool without a number in none. */
const pocketsOf = ({ tools, machine }: SetupView): ReadonlyMap<string, string> =>
  new Map(
    tools.flatMap(({ offset, station }) => {
      const found = stationOf(machine, station);
      const pocket = found ? callOf(found) : undefined;
      return pocket === undefined ? [] : [[offset, pocket] as const];
    }),
  );

/** This setup's rows as a file of one format: its units and digits, only rows that Luvrit has something for. */
export function offsetsFile(setup: SetupView, format: OffsetFormat, at: string): OffsetsFile {
  const { machine, job, part, operation } = setup;
  const own = touchedRows(setup);
  const { numbers } = format;
  const table = numbers === "equation" ? withNumbersOf(setup, own, "equation") : own;
  const text = format.write(table, {
    rounding: "to-resolution",
    xShown: numbers === "equation" ? "diameter" : machine.xShown,
    at,
    ...(machine.language && { language: machine.language }),
    percent: machine.programFile?.percent ?? true,
    pockets: pocketsOf(setup),
    title: `${job}, ${part}, ${operation}, ${machine.name}`,
  });
  const name = `${job}-${operation}-offsets${format.ending}`.replace(/[^A-Za-z0-9.-]+/g, "-").toLowerCase();
  // The last digit is the machine's own: it need not be named as lost in a file for that machine. Nor does a control hold descriptions.
  const lost = lossesOf({ ...table, resolution: undefined }, format).filter(
    (field) => field !== "description" || numbers === "equation",
  );
  const rows = table.tools.length + table.work.length;
  return { format: format.name, words: format.words, name, text, mediaType: format.mediaType, rows, lost, numbers };
}
