import { chainProfile, type Profile } from "./profile.ts";

/** What holds the bar; lengths in millimetres. */
export interface Holding {
  readonly kind: "chuck" | "guide-bush" | "collet";
  /** Z of the jaws' or the bush's front. */
  readonly jaws: number;
  readonly barDiameter: number;
  readonly chuckDiameter: number;
}

/** How far back a chuck is followed; no tool gets there. */
const DEPTH = 120;
const JAW_LENGTH = 30;

/** The outside of what holds the bar, as a radius along Z: jaws in front of a chuck's body, or the cone of a bush. */
export function holdingProfile({ kind, jaws, barDiameter, chuckDiameter }: Holding): Profile {
  const bar = barDiameter / 2;
  const back = jaws - DEPTH;
  if (kind === "chuck") {
    const jaw = bar + Math.max(6, chuckDiameter * 0.14);
    const body = Math.max(chuckDiameter / 2, jaw);
    return chainProfile([
      { z: back, x: body },
      { z: jaws - JAW_LENGTH, x: body },
      { z: jaws - JAW_LENGTH, x: jaw },
      { z: jaws, x: jaw },
    ]);
  }
  const wall = Math.max(5, barDiameter * 0.35);
  const body = kind === "collet" ? bar + wall : Math.max(chuckDiameter / 2, bar + wall * 2);
  return chainProfile([
    { z: back, x: body },
    { z: jaws - wall * 2, x: body },
    { z: jaws - wall * 2, x: bar + wall },
    { z: jaws - wall, x: bar + wall },
    { z: jaws, x: bar + wall * 0.45 },
  ]);
}
