export { type Answers, answersOf } from "./answers.ts";
export { type Draws, drawsOf } from "./chance.ts";
export { PhysicalControl, type Seat, toDigit } from "./control.ts";
export { drawMachine } from "./drawMachine.ts";
export {
  AXIS_NAMES,
  type AxisName,
  apart,
  each,
  lastDigitOf,
  millimetresOf,
  type PerAxis,
  type PhysicalMachine,
  type PhysicalZone,
} from "./machine.ts";
export { standsOnCentre, stretchOf, type ToolShape, worksInHole } from "./toolShape.ts";
