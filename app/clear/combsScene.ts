import {
  type Alignment,
  type CombConflict,
  type CombSeat,
  type CombTool,
  type SetupCombs,
  shiftAt,
} from "../../core/clearance/index.ts";
import { type Point, type Polygon, point, rectangle, toolOutline } from "../../core/outline/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import type { ToolBodies } from "../drawing/toolBodies.ts";

/*
 * Millimetres. Z along the tools, 0 at the plane in which the seats of comb a end, X across the combs; seen so that the
 * slots count downwards.
 */

/** A seat of a comb with what stands in it. */
interface DrawnSeat {
  readonly side: "a" | "b";
  readonly slot: string;
  /** Without width where its size is not known. */
  readonly bore: Polygon;
  /** Middle of the bore at the outer side of its block. */
  readonly outer: Point;
  /** Offset of the tool that stands in it; undefined where it is empty. */
  readonly tool: string | undefined;
}

interface DrawnCombTool {
  readonly offset: string;
  readonly side: "a" | "b";
  readonly standout: number;
  readonly meets: boolean;
  /** What is counted of it: from the seat to its end, as thick as it is. */
  readonly counted: Polygon;
  /** Its outline as it stands; undefined where it cannot be drawn. */
  readonly body: ToolBodies | undefined;
  /** Its end, on its middle line. */
  readonly end: Point;
}

/** Two tools that meet: the length by which they are too long together, and where. */
interface DrawnMeeting {
  readonly zone: Polygon;
  readonly from: Point;
  readonly to: Point;
  readonly excess: number;
}

export interface CombsScene {
  readonly box: { readonly zMin: number; readonly zMax: number; readonly xMin: number; readonly xMax: number };
  readonly blocks: readonly Polygon[];
  readonly seats: readonly DrawnSeat[];
  readonly tools: readonly DrawnCombTool[];
  readonly meetings: readonly DrawnMeeting[];
  readonly gap: number;
  /** Where the tool that works stands, across; undefined where the combs are only shifted. */
  readonly at: number | undefined;
}

/** How thick a block is drawn, and how far it goes on past its outermost seat. */
const BLOCK = 22;
const EDGE = 14;
/** How far the drawing goes on past the blocks, across: room for the dimension of the gap. */
const AROUND = 12;

/** The two combs as they face each other while one tool of the first works, with every seat, empty ones too. */
export function combsScene(
  { problem: { a, b, margin }, seats, tools: own }: SetupCombs,
  alignment: Alignment,
  conflicts: readonly CombConflict[],
): CombsScene {
  const { gap } = alignment;
  const shift = shiftAt(alignment, (name) => a.find(({ tool }) => tool === name)?.lateral ?? 0);
  const acrossOf = { a: (lateral: number) => -(lateral + shift), b: (lateral: number) => -lateral };
  /** From the plane of a comb's seats towards the other comb. */
  const out = { a: (length: number) => length, b: (length: number) => gap - length };
  const sides = ["a", "b"] as const;
  const block = (side: "a" | "b") => {
    const across = seats[side].map(({ lateral }) => acrossOf[side](lateral));
    return rectangle(out[side](-BLOCK), Math.min(...across) - EDGE, out[side](0), Math.max(...across) + EDGE);
  };
  const seat = (side: "a" | "b", { slot, lateral, bore = 0 }: CombSeat): DrawnSeat => {
    const across = acrossOf[side](lateral);
    return {
      side,
      slot,
      bore: rectangle(out[side](-BLOCK), across - bore / 2, out[side](0), across + bore / 2),
      outer: point(out[side](-BLOCK), across),
      tool: { a, b }[side].find((one) => one.slot === slot)?.tool,
    };
  };
  const tool = (side: "a" | "b", one: CombTool): DrawnCombTool => {
    const across = acrossOf[side](one.lateral);
    return {
      offset: one.tool,
      side,
      standout: one.standout,
      meets: conflicts.some((conflict) => conflict[side] === one.tool),
      counted: rectangle(out[side](0), across - one.radius, out[side](one.standout), across + one.radius),
      body: combTool(own.get(one.tool)?.tool, one.standout, ({ z, x }) =>
        // Turned round, not mirrored: flutes and threads keep their hand.
        point(out[side](one.standout - z), across + (side === "a" ? -x : x)),
      ),
      end: point(out[side](one.standout), across),
    };
  };
  const meeting = ({ a: one, b: other, excess }: CombConflict): readonly DrawnMeeting[] => {
    const [first, second] = [a.find(({ tool }) => tool === one), b.find(({ tool }) => tool === other)];
    if (!first || !second) return [];
    const [near, far] = [acrossOf.a(first.lateral), acrossOf.b(second.lateral)];
    const [low, high] = [
      Math.max(near - first.radius, far - second.radius) - margin,
      Math.min(near + first.radius, far + second.radius) + margin,
    ];
    const [from, to] = [first.standout - excess, first.standout];
    return [{ zone: rectangle(from, low, to, high), from: point(from, high), to: point(to, high), excess }];
  };
  const blocks = sides.filter((side) => seats[side].length > 0).map(block);
  const corners = blocks.flat();
  return {
    box: {
      zMin: -BLOCK,
      zMax: gap + BLOCK,
      xMin: Math.min(...corners.map(({ x }) => x)) - AROUND,
      xMax: Math.max(...corners.map(({ x }) => x)) + 2,
    },
    blocks,
    seats: sides.flatMap((side) => seats[side].map((one) => seat(side, one))),
    tools: [...a.map((one) => tool("a", one)), ...b.map((one) => tool("b", one))],
    meetings: conflicts.flatMap(meeting),
    gap,
    at: "at" in alignment ? -alignment.at : undefined,
  };
}

/** A tool of a comb from its tip to the seat that it stands in, put in its place by `place`. */
function combTool(tool: Tool | undefined, standout: number, place: (corner: Point) => Point): ToolBodies | undefined {
  const outline = tool && toolOutline(tool);
  if (!outline) return undefined;
  const cut = (polygon: readonly Point[]) => polygon.map(({ z, x }) => place(point(Math.min(z, standout), x)));
  return {
    cutting: cut(outline.cutting),
    holder: outline.holder.map(cut),
    clampedIn: [],
    lines: outline.lines.map(cut),
    mark: outline.mark && { centre: place(outline.mark.centre), radius: outline.mark.radius },
  };
}
