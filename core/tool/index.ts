export {
  type ContactRefusal,
  contactTool,
  EDGES,
  type Edge,
  type EdgeChoice,
  type EdgeOptions,
  edgeOptions,
  wholeChoice,
} from "./contactOfTool.ts";
export { type Insert, radiusInInches, readInsertDesignation, SHARP_RADIUS } from "./insertDesignation.ts";
export {
  type BladeEdge,
  type ContactTool,
  contactToProgrammed,
  type FaceWall,
  pointLength,
} from "./programmedPoint.ts";
export { type Misfit, misfitOf } from "./seatFit.ts";
export { type BladeEdgeName, type BladeOffset, codeOf, otherEdge, secondOffset } from "./secondOffset.ts";
export {
  type Numbering,
  type OrientationKind,
  orientationCode,
  type TipDirection,
  tipDirection,
  tipDirectionOf,
} from "./tipOrientation.ts";
export {
  entersBore,
  familyOf,
  hasNamedNose,
  isLive,
  makesFace,
  noseRadiusOf,
  TOOL_KINDS,
  type ToolFamily,
  toolSize,
} from "./toolKind.ts";
export type {
  BladeTool,
  BoreBladeTool,
  BoreThreadTool,
  BoringTool,
  DrivenTool,
  FaceBladeTool,
  OnCentreTool,
  ThreadTool,
  Tool,
  ToolKind,
  TurningTool,
  WheelTool,
} from "./toolSchema.ts";
export { toolSchema } from "./toolSchema.ts";
export { tipOf } from "./toolTip.ts";
export {
  readTypedTool,
  type ToolField,
  type ToolRefusals,
  type ToolTyping,
  toolFields,
  typedTool,
} from "./typedTool.ts";
export {
  type FieldCaption,
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
export { axesOf, waysToTouch } from "./waysToTouch.ts";
