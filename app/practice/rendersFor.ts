import { type ComponentType, memo } from "react";
import type { LatheState } from "../../sim/lathe/index.ts";
import type { Lathe } from "./useLathe.ts";

interface WithLathe {
  readonly lathe: Lathe;
}

/**
 * A block of the practice screen that is rendered only when one of these parts of the lathe has changed, or one of its own
 * properties: while the wheel turns, sixty times a second, most of the screen stands still.
 */
export function rendersFor<Props extends WithLathe>(
  parts: readonly (keyof LatheState)[],
  Block: ComponentType<Props>,
): ComponentType<Props> {
  const isSame = (before: Readonly<Props>, now: Readonly<Props>): boolean => {
    if (before.lathe.act !== now.lathe.act) return false;
    if (parts.some((part) => before.lathe.state[part] !== now.lathe.state[part])) return false;
    return (Object.keys(now) as (keyof Props)[]).every((name) => name === "lathe" || before[name] === now[name]);
  };
  return memo(Block, isSame) as unknown as ComponentType<Props>;
}
