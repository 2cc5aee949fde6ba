import { counted } from "../../core/counted.ts";
import { AXIS_NAME } from "../../core/machine/index.ts";
import { type ColumnSlip, tableDoubts } from "../../core/plausibility/index.ts";
import { Remark } from "../ui/Remark.tsx";
import type { PrepareProps } from "./prepareProps.ts";

const COLUMN_WORDS: Readonly<Record<ColumnSlip, string>> = {
  inches: "are inches",
  millimetres: "are millimetres",
  "other-sign": "have the other sign",
  radius: "are radii",
  doubled: "are twice too large",
};

/** What the control's table says that earlier setups do not, and how much of it could be compared at all. */
export function TableDoubtsRemark({ setup, history }: Pick<PrepareProps, "setup" | "history">) {
  const doubts = tableDoubts(setup, history);
  if (!doubts) return null;
  const { columns, rows, compared, notCompared } = doubts;
  const isDoubted = columns.length + rows.length > 0;
  return (
    <Remark role="status" $tone={isDoubted ? "doubt" : "plain"}>
      {columns.map(({ axis, slip, rows: count }) => (
        <p key={axis}>
          <strong>
            {AXIS_NAME[axis]} of {counted(count, "row")} fits earlier setups only if its numbers {COLUMN_WORDS[slip]}.
          </strong>{" "}
          Check the file before a row of it is kept.
        </p>
      ))}
      {rows.map(({ offset, axis, message }) => (
        <p key={`${offset} ${axis}`}>
          {AXIS_NAME[axis]} of {message}
        </p>
      ))}
      <p>
        {compared === 0
          ? "No earlier setup has found these tools: none of it is compared with anything."
          : `Geometry of the tools: ${compared} compared with earlier setups${notCompared > 0 ? `, ${notCompared} not known from before` : ""}${isDoubted ? "" : "; nothing stands out"}. Wear, radii and work offsets are not compared.`}
      </p>
    </Remark>
  );
}
