import { type Tool, toolFormOf } from "../tool/index.ts";
import type { FinishedPart, PartStock } from "./finishedPart.ts";
import type { Maker } from "./partMoves.ts";
import { joinPieces, type PartPoint, type ProfilePiece } from "./profile.ts";

/** A cylinder or a bore as a drawing has it: its diameter, how far from the face it goes, and the offset that makes it. Millimetres. */
export interface TurnedStep {
  readonly side: "outer" | "inner";
  readonly diameter: number;
  readonly to: number;
  readonly offset: string;
}
/** A part by its steps, each side from the face on. */
export interface SteppedPart {
  readonly steps: readonly TurnedStep[];
  /** The offset that makes the face; undefined where it is as it came. */
  readonly face?: string | undefined;
  /** The offset that parts it off behind its last step; undefined where the bar goes on. */
  readonly parted?: string | undefined;
}

/** How much of the bar is shown behind a part that is not parted off: at least so many millimetres, or this share of its length. */
const LEAST_BEHIND = 4;
const SHARE_BEHIND = 0.25;

/**
 * A part without a program, by the steps of its drawing: walls between two steps are made by the tool that goes deeper there, a bore's bottom by
 * the tool of its last step, with the point of a drill. The steps of each side rise from the face; a bore that goes beyond a parted end
 * is open there. Undefined where there are no steps, or nothing is left between bore and outside. Millimetres.
 *
 * @example stock Ø 30, T1 turns Ø 20 to 18 and Ø 26 to 40: Ø 20, a shoulder at 18 by T1, Ø 26, a shoulder at 40 up to the stock's Ø 30
 */
export function steppedPart(
  { steps, face, parted }: SteppedPart,
  toolOf: (offset: string) => Tool | undefined,
  stock: Pick<PartStock, "radius" | "hole">,
): FinishedPart | undefined {
  const outer = steps.filter(({ side }) => side === "outer");
  const inner = steps.filter(({ side }) => side === "inner");
  const end = outer.at(-1)?.to ?? 0;
  const isOpen = parted === undefined || outer.length === 0;
  const deepest = Math.max(end, ...inner.map(({ to }) => to));
  if (deepest <= 0) return undefined;
  const length = isOpen ? deepest + Math.max(LEAST_BEHIND, deepest * SHARE_BEHIND) : end;
  const outside: readonly Level[] = [
    ...levelsOf(outer, length),
    ...(isOpen ? [{ from: end, to: length, r: stock.radius, maker: undefined }] : []),
  ];
  const bores = levelsOf(inner, length);
  const bored = bores.at(-1)?.to ?? 0;
  const bore: readonly Level[] =
    bored < length ? [...bores, { from: bored, to: length, r: stock.hole, maker: undefined }] : bores;
  const isWhole = outside.every((one) =>
    bore.every((other) => other.r < one.r || Math.min(one.to, other.to) <= Math.max(one.from, other.from)),
  );
  if (!isWhole) return undefined;
  const last = bores.at(-1);
  const drill = last && last.to < length && stock.hole === 0 ? pointOf(last, toolOf) : 0;
  const pieces: ProfilePiece[] = [
    ...wall(0, bore[0]?.r ?? 0, outside[0]?.r ?? 0, "front", "outer", face === undefined ? undefined : madeBy(face)),
    ...outside.flatMap((one, index) => along(one, outside[index + 1], "outer")),
    ...(isOpen ? [] : wall(length, outside.at(-1)?.r ?? 0, bore.at(-1)?.r ?? 0, "back", "outer", madeBy(parted))),
    ...bore
      .flatMap((one, index) => along(one, bore[index + 1], "inner", one === last ? drill : 0))
      .reverse()
      .map(turnedRound),
  ];
  const solid = joinPieces(pieces);
  return {
    works: "main",
    profile: {
      pieces: solid,
      isOpen,
      zMin: -length,
      zMax: 0,
      rMax: Math.max(...solid.flatMap(({ from, to }) => [from.r, to.r])),
    },
    cutTo: outer.length === 0 ? undefined : cutBehind(end, isOpen ? 0 : bladeOf(parted, toolOf)),
    threads: [],
    marks: [],
    assumed: [],
    leftOut: [],
  };
}

/** A stretch of one radius, by its distances from the face. Millimetres. */
interface Level {
  readonly from: number;
  readonly to: number;
  readonly r: number;
  /** Undefined where it is as the stock came. */
  readonly maker: Maker | undefined;
}

const madeBy = (offset: string): Maker => ({ path: 1, offset, line: undefined });

const levelsOf = (steps: readonly TurnedStep[], length: number): readonly Level[] =>
  steps
    .map(({ diameter, to, offset }, index) => ({
      from: steps[index - 1]?.to ?? 0,
      to: Math.min(to, length),
      r: diameter / 2,
      maker: madeBy(offset),
    }))
    .filter(({ from, to }) => to > from);

/** The surface of a level, and the wall to the next one: made by what cuts deeper of the two. `point` is the length of a drill's point. */
function along(
  { from, to, r, maker }: Level,
  next: Level | undefined,
  side: ProfilePiece["side"],
  point = 0,
): readonly ProfilePiece[] {
  // A hole that is not there has no surface.
  const level: readonly ProfilePiece[] =
    r > 0 || side === "outer"
      ? [
          {
            from: at(from, r),
            to: at(to, r),
            surface: side === "outer" ? "outside" : "bore",
            side,
            maker,
            by: made(maker),
          },
        ]
      : [];
  if (!next) return level;
  const rises = next.r > r;
  if (point > 0)
    return [...level, { from: at(to, r), to: at(to + point, 0), surface: "bore", side, maker, by: "flank" }];
  const makes = rises === (side === "outer") ? maker : next.maker;
  return [...level, ...wall(to, r, next.r, rises ? "front" : "back", side, makes)];
}

function wall(
  distance: number,
  from: number,
  to: number,
  surface: ProfilePiece["surface"],
  side: ProfilePiece["side"],
  maker: Maker | undefined,
): readonly ProfilePiece[] {
  if (from === to) return [];
  // In a bore the material lies on the other side of the wall.
  const faces = side === "outer" ? surface : surface === "front" ? "back" : "front";
  return [{ from: at(distance, from), to: at(distance, to), surface: faces, side, maker, by: made(maker) }];
}

const made = (maker: Maker | undefined): ProfilePiece["by"] => (maker ? "move" : "stock");
const at = (distance: number, r: number): PartPoint => ({ z: 0 - distance, r });
const turnedRound = (piece: ProfilePiece): ProfilePiece => ({ ...piece, from: piece.to, to: piece.from });

/** Length of the point that the drill of a bore leaves; 0 where another tool makes it. Millimetres. */
function pointOf({ r, maker }: Level, toolOf: (offset: string) => Tool | undefined): number {
  const tool = maker && toolOf(maker.offset);
  return tool?.kind === "drill" ? r / Math.tan((tool.pointAngle * Math.PI) / 360) : 0;
}

/** The lowest Z that is cut; undefined where the width of the blade behind it is not known. Millimetres. */
const cutBehind = (end: number, blade: number | undefined) => (blade === undefined ? undefined : -(end + blade));

/** Width that a parting tool takes behind the part; undefined for a tool that is no blade. Millimetres. */
function bladeOf(offset: string | undefined, toolOf: (offset: string) => Tool | undefined): number | undefined {
  const tool = offset === undefined ? undefined : toolOf(offset);
  return tool && toolFormOf(tool) === "blade" && "width" in tool ? tool.width : undefined;
}
