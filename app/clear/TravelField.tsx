import { styled } from "styled-components";
import { type ToolTravel, travelMargin } from "../../core/clearance/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { mainZone, toolNumber, travelInZone } from "../../core/machine/index.ts";
import { FiguresRoom } from "../drawing/FiguresRoom.ts";
import { useRoom } from "../drawing/useRoom.ts";
import { color } from "../ui/tokens.ts";

/** Round the field for the words at its edges, CSS pixels. */
const EDGE = { side: 26, top: 14, bottom: 34 };
/** What a tool that stands in one place is drawn as, CSS pixels. */
const LEAST = 5;

/** The travel of both axes as a field to scale, Z to the right and X up, with the places that each tool is led to. */
/** Room in which a third note stands between those of both ends. CSS pixels. */
const ROOMY = 480;

export function TravelField({
  setup,
  travels,
  chosen,
}: {
  readonly setup: SetupView;
  readonly travels: readonly ToolTravel[];
  readonly chosen: ToolTravel | undefined;
}) {
  const { element, room } = useRoom<HTMLDivElement>({ width: 640, height: 300 });
  const { machine } = setup;
  const zone = mainZone(machine);
  const [x, z] = [travelInZone(machine, "x", zone), travelInZone(machine, "z", zone)];
  if (!x || !z) return null;
  const known = travels.flatMap((travel) =>
    travel.standing.tool.zone.works === zone.works &&
    travel.x?.low != null &&
    travel.x.high != null &&
    travel.z?.low != null &&
    travel.z.high != null
      ? [{ travel, x: [travel.x.low, travel.x.high] as const, z: [travel.z.low, travel.z.high] as const }]
      : [],
  );
  const zs = [...z, ...known.flatMap((one) => one.z)];
  const xs = [...x, ...known.flatMap((one) => one.x)];
  const [zMin, zMax] = [Math.min(...zs), Math.max(...zs)];
  const [xMin, xMax] = [Math.min(...xs), Math.max(...xs)];
  // X is a diameter; the slide goes half of it.
  const scale = Math.min(
    (room.width - 2 * EDGE.side) / (zMax - zMin),
    (room.height - EDGE.top - EDGE.bottom) / ((xMax - xMin) / 2),
  );
  const wide = (zMax - zMin) * scale;
  const left = (at: number) => (room.width - wide) / 2 + (at - zMin) * scale;
  const top = (at: number) => EDGE.top + ((xMax - at) / 2) * scale;
  const margin = travelMargin(setup);
  return (
    <Room ref={element}>
      <svg viewBox={`0 0 ${room.width} ${room.height}`} width={room.width} height={room.height} aria-hidden="true">
        <rect
          x={left(z[0])}
          y={top(x[1])}
          width={(z[1] - z[0]) * scale}
          height={((x[1] - x[0]) / 2) * scale}
          fill={color("sheet")}
          stroke={color("stock")}
          strokeWidth="2"
        />
        <rect
          x={left(z[0] + margin)}
          y={top(x[1] - margin)}
          width={Math.max(0, (z[1] - z[0] - 2 * margin) * scale)}
          height={Math.max(0, ((x[1] - x[0] - 2 * margin) / 2) * scale)}
          fill="none"
          stroke={color("stock")}
          strokeDasharray="3 3"
        />
        {known
          .toSorted((a, b) => Number(a.travel === chosen) - Number(b.travel === chosen))
          .map(({ travel, x: across, z: along }) => {
            const { offset } = travel.standing.tool;
            const isOut = (travel.x?.excess ?? 0) > 0 || (travel.z?.excess ?? 0) > 0;
            const isChosen = travel === chosen;
            const tone = isOut ? "stop" : isChosen ? "action" : "tool";
            return (
              <g key={offset}>
                <rect
                  x={left(along[0])}
                  y={top(across[1])}
                  width={Math.max(LEAST, (along[1] - along[0]) * scale)}
                  height={Math.max(LEAST, ((across[1] - across[0]) / 2) * scale)}
                  fill={color(isOut ? "stopGround" : isChosen ? "selected" : "toolFill")}
                  stroke={color(tone)}
                  strokeWidth={isChosen ? 2.6 : 1.4}
                />
                {isChosen && (
                  <text x={left(along[0])} y={top(across[1]) - 6} style={{ fill: color(tone) }}>
                    {toolNumber(machine, offset)}
                  </text>
                )}
              </g>
            );
          })}
        <text x={left(zMin)} y={room.height - 10} className="quiet">
          chuck side
        </text>
        <text x={left(zMax)} y={room.height - 10} textAnchor="end" className="quiet">
          far side
        </text>
        {room.width > ROOMY && (
          <text x={room.width / 2} y={room.height - 10} textAnchor="middle" className="quiet">
            to scale, X up
          </text>
        )}
      </svg>
    </Room>
  );
}

const Room = styled(FiguresRoom)`
  flex: 1;
  min-height: 180px;
  text.quiet { fill: ${color("quiet")}; font-weight: 400; }
`;
