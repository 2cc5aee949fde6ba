import { reachOf } from "../../core/clearance/index.ts";
import { type NeighbourCheck, type Stage, standingObstacles } from "../../sim/rehearsal/index.ts";

interface Place {
  readonly x: number;
  readonly y: number;
}

/** The turret along the spindle: the spindle's axis at the origin, X up (negative on the sheet), true millimetres. */
interface SwingScene {
  readonly box: { readonly left: number; readonly top: number; readonly width: number; readonly height: number };
  readonly obstacles: readonly { readonly name: string; readonly radius: number }[];
  readonly turret: Place & { readonly radius: number };
  readonly tools: readonly {
    readonly offset: string;
    readonly d: string;
    readonly label: Place;
    readonly isWorking: boolean;
  }[];
  readonly textSize: number;
}

/** Everything of one check to scale: tools at their true reach and angle while the working one stands at its worst place. */
export function swingScene(stage: Stage, check: NeighbourCheck): SwingScene | undefined {
  const { turret, stations } = stage;
  if (!turret || stations === 0) return undefined;
  const centre = turret.axisAtZero + check.slides.x / 2;
  const obstacles = standingObstacles(stage)
    .map(({ name, radius }) => ({ name, radius }))
    .sort((a, b) => b.radius - a.radius);
  const tools = [...stage.tools.values()].map(({ offset, swing }) => {
    const angle = (2 * Math.PI * (swing.place - check.working.swing.place)) / stations;
    const reach = reachOf(turret, swing);
    // Along its spoke and across it, from the turret's axis; the working station looks down at the part.
    const at = (along: number, across: number): Place => ({
      x: along * Math.sin(angle) + across * Math.cos(angle),
      y: -(centre - along * Math.cos(angle) + across * Math.sin(angle)),
    });
    const text = (place: Place) => `${place.x.toFixed(2)} ${place.y.toFixed(2)}`;
    const h = swing.halfWidth;
    const end = at(reach, 0);
    const d = swing.isAlong
      ? `M${text({ x: end.x - h, y: end.y })}a${h} ${h} 0 1 0 ${2 * h} 0a${h} ${h} 0 1 0 ${-2 * h} 0Z`
      : `M${[at(turret.seatRadius, -h), at(reach, -h), at(reach, h), at(turret.seatRadius, h)].map(text).join("L")}Z`;
    const isWorking = offset === check.working.offset;
    return { offset, d, isWorking, label: at(turret.seatRadius - LABEL_IN, 0) };
  });
  const largest = Math.max(...obstacles.map(({ radius }) => radius));
  const top = -(centre + turret.seatRadius * SHOWN_OF_TURRET);
  const wide = Math.max(2 * largest, 2 * turret.seatRadius) * 1.08;
  return {
    box: { left: -wide / 2, top, width: wide, height: largest + AROUND - top },
    obstacles,
    tools,
    turret: { x: 0, y: -centre, radius: turret.seatRadius },
    textSize: wide / 36,
  };
}
const LABEL_IN = 26;
const AROUND = 14;
/** The far side of the turret swings nothing past the part and is left out of sight. */
const SHOWN_OF_TURRET = 0.15;
