export { type Answers, answersOf } from "./answers.ts";
export { type Draws, drawsOf } from "./chance.ts";
export { PhysicalControl, type Seat } from "./control.ts";
export { drawMachine } from "./drawMachine.ts";
export {
  AXIS_NAMES,
  type AxisName,
  apart,
  type EachAxis,
  each,
  lastDigitOf,
  millimetresOf,
  type PhysicalMachine,
  type PhysicalZone,
} from "./machine.ts";
export { stretchOf, type ToolShape } from "./toolShape.ts";
