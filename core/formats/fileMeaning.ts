import { AXIS_NAME, type DataSettingForm, TABLE_AXES } from "../machine/index.ts";
import type { OffsetTable } from "../offsets/index.ts";
import { formatLength, usualResolution } from "../units/index.ts";
import { writeDataSetting } from "./dataSetting.ts";
import type { WriteOptions } from "./offsetFile.ts";

/** A line of a data-setting file and what it does to the control's table, in words. */
interface LineMeaning {
  readonly line: string;
  readonly means: string;
}

/**
 * The first number of a table as a data-setting file of this form has it, with what it means. Numbers in the table's unit, as the control shows
 * them. Undefined where no row has a geometry yet.
 *
 * @example offset 1 with X −339.25 in `gcode-l` is `G10 L10 P1 X-339.250`, “sets offset 1, X to −339.250”
 */
export function fileMeaning(
  table: OffsetTable,
  form: DataSettingForm,
  options: Pick<WriteOptions, "language" | "xShown"> = {},
): LineMeaning | undefined {
  const known = table.tools.flatMap(({ offset, geometry }) =>
    TABLE_AXES.flatMap((axis) => {
      const value = geometry[axis];
      return value === undefined ? [] : [{ offset, axis, value }];
    }),
  );
  const [first] = known;
  if (!first) return undefined;
  const { offset, axis, value } = first;
  const one = { ...table, work: [], tools: [{ offset, geometry: { [axis]: value }, wear: {} }] };
  const line = writeDataSetting(one, form, { rounding: "to-resolution", ...options })
    .split("\n")
    .find((written) => written.startsWith("G10"));
  const digit = table.resolution ?? usualResolution(table.units);
  const means = `sets offset ${offset}, ${AXIS_NAME[axis]} to ${formatLength(value, digit)}`;
  return line === undefined ? undefined : { line, means };
}
