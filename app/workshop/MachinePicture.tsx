import { styled } from "styled-components";
import { type MachineProfile, readoutSense, ZONE_KINDS, type Zone, zoneSchema } from "../../core/machine/index.ts";
import type { Point } from "../../core/outline/index.ts";
import { rectangle } from "../../core/outline/index.ts";
import { profileOfTexts } from "../../core/workshop/index.ts";
import { DrawingSvg } from "../drawing/DrawingSvg.tsx";
import { stationsScene } from "../drawing/geometry/stationsScene.ts";
import { HoldingFigure } from "../drawing/HoldingFigure.tsx";
import { StationsFigure } from "../drawing/StationsFigure.tsx";
import { Hatch, StockFigure } from "../drawing/StockFigure.tsx";
import { openPath, type View } from "../drawing/view.ts";
import { workholding } from "../drawing/workholding.ts";
import { color } from "../ui/tokens.ts";

type Texts = Readonly<Record<string, string>>;

/** What the fields of a machine say so far, as far as a picture needs it. */
interface PicturedMachine {
  readonly texts: Texts;
  readonly zones: readonly Texts[];
  readonly stations: readonly Texts[];
}

const ROOM = { width: 250, height: 210 };
const VIEW: View = { scale: 1.25, originZ: 178, originX: 108 };
const BAR = 40;

/** A machine as it is typed: how it holds the bar, which way its axes lead, its zones and stations. It answers to every field. */
export function MachinePicture({ texts, zones, stations }: PicturedMachine) {
  const isBush = texts.workholding === "guide-bush" || (texts.workholding === "" && texts.kind === "swiss-type");
  const holding = workholding({
    kind: isBush ? "guide-bush" : "chuck",
    jaws: -50,
    barDiameter: BAR,
    chuckDiameter: isBush ? 90 : 150,
  });
  const path = (points: readonly Point[]) => openPath(VIEW, points);
  const scene = stationsScene(typedStations(zones, stations), []);
  // Where the display's plus leads the tool, as seen from the part.
  const main = zones.find(({ works }) => works !== "sub");
  const zone = profileOfTexts(zoneSchema, main ?? {}) as Partial<Zone>;
  const [xAway, zAway] = [readoutSense(zone, "x") > 0, readoutSense(zone, "z") > 0];
  return (
    <Pictures>
      <DrawingSvg
        viewBox={`0 0 ${ROOM.width} ${ROOM.height}`}
        role="img"
        aria-label="How the bar is held, and where the axes lead"
      >
        <defs>
          <Hatch id="machine-bar" />
        </defs>
        <HoldingFigure holding={holding} path={path} />
        <StockFigure walls={[rectangle(-300, -BAR / 2, 0, BAR / 2)]} hatch="machine-bar" path={path} />
        <path d="M0 108H250" stroke={color("stock")} strokeDasharray="16 4 3 4" />
        <g stroke={color("ink")} strokeWidth="1.6" fill={color("ink")}>
          <path d={zAway ? "M182 140h50" : "M232 140h-50"} />
          <path d={zAway ? "M240 140l-10 -4v8z" : "M174 140l10 -4v8z"} stroke="none" />
          <path d={xAway ? "M210 76v-46" : "M210 30v46"} />
          <path d={xAway ? "M210 22l-4 10h8z" : "M210 84l-4 -10h8z"} stroke="none" />
        </g>
        <text x="186" y="160">
          Z plus
        </text>
        <text x="204" y="30" textAnchor="end">
          X plus
        </text>
      </DrawingSvg>
      {scene.places.length > 0 && (
        <DrawingSvg
          viewBox={`-6 -6 ${scene.width + 12} ${scene.height + 12}`}
          role="img"
          aria-label="Zones and stations"
        >
          <StationsFigure scene={scene} standsIn={() => undefined} />
        </DrawingSvg>
      )}
    </Pictures>
  );
}

/** Zones and stations as far as they are typed; one whose kind is not chosen yet is drawn as a row. */
function typedStations(
  zones: readonly Texts[],
  stations: readonly Texts[],
): Pick<MachineProfile, "stations" | "zones"> {
  const named = zones.map((zone, index) => ({
    id: zone.id || `zone ${index + 1}`,
    name: zone.name || zone.id || `zone ${index + 1}`,
    kind: ZONE_KINDS.find((one) => one === zone.kind) ?? "post",
    works: "main" as const,
    from: "plus" as const,
  }));
  const [first] = named;
  return {
    ...(first && { zones: named as unknown as MachineProfile["zones"] & object }),
    stations: stations.map((station, index) => ({
      id: station.id || String(index + 1),
      zone: station.zone || first?.id || "main",
    })),
  };
}

const Pictures = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 24px;
  padding: 8px;
  background: ${color("drawing")};
  svg { flex: 1 1 220px; min-width: 0; max-width: 420px; height: 210px; overflow: hidden; }
`;
