export {
  AXES,
  AXIS_NAME,
  type Axis,
  type AxisWay,
  axisSchema,
  isAxis,
  isLatheAxis,
  LATHE_AXES,
  type LatheAxis,
  latheAxisSchema,
  type MachineReadout,
  machineReadout,
  type PerAxis,
  perAxis,
  perAxisSchema,
  TABLE_AXES,
  type WearField,
  wearField,
} from "./axis.ts";
export {
  type Crossing,
  type Frame,
  fromControl,
  fromDrawing,
  mainZone,
  programSense,
  readoutSense,
  type Shown,
  shownAs,
  storesOpposite,
  toControl,
  toDrawing,
  travelInZone,
  workFromControl,
  workInZone,
  workToControl,
} from "./controlBoundary.ts";
export {
  CONTROL_LANGUAGES,
  type ControlLanguage,
  DATA_SETTING_FORMS,
  type DataSettingForm,
  type FileForm,
  isFileFormConfirmed,
} from "./controlLanguage.ts";
export { type Direction, directionOf } from "./directions.ts";
export {
  jogStep,
  lastDigit,
  lastDigitInCore,
  type MachineProfile,
  machineProfileSchema,
  repeatability,
  SCHOOLS,
  type School,
  SETTER_SIDES,
  type SetterSide,
} from "./machineProfile.ts";
export { profileFromAnswers } from "./machineQuestions.ts";
export { nearSide, partHolder, toolHolder } from "./machineWords.ts";
export { movedSince, type PositionReport, readingOfFeed } from "./positionReport.ts";
export { offsetNumber, toolNumber } from "./toolNumber.ts";
export {
  callOf,
  ONLY_ZONE,
  type Station,
  stationCalled,
  stationOf,
  stationSchema,
  ZONE_KINDS,
  type Zone,
  zoneOf,
  zoneSchema,
} from "./zone.ts";
