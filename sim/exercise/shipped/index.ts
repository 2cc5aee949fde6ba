import type { Exercise } from "../exercise.ts";
import e1 from "./01-outside-by-skim.json" with { type: "json" };
import e2 from "./02-outside-by-paper.json" with { type: "json" };
import e3 from "./03-make-the-face.json" with { type: "json" };
import e4 from "./04-drill-on-centre.json" with { type: "json" };
import e5 from "./05-drill-then-bore.json" with { type: "json" };
import e6 from "./06-bore-by-skim.json" with { type: "json" };
import e7 from "./07-groove-two-offsets.json" with { type: "json" };
import e8 from "./08-groove-both-walls.json" with { type: "json" };
import e9 from "./09-part-off-edge.json" with { type: "json" };
import e10 from "./10-thread-to-a-shoulder.json" with { type: "json" };
import e11 from "./11-master-changed.json" with { type: "json" };
import e12 from "./12-work-offset-first.json" with { type: "json" };
import e13 from "./13-setter-arm.json" with { type: "json" };
import e14 from "./14-plug-in-setter.json" with { type: "json" };
import e15 from "./15-datum-face.json" with { type: "json" };
import e16 from "./16-fixed-overhang.json" with { type: "json" };
import e17 from "./17-jog-from-preset.json" with { type: "json" };
import e18 from "./18-cross-tool.json" with { type: "json" };
import e19 from "./19-sub-side-tool.json" with { type: "json" };
import e20 from "./20-back-tools.json" with { type: "json" };
import e21 from "./21-arm-by-paper.json" with { type: "json" };
import e22 from "./22-arm-by-slide.json" with { type: "json" };
import e23 from "./23-radial-holder.json" with { type: "json" };
import e24 from "./24-sweep-a-holder.json" with { type: "json" };
import e25 from "./25-program-elsewhere.json" with { type: "json" };
import e26 from "./26-units-trap.json" with { type: "json" };
import e27 from "./27-retract-beyond-travel.json" with { type: "json" };
import e28 from "./28-combs-collide.json" with { type: "json" };
import e29 from "./29-prove-it.json" with { type: "json" };
import e30 from "./30-first-part.json" with { type: "json" };
import e31 from "./31-after-a-power-cut.json" with { type: "json" };
import e32 from "./32-after-a-stall.json" with { type: "json" };
import e33 from "./33-calibrate-the-setter.json" with { type: "json" };
import e34 from "./34-second-operation.json" with { type: "json" };
import e35 from "./35-first-part-inch.json" with { type: "json" };
import e36 from "./36-swiss-after-a-stall.json" with { type: "json" };
import e37 from "./37-swiss-first-part.json" with { type: "json" };
import e38 from "./38-bench-power-cut.json" with { type: "json" };
import e39 from "./39-plug-in-bumped.json" with { type: "json" };
import e40 from "./40-bench-second-operation.json" with { type: "json" };

/** The exercises that come with Luvrit, in the order in which one rests on another. */
export const SHIPPED: readonly Exercise[] = [
  e1,
  e2,
  e3,
  e4,
  e5,
  e6,
  e7,
  e8,
  e9,
  e10,
  e11,
  e12,
  e13,
  e14,
  e15,
  e16,
  e17,
  e18,
  e19,
  e20,
  e21,
  e22,
  e23,
  e24,
  e25,
  e26,
  e27,
  e28,
  e29,
  e30,
  e31,
  e32,
  e33,
  e34,
  e35,
  e36,
  e37,
  e38,
  e39,
  e40,
] as unknown as readonly Exercise[];

export const shippedExercise = (id: string): Exercise | undefined => SHIPPED.find((one) => one.id === id);
