import { FEATURE_FORMS } from "../../correction/correction.ts";
import { latheAxisSchema } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { needsTool } from "../lookUp.ts";
import { type Kind, unchanged } from "./kind.ts";
import { lengthSchema, name, object, offset, uuid } from "./schemaParts.ts";

/** A dimension of the drawing that an offset makes, with its limits. Lengths from the face, X as diameters. */
export const schema = object(["feature", "name", "offset", "axis", "nominal", "lower", "upper"], {
  feature: uuid,
  name,
  offset,
  axis: latheAxisSchema,
  nominal: lengthSchema,
  /** Lower and upper deviation from nominal. */
  lower: lengthSchema,
  upper: lengthSchema,
  /** What it is, as far as it tells causes of an error apart; a length on Z, on X a bore or a cylinder by its tool. */
  form: { type: "string", enum: FEATURE_FORMS },
  /** Z at which it is measured. */
  atZ: lengthSchema,
  /**
   * Of a length or a width: the offset that makes the surface it is measured from, and whether that is the face or another wall. Absent
   * where it is measured from a face that no offset of the setup makes, and in older entries.
   */
  from: object(["offset", "is"], { offset, is: { type: "string", enum: ["face", "wall"] } } as const),
  /** The fit or the class that its limits come from, such as H7; absent where they were typed. */
  limitsBy: { type: "string", minLength: 1, maxLength: 8 },
});

export const kind: Kind<"feature-recorded"> = {
  version: 1,
  cells: ({ feature }) => [CELLS.feature(feature)],
  dependencies: () => [],
  describe: ({ name }) => `dimension ${name}`,
  offsets: ({ offset }) => [offset],
  numbers: ({ axis, nominal, lower, upper }, { size }) =>
    `${axis === "x" ? "Ø" : "Z"} ${size(axis, nominal)}, ${size(axis, lower, "always")} to ${size(axis, upper, "always")}`,
  measurement: () => "",
  undo: "offered",
  refusal: needsTool,
  changeMachine: unchanged,
};
