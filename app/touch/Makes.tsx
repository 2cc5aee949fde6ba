import { useContext } from "react";
import { styled } from "styled-components";
import { isMadeBy, type SetupView, type ToolView } from "../../core/ledger/index.ts";
import { type Axis, isLatheAxis } from "../../core/machine/index.ts";
import type { PartProfile, ProfilePiece } from "../../core/part/index.ts";
import { wallPath } from "../drawing/geometry/partPaths.ts";
import { PartOutline } from "../drawing/PartOutline.tsx";
import { drawnLimits } from "../first-part/drawnLimits.ts";
import { limitsText } from "../first-part/limitsText.ts";
import { showFor } from "../shell/useShow.ts";
import { color, mono } from "../ui/tokens.ts";
import { MadePartContext } from "./MadePart.tsx";

/** Room of the small section. CSS pixels. */
const ROOM = { width: 84, height: 30 };
const EDGE = 3;

/** What an offset makes of the part on one axis: its surfaces in a small half section, and the tightest limit that they are held to. */
export function Makes({
  setup,
  tool,
  axis,
}: {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
}) {
  const part = useContext(MadePartContext);
  const side = part?.sides.find(({ works }) => works === tool.zone.works);
  if (!side || !isLatheAxis(axis)) return null;
  const isMade = ({ maker, surface, by }: ProfilePiece) =>
    maker?.offset === tool.offset && by !== "end" && (axis === "z") === (surface === "front" || surface === "back");
  const made = side.profile.pieces.filter(isMade);
  if (made.length === 0) return null;
  const words = makesWords(setup, tool, axis, made);
  return (
    <Small role="img" aria-label={`It makes ${words}`}>
      <Section profile={side.profile} isMade={isMade} />
      <span>{words}</span>
    </Small>
  );
}

function Section({
  profile,
  isMade,
}: {
  readonly profile: PartProfile;
  readonly isMade: (piece: ProfilePiece) => boolean;
}) {
  const { zMin, zMax, rMax, pieces } = profile;
  const scale = Math.min((ROOM.width - 2 * EDGE) / (zMax - zMin), (ROOM.height - 2 * EDGE) / rMax);
  const width = (zMax - zMin) * scale + 2 * EDGE;
  const view = { scale, origin: { x: EDGE - zMin * scale, y: ROOM.height - EDGE } };
  return (
    <svg viewBox={`0 0 ${width} ${ROOM.height}`} width={width} height={ROOM.height} aria-hidden="true">
      <path d={wallPath(view, profile, 1)} fill={color("stockFill")} stroke={color("edge")} />
      <PartOutline view={view} pieces={pieces.filter(isMade)} stroke={color("action")} strokeWidth={3.5} />
      <line x1="0" x2={width} y1={view.origin.y} y2={view.origin.y} stroke={color("edge")} strokeDasharray="8 2 2 2" />
    </svg>
  );
}

/** The tightest dimension on record, or else the surfaces by their sizes. */
function makesWords(
  { features, machine }: SetupView,
  { offset }: ToolView,
  axis: "x" | "z",
  made: readonly ProfilePiece[],
): string {
  const show = showFor(machine);
  const size = (value: number) => String(Number(show.amount(axis, value)));
  const [tightest] = features
    .filter((one) => isMadeBy(one, offset, axis))
    .sort((a, b) => a.upper - a.lower - (b.upper - b.lower));
  if (tightest) {
    const limits = { ...drawnLimits(tightest), by: tightest.limitsBy };
    return `${axis === "x" ? "Ø " : ""}${size(Math.abs(tightest.nominal))} ${limitsText(limits, axis, show)}`;
  }
  const sizes = made.flatMap(({ from, to }) =>
    axis === "x" ? (Math.abs(from.r - to.r) < LEVEL ? [`Ø ${size(2 * to.r)}`] : []) : [`Z ${size(to.z)}`],
  );
  const named = [...new Set(sizes)];
  return named.length === 0 ? "slopes and rounds" : named.slice(0, 2).join(", ") + (named.length > 2 ? " …" : "");
}
/** Radii that differ by less than this are those of a cylinder. Millimetres. */
const LEVEL = 1e-4;

const Small = styled.div`
  display: flex;
  flex: none;
  align-items: center;
  gap: 8px;
  padding: 2px 10px 2px 0;
  svg { display: block; }
  span { ${mono} font-size: 16px; white-space: nowrap; }
  @media (width < 1100px) { svg { display: none; } }
`;
