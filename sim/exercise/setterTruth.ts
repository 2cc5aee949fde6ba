import { invariant } from "../../core/refusal.ts";
import type { Bench } from "./bench.ts";
import type { GoalOf } from "./exercise.ts";

/** By how much the control takes a side of the setter to trip elsewhere than it truly does: millimetres, X as a diameter. */
export function setterMiss({ lathe }: Bench, { side }: Pick<GoalOf<"setter">, "side">): number {
  const { machine, setterOff = { x: 0, z: 0 } } = lathe.config;
  invariant(machine.setter && lathe.triggers, "a setter is calibrated on a machine that has one");
  return lathe.triggers[side] - (machine.setter[side] + setterOff[side === "face" ? "z" : "x"]);
}
