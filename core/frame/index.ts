export {
  AXIS_NAME,
  type Axis,
  type MachineReadout,
  machineReadout,
  type PartCoordinate,
  partCoordinate,
} from "./axis.ts";
export { fromControl, toControl } from "./controlBoundary.ts";
export { CONTROL_NUMBERINGS, type MachineProfile, machineProfileSchema } from "./machineProfile.ts";
export { offsetNumber, toolNumber } from "./toolNumber.ts";
