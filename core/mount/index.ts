export { centreHeightOf } from "./centreHeight.ts";
export { mountChecksOf } from "./checksOf.ts";
export { MOUNT_CHECKS, type MountCheck } from "./mountCheck.ts";
export { BAR_MATERIALS, type BarMaterial, overhangOf } from "./overhang.ts";
export { pinExposure } from "./pin.ts";
export { screwTurn, squarenessOf } from "./squareness.ts";
export { type SweepReading, sagOf, sweepOf } from "./sweep.ts";
export { MOUNT_FIELDS, readTypedMount, SWEEP_ANGLES } from "./typedMount.ts";
