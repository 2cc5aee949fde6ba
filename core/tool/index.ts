export { contactTool, EDGES, type Edge, type EdgeChoice, edgeOptions, wholeChoice } from "./contactOfTool.ts";
export { type Insert, radiusInInches, readInsertDesignation } from "./insertDesignation.ts";
export { type BladeEdge, type ContactTool, contactToProgrammed, pointLength } from "./programmedPoint.ts";
export { misfitOf } from "./seatFit.ts";
export { type BladeEdgeName, codeOf, otherEdge, secondOffset } from "./secondOffset.ts";
export { type Numbering, orientationCode, type TipDirection, tipDirection, tipDirectionOf } from "./tipOrientation.ts";
export {
  entersBore,
  familyOf,
  handlesBar,
  hasNamedNose,
  isLive,
  kindName,
  makesFace,
  noseRadiusOf,
  orientationOf,
  TOOL_KINDS,
  toolFormOf,
  toolSize,
} from "./toolKind.ts";
export type {
  BarTool,
  BladeTool,
  BoreBladeTool,
  BoreThreadTool,
  BoringTool,
  DrivenTool,
  FaceBladeTool,
  OnCentreTool,
  ThreadTool,
  Tool,
  ToolForms,
  ToolKind,
  TurningTool,
  WheelTool,
} from "./toolSchema.ts";
export { toolSchema } from "./toolSchema.ts";
export { tipOf } from "./toolTip.ts";
export { readTypedTool, toolFields, typedTool } from "./typedTool.ts";
export {
  type Gauge,
  type Meeting,
  type Place,
  SPACER_KINDS,
  type SpacerKind,
  TOUCH_FIELDS,
  TOUCH_WAYS,
  type TouchField,
  type TouchWay,
  type UncertaintySource,
  type WayOfTouching,
  wayOf,
} from "./ways/index.ts";
export { setterSide } from "./ways/offered.ts";
export { axesOf, waysToTouch } from "./waysToTouch.ts";
