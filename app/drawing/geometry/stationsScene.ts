import type { MachineProfile, Zone } from "../../../core/machine/index.ts";
import { ONLY_ZONE } from "../../../core/machine/index.ts";

/** One station on the sheet's drawing, in its own units: where it stands and which way its tool looks. */
interface StationPlace {
  readonly station: string;
  readonly x: number;
  readonly y: number;
  readonly zone: string;
}
interface StationsScene {
  readonly width: number;
  readonly height: number;
  readonly places: readonly StationPlace[];
  /** Turrets as discs with flats, other zones as bars. */
  readonly bodies: readonly (
    | {
        readonly kind: "disc";
        readonly x: number;
        readonly y: number;
        readonly radius: number;
        /** A flat for each station, as the data of a path. */
        readonly outline: string;
        readonly name: string;
      }
    | {
        readonly kind: "bar";
        readonly x: number;
        readonly y: number;
        readonly width: number;
        readonly height: number;
        readonly name: string;
      }
  )[];
}

const CELL = 52;
const ROW = 84;
/** Where the middle of a place lies below the top of its row: under the name of its zone. */
const PLACE = 51;
const GAP = 8;
const MOST_IN_ROW = 8;

/**
 * A machine with its stations as one sees them from the front: a turret as a disc with station 1 on top and the rest
 * clockwise, every other zone as a row. Stations that a profile does not list come from the tools that stand in them.
 */
export function stationsScene(
  machine: Pick<MachineProfile, "stations" | "zones">,
  used: readonly { readonly station: string; readonly zone: Zone }[],
): StationsScene {
  const zones = machine.zones ?? [ONLY_ZONE];
  const listed = machine.stations ?? [
    ...new Map(used.map(({ station, zone }) => [station, { id: station, zone: zone.id }])).values(),
  ];
  const places: StationPlace[] = [];
  const bodies: StationsScene["bodies"][number][] = [];
  let top = 0;
  let width = 0;
  let left = 0;
  for (const zone of zones) {
    const stations = listed.filter((station) => station.zone === zone.id);
    if (stations.length === 0) continue;
    if (zone.kind === "turret") {
      // Neighbours do not overlap, however they stand to each other.
      const radius = Math.max(80, (1.25 * CELL) / (2 * Math.sin(Math.PI / Math.max(stations.length, 3))));
      const middle = radius + CELL / 2;
      const inner = radius - CELL / 2 + 4;
      const outline = turretOutline(middle, top + middle, inner, stations.length);
      bodies.push({ kind: "disc", x: middle, y: top + middle, radius: inner, outline, name: zone.name });
      stations.forEach(({ id }, index) => {
        const angle = (2 * Math.PI * index) / stations.length;
        places.push({
          station: id,
          zone: zone.id,
          x: middle + radius * Math.sin(angle),
          y: top + middle - radius * Math.cos(angle),
        });
      });
      top += 2 * middle;
      width = Math.max(width, 2 * middle);
      continue;
    }
    for (let from = 0; from < stations.length; from += MOST_IN_ROW) {
      const row = stations.slice(from, from + MOST_IN_ROW);
      // Short zones stand beside each other.
      if (left > 0 && left + row.length * CELL > MOST_IN_ROW * CELL) {
        left = 0;
        top += ROW + GAP;
      }
      bodies.push({ kind: "bar", x: left, y: top, width: row.length * CELL, height: ROW, name: zone.name });
      row.forEach(({ id }, index) => {
        places.push({ station: id, zone: zone.id, x: left + CELL * (index + 0.5), y: top + PLACE });
      });
      width = Math.max(width, left + row.length * CELL);
      left += row.length * CELL + GAP;
    }
  }
  if (left > 0) top += ROW;
  return { width: Math.max(width, CELL), height: Math.max(top, CELL), places, bodies };
}

/** A disc whose flats lie towards its stations, the first one on top. */
function turretOutline(x: number, y: number, seat: number, stations: number): string {
  const sides = Math.max(stations, 3);
  const corner = seat / Math.cos(Math.PI / sides);
  const corners = Array.from({ length: sides }, (_, index) => {
    const angle = ((index + 0.5) * 2 * Math.PI) / sides;
    return `${(x + corner * Math.sin(angle)).toFixed(2)} ${(y - corner * Math.cos(angle)).toFixed(2)}`;
  });
  return `M${corners.join("L")}Z`;
}
