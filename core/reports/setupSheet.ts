import { hasGivenLimits, type SetupView, type ToolView } from "../ledger/index.ts";
import { AXES, AXIS_NAME, type Axis, lastDigit, offsetNumber, perAxis, toolNumber } from "../machine/index.ts";
import { setupTable, workPurpose, workRows, workUses } from "../offsets/index.ts";
import { unprovenOf } from "../plan/index.ts";
import { toolSize, wayOf } from "../tool/index.ts";
import { convertLength, formatLength } from "../units/index.ts";

/** One tool of a setup sheet, every number as this machine shows it. */
interface SheetTool {
  readonly tool: ToolView;
  readonly offset: string;
  readonly station: string;
  readonly what: string;
  readonly size: string;
  readonly overhang: string;
  readonly geometry: Readonly<Record<Axis, string>>;
  readonly wear: Readonly<Record<Axis, string>>;
  readonly noseRadius: string;
  readonly orientation: string;
  /** How it was touched, axis by axis. */
  readonly touched: string;
  /** What its offset is held to, half of the tightest band on each axis. */
  readonly tolerance: Readonly<Record<Axis, string>>;
}

/** What a setup sheet says, apart from how it is laid out. Empty texts where nothing is known. */
interface SetupSheet {
  readonly about: readonly (readonly [name: string, value: string])[];
  readonly work: readonly { readonly name: string; readonly purpose: string; readonly x: string; readonly z: string }[];
  readonly tools: readonly SheetTool[];
  /** Gauges and spacers that were used, each once. */
  readonly gauges: readonly string[];
  readonly notes: readonly string[];
  /** The dimensions that matter, each with its limits and the offset that makes it. */
  readonly dimensions: readonly string[];
  /** What is not proven: by name as it was signed for, or as it stands while it is not signed off. */
  readonly unproven: readonly string[];
  /** Axes that any tool has a number on. */
  readonly axes: readonly Axis[];
}

/** What is not known is not 0. */
const NOT_KNOWN = "not known";

/** Where a tool stands, with the number of its holder. */
const stationWords = ({ station, holder }: ToolView) =>
  holder === undefined ? station : `${station}, holder ${holder}`;

/** The sheet of a setup as it stands. */
export function setupSheet(setup: SetupView): SetupSheet {
  const { machine, stock, tools, notes, hole, partLength, features, signOff } = setup;
  const plain = (millimetres: number) =>
    formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z);
  const length = (millimetres: number) =>
    `${formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z)} ${machine.units}`;
  const rows = setupTable(setup);
  const write = (value: number | undefined, axis: Axis) =>
    value === undefined ? "" : formatLength(value, lastDigit(machine, axis));
  const sheetTools = rows.map((row): SheetTool => {
    const { tool } = row;
    const radius = row.noseRadius.value ?? row.noseRadius.before;
    const said = AXES.flatMap((axis) => {
      const touch = tool[axis];
      if (!touch) return [];
      const words = touch.edit !== undefined ? "by hand" : touch.derived ? "follows" : wayOf(touch.way).words;
      return [`${AXIS_NAME[axis]} ${words}`];
    });
    return {
      tool,
      offset: offsetNumber(machine, tool.offset),
      station: tool.second ? `${tool.station} (2nd of ${tool.second.of})` : stationWords(tool),
      what: tool.tool.description,
      size: toolSize(tool.tool, machine.units),
      overhang: length(tool.tool.overhang),
      geometry: perAxis(
        (axis) => write(row[axis]?.value ?? row.before[axis], axis) || (row.axes.includes(axis) ? NOT_KNOWN : ""),
      ),
      wear: perAxis(
        (axis) => write(row.wearWanted[axis] ?? row.wear[axis], axis) || (row.axes.includes(axis) ? NOT_KNOWN : ""),
      ),
      noseRadius: radius === undefined ? "" : formatLength(radius, machine.resolution.z),
      orientation: (row.orientation.value ?? row.orientation.before)?.toString() ?? "",
      touched: said.length > 0 ? said.join(", ") : "not touched",
      tolerance: perAxis((axis) => `±${plain(tool.tolerance[axis])}`),
    };
  });
  const spacers = tools.flatMap((tool) =>
    AXES.flatMap((axis) => {
      const touch = tool[axis];
      if (!touch || touch.derived) return [];
      const gauge = touch.gauge ?? wayOf(touch.way).readFrom;
      const size = touch.spacer === undefined || touch.spacer === 0 ? "" : ` ${length(touch.spacer)}`;
      return gauge === "" ? [] : [`${gauge}${size}`];
    }),
  );
  const purposes = new Map(workUses(setup).map((use) => [use.name, workPurpose(use)]));
  return {
    about: [
      ["job", setup.job],
      ["part", setup.part],
      ["operation", setup.operation],
      ["machine", machine.name],
      ["school", setup.school],
      ["program", setup.program],
      ["material", stock.material],
      ["stock", `Ø ${length(stock.measuredDiameter ?? stock.nominalDiameter)}`],
      ["sticks out", length(stock.stickOut)],
      ...(hole
        ? [
            [
              "hole",
              `Ø ${length(hole.diameter)}${hole.depth === undefined ? "" : `, ${length(hole.depth)} deep`}`,
            ] as const,
          ]
        : []),
      ...(partLength
        ? [
            [
              "part's length",
              `${length(partLength.length)}, drawing ${plain(partLength.nominal)}${partLength.tolerance === undefined ? "" : ` ±${plain(partLength.tolerance)}`}`,
            ] as const,
          ]
        : []),
    ],
    work: workRows(setup).map(({ name, values }) => ({
      name,
      purpose: purposes.get(name) ?? "",
      x: write(values.x, "x") || NOT_KNOWN,
      z: write(values.z, "z") || NOT_KNOWN,
    })),
    tools: sheetTools,
    gauges: spacers.filter((one, index) => spacers.indexOf(one) === index).slice(0, 12),
    notes: notes.map(({ text, person, offset }) => `${offset ? `${offset}: ` : ""}${text || "photo"} (${person})`),
    dimensions: features
      .filter(hasGivenLimits)
      .map(
        ({ name, axis, nominal, lower, upper, offset }) =>
          `${name} ${axis === "x" ? "Ø " : "Z "}${plain(nominal)}, ${plain(nominal + lower)} to ${plain(nominal + upper)} (${toolNumber(machine, offset)})`,
      ),
    unproven: signOff?.unproven ?? unprovenOf(setup),
    axes: AXES.filter((axis) => sheetTools.some(({ geometry }) => geometry[axis] !== "")),
  };
}

/** The sheet as rows of a table, for spreadsheets: head, what it is about, work offsets, then a line for each tool. */
export function sheetRows(setup: SetupView): readonly (readonly string[])[] {
  const { about, work, tools, axes, dimensions, unproven } = setupSheet(setup);
  const unit = setup.machine.units;
  const head: string[] = ["offset", "station", "tool", "insert or size", "overhang"];
  for (const axis of axes) head.push(`geometry ${AXIS_NAME[axis]} ${unit}`, `wear ${AXIS_NAME[axis]} ${unit}`);
  head.push(`nose radius ${unit}`, "tip orientation", "touched", "tolerance");
  const rows: string[][] = about.map(([name, value]) => [name, value]);
  for (const { name, purpose, x, z } of work)
    rows.push([name, `X ${x}`, `Z ${z}`, ...(purpose === "" ? [] : [purpose])]);
  rows.push(head);
  for (const tool of tools) {
    const row = [tool.offset, tool.station, tool.what, tool.size, tool.overhang];
    for (const axis of axes) row.push(tool.geometry[axis], tool.wear[axis]);
    rows.push([
      ...row,
      tool.noseRadius,
      tool.orientation,
      tool.touched,
      `${tool.tolerance.x} on X, ${tool.tolerance.z} on Z`,
    ]);
  }
  for (const line of dimensions) rows.push(["dimension", line]);
  for (const line of unproven) rows.push(["not proven", line]);
  return rows;
}
