import type { SetupView } from "../../core/ledger/index.ts";
import { fromDrawing, shownAs } from "../../core/machine/index.ts";
import { typedLength } from "../../core/units/index.ts";
import { type DrawnDimension, isOnX } from "./drawnPart.ts";
import type { DrawnLimits } from "./limitsText.ts";

/** What is posted of a dimension of the program, with its limits, so that it is on record. Lengths as the drawing has them, in the machine's unit. */
export function recordedFields(
  { setup: { machine } }: { readonly setup: Pick<SetupView, "machine"> },
  drawn: Pick<DrawnDimension, "dimension" | "title">,
  limits: DrawnLimits,
  feature: string,
): Readonly<Record<string, string>> {
  const { dimension } = drawn;
  const unit = machine.units;
  // With all its digits: rounded, it would not be the size that the program makes.
  const size = (millimetres: number) => typedLength(millimetres, unit);
  const middle = (dimension.at[0].z + dimension.at[1].z) / 2;
  const isDiameter = isOnX(dimension);
  return {
    feature,
    name: drawn.title,
    offset: dimension.maker?.offset ?? "",
    axis: isDiameter ? "x" : "z",
    nominal: size(dimension.nominal),
    lower: size(limits.lower),
    upper: size(limits.upper),
    sizeUnit: unit,
    ...(isDiameter && {
      form: dimension.kind === "gauge" ? "taper" : dimension.side === "inner" ? "bore" : "cylinder",
    }),
    // Measured in front of the face it has no place on the part.
    ...(isDiameter && middle <= 0 && { at: size(fromDrawing("z", shownAs("drawing", middle))) }),
    ...(!isDiameter &&
      dimension.from && { from: dimension.from.offset, fromIs: dimension.kind === "width" ? "wall" : "face" }),
    ...(limits.by && { limitsBy: limits.by }),
  };
}
