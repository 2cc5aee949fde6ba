import { useId } from "react";
import { styled } from "styled-components";
import type { ProfilePoints } from "../../core/nose/index.ts";
import { extent, moved, type Point, type Polygon } from "../../core/outline/index.ts";
import { Hatch } from "../drawing/StockFigure.tsx";
import { useRoom } from "../drawing/useRoom.ts";
import { openPath, toSheet, viewIn } from "../drawing/view.ts";
import { color, narrow, size } from "../ui/tokens.ts";
import type { NoseProfile } from "./noseProfile.ts";
import { noseWay, placeAlong, type SweptNose } from "./noseSweep.ts";

interface NoseSweepProps {
  readonly title: string;
  readonly profile: ProfilePoints;
  readonly nose: SweptNose;
  /** Where the nose stands, as a share of its way. */
  readonly at: number;
  /** The insert about its imaginary tip; undefined where it does not have the nose that is typed. */
  readonly insert: Polygon | undefined;
  /** Deviations, drawn larger than they are. */
  readonly deviations: NoseProfile["deviations"];
  /** A double tap gives the point that was tapped, true distances in millimetres. */
  readonly onPoint?: ((at: Point) => void) | undefined;
}

/** What a nose leaves of a profile to true shape: the material without what the nose sweeps, the profile as it is programmed, the nose on it. */
export function NoseSweepDrawing({ title, profile, nose, at, insert, deviations, onPoint }: NoseSweepProps) {
  const id = useId();
  const { element, room } = useRoom<HTMLDivElement>({ width: 318, height: 300 });
  const wanted = profile.map(([x, z]): Point => ({ z, x: x / 2 }));
  const { tips, centres } = noseWay(profile, nose);
  const { radius } = nose.real;
  const all = extent([...wanted, ...centres, ...deviations.flatMap(({ outline }) => outline)]);
  const around = Math.max(radius * 1.6, (all.zMax - all.zMin) * 0.06, (all.xMax - all.xMin) * 0.06);
  const view = viewIn(
    { zMin: all.zMin - around, zMax: all.zMax + around, xMin: all.xMin - around, xMax: all.xMax + around },
    room,
  );
  const { scale } = view;
  const path = (points: readonly Point[]) => openPath(view, points);
  // Towards the material: under the profile outside, over it in a bore.
  const far = nose.side === "outside" ? all.xMin - 4 * around : all.xMax + 4 * around;
  const [first, last] = [centres[0], centres.at(-1)];
  const centre = placeAlong(centres, at);
  const tip = centre && { z: centre.z + radius * nose.real.tip.z, x: centre.x + radius * nose.real.tip.x };
  const spot = centre && toSheet(view, centre);
  const tapped = (event: React.MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    onPoint?.({
      z: (event.clientX - box.left - view.originZ) / scale,
      x: (view.originX - event.clientY + box.top) / scale,
    });
  };
  return (
    <Figure>
      <figcaption>{title}</figcaption>
      <Room ref={element}>
        <svg
          viewBox={`0 0 ${room.width} ${room.height}`}
          width={room.width}
          height={room.height}
          role="img"
          aria-label={`${title}: the profile, and what the nose leaves of it. Points are typed in the list below.`}
          onDoubleClick={tapped}
        >
          <defs>
            <Hatch id={id} />
          </defs>
          {first && last && (
            <>
              {["stockFill", "hatch"].map((fill) => (
                <path
                  key={fill}
                  d={`${path([...centres, { z: last.z, x: far }, { z: first.z, x: far }])}Z`}
                  fill={fill === "hatch" ? `url(#${id})` : color("stockFill")}
                />
              ))}
              <path
                d={path(centres)}
                fill="none"
                stroke={color("drawing")}
                strokeWidth={2 * radius * scale}
                strokeLinejoin="round"
                strokeLinecap="round"
              />
            </>
          )}
          {deviations.map(({ index, outline, isProud }) => (
            <path
              key={index}
              d={`${path(outline)}Z`}
              fill={color(isProud ? "spacer" : "stop")}
              fillOpacity="0.55"
              stroke={color(isProud ? "spacer" : "stop")}
            />
          ))}
          <path d={path(wanted)} fill="none" stroke={color("ink")} strokeWidth="1.8" />
          {nose.control.compensated && (
            <path d={path(tips)} fill="none" stroke={color("measured")} strokeDasharray="5 4" />
          )}
          {insert && tip && (
            <path
              d={`${path(moved(insert, tip))}Z`}
              fill={color("toolFill")}
              stroke={color("tool")}
              strokeWidth="2.2"
              strokeLinejoin="round"
            />
          )}
          {spot && tip && (
            <>
              <circle
                cx={spot.left}
                cy={spot.top}
                r={Math.max(radius * scale, 1)}
                fill={insert ? "none" : color("toolFill")}
                stroke={color("tool")}
                strokeWidth="2.2"
              />
              <circle cx={toSheet(view, tip).left} cy={toSheet(view, tip).top} r="4" fill={color("measured")} />
            </>
          )}
        </svg>
      </Room>
    </Figure>
  );
}

const Figure = styled.figure`
  margin: 0;
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  figcaption { padding: 6px 10px; background: ${color("sheet")}; font-size: ${size.small}; font-weight: 700; }
`;
const Room = styled.div`
  flex: 1;
  min-height: 160px;
  overflow: hidden;
  background: ${color("drawing")};
  cursor: crosshair;
  ${narrow} { flex: none; height: min(64vw, 360px); }
  svg { display: block; }
`;
