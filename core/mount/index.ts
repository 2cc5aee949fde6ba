export { type CentreHeight, centreHeightOf } from "./centreHeight.ts";
export { mountChecksOf } from "./checksOf.ts";
export { MOUNT_CHECKS, type MountCheck } from "./mountCheck.ts";
export { BAR_MATERIALS, type BarMaterial, type Overhang, overhangOf, USUAL_FORCE } from "./overhang.ts";
export { type PinExposure, pinExposure } from "./pin.ts";
export { type ScrewTurn, type Squareness, screwTurn, squarenessOf } from "./squareness.ts";
export { type Sag, type Sweep, type SweepReading, sagOf, sweepOf } from "./sweep.ts";
export {
  MOUNT_FIELDS,
  type MountChoices,
  type MountField,
  type MountReading,
  readTypedMount,
  SWEEP_ANGLES,
} from "./typedMount.ts";
