import { block } from "./block.ts";
import { centre } from "./centre.ts";
import { eye } from "./eye.ts";
import { paper } from "./paper.ts";
import { preset } from "./preset.ts";
import { pull } from "./pull.ts";
import { scratch } from "./scratch.ts";
import { setter } from "./setter.ts";
import { side } from "./side.ts";
import { skim } from "./skim.ts";
import { slide } from "./slide.ts";
import type { WayOfTouching } from "./way.ts";

/**
 * Every way of touching off, each in its own file, in the order in which a screen offers them: by cut and by feel first,
 * then what the machine adds, by eye last. Adding one is its file and its line here.
 */
export const WAYS = {
  skim,
  centre,
  paper,
  block,
  scratch,
  side,
  pull,
  slide,
  preset,
  setter,
  eye,
} as const satisfies Readonly<Record<string, WayOfTouching>>;

export type TouchWay = keyof typeof WAYS;
export const TOUCH_WAYS = Object.keys(WAYS) as readonly TouchWay[];

/** What is known of a way of touching. */
export const wayOf = (way: TouchWay): WayOfTouching => WAYS[way];

export {
  type Gauge,
  type Meeting,
  type Place,
  SPACER_KINDS,
  type SpacerKind,
  TOUCH_FIELDS,
  type TouchField,
  type UncertaintySource,
  type WayOfTouching,
} from "./way.ts";
