import { useId } from "react";
import { styled } from "styled-components";
import type { PartDimension, PartProfile } from "../../core/part/index.ts";
import { wallPath } from "../drawing/geometry/partPaths.ts";
import { PartOutline } from "../drawing/PartOutline.tsx";
import { color, size } from "../ui/tokens.ts";

/** Room of the detail. CSS pixels. */
const ROOM = { width: 280, height: 140 };
/** Smaller on the sheet than this, and a dimension is drawn larger beside it. CSS pixels. */
const SMALL = 26;
/** What is seen of the part around a dimension: so many times its own size, and no less than so many millimetres. */
const AROUND = 3;
const LEAST = 3;

/** True where a length between two surfaces is too small on a sheet to be told apart. `scale` in CSS pixels to a millimetre. */
export const isSmall = ({ kind, at }: PartDimension, scale: number): boolean =>
  (kind === "width" || kind === "length") && Math.abs(at[0].z - at[1].z) * scale < SMALL;

/** A small place of the part drawn larger, with the two surfaces of a dimension marked. */
export function Detail({
  profile,
  dimension,
  title,
  times,
}: {
  readonly profile: PartProfile;
  readonly dimension: PartDimension;
  readonly title: string;
  /** CSS pixels to a millimetre on the sheet, for how many times as large it is here. */
  readonly times: number;
}) {
  const clip = useId();
  const [one, other] = dimension.at;
  const seen = Math.max(Math.abs(one.z - other.z) * AROUND, LEAST);
  const scale = Math.min(ROOM.width / (seen * 1.6), ROOM.height / seen);
  const middle = { z: (one.z + other.z) / 2, r: (Math.abs(one.r) + Math.abs(other.r)) / 2 };
  const view = { scale, origin: { x: ROOM.width / 2 - middle.z * scale, y: ROOM.height / 2 + middle.r * scale } };
  const x = (z: number) => view.origin.x + z * scale;
  const top = 16;
  return (
    <Figure>
      <svg viewBox={`0 0 ${ROOM.width} ${ROOM.height}`}>
        <title>{title} drawn larger</title>
        <clipPath id={clip}>
          <rect width={ROOM.width} height={ROOM.height} />
        </clipPath>
        <g clipPath={`url(#${clip})`}>
          <path d={wallPath(view, profile, 1)} fill={color("stockFill")} />
          <PartOutline view={view} pieces={profile.pieces} stroke={color("ink")} strokeWidth={2} />
          <g stroke={color("action")} strokeWidth="1.5" fill={color("action")}>
            {[one, other].map(({ z, r }) => (
              <line key={z} x1={x(z)} x2={x(z)} y1={view.origin.y - Math.abs(r) * scale} y2={top - 6} />
            ))}
            <line x1={x(one.z)} x2={x(other.z)} y1={top} y2={top} />
          </g>
        </g>
      </svg>
      <figcaption>
        {title}, {Math.max(1, Math.round(scale / times))} times as large
      </figcaption>
    </Figure>
  );
}

const Figure = styled.figure`
  margin: 0;
  svg { display: block; width: 100%; border: 1px solid ${color("line")}; background: ${color("drawing")}; }
  figcaption { font-size: ${size.small}; color: ${color("quiet")}; }
`;
