import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";

/** Numbering of orientation codes; A and B differ in everything but 5, 7 and the nose centre. */
export type Numbering = "A" | "B";

/** Direction from the nose centre to the imaginary tip, in part coordinates: +1 towards plus, 0 along neither way. */
export interface TipDirection {
  readonly x: -1 | 0 | 1;
  readonly z: -1 | 0 | 1;
}

/** Each row: X, Z, code in numbering A, code in numbering B (docs/MATHEMATICS.md, Tip orientation). */
const CODES: readonly (readonly [TipDirection["x"], TipDirection["z"], number, number])[] = [
  [1, 1, 1, 4],
  [1, -1, 2, 3],
  [-1, -1, 3, 2],
  [-1, 1, 4, 1],
  [0, 1, 5, 5],
  [1, 0, 6, 8],
  [0, -1, 7, 7],
  [-1, 0, 8, 6],
  [0, 0, 0, 9],
];

/** The code for a tip direction. The nose centre is written 0 in numbering A and 9 in numbering B. */
export function orientationCode(direction: TipDirection, numbering: Numbering): number {
  const row = CODES.find(([x, z]) => x === direction.x && z === direction.z) as (typeof CODES)[number];
  return numbering === "A" ? row[2] : row[3];
}

/**
 * The tip direction of a code 0 to 9; 0 and 9 both mean the nose centre in either numbering. `undefined` for others.
 * Codes are whole numbers without unit.
 */
export function tipDirection(code: number, numbering: Numbering): TipDirection | undefined {
  if (code === 0 || code === 9) return { x: 0, z: 0 };
  const row = CODES.find(([, , a, b]) => code === (numbering === "A" ? a : b));
  return row && { x: row[0], z: row[1] };
}

/** What a tip orientation goes by. */
export type OrientationKind = keyof typeof DIRECTIONS;
type OrientationWord = "right" | "left" | "neutral" | "centre" | "inner" | "outer" | "any";

const tip = (x: TipDirection["x"], z: TipDirection["z"]): TipDirection => ({ x, z });

/** Tip direction by kind and by the one word that decides it: the hand of a turning tool, the edge of a blade. */
const DIRECTIONS = {
  outside: { by: "hand", right: tip(-1, -1), left: tip(-1, 1), neutral: tip(-1, 0) },
  bore: { by: "hand", right: tip(1, -1), left: tip(1, 1), neutral: tip(1, 0) },
  "groove-outside": { by: "edge", left: tip(-1, -1), right: tip(-1, 1), centre: tip(-1, 0) },
  "groove-bore": { by: "edge", left: tip(1, -1), right: tip(1, 1), centre: tip(1, 0) },
  "groove-face": { by: "edge", inner: tip(-1, -1), outer: tip(1, -1), centre: tip(0, -1) },
  drill: { by: "none", any: tip(0, -1) },
  "thread-outside": { by: "none", any: tip(-1, 0) },
  "thread-bore": { by: "none", any: tip(1, 0) },
  "cutter-axial": { by: "none", any: tip(0, -1) },
  "cutter-cross": { by: "none", any: tip(-1, 0) },
} as const satisfies Record<string, { by: "hand" | "edge" | "none" } & Partial<Record<OrientationWord, TipDirection>>>;

/**
 * Which way the tip of an ordinary tool points, in part coordinates: independent of post and numbering, so that a
 * right-hand outside tool points at chuck and centreline on a front-post lathe too.
 *
 * Refuses an unknown kind (`unknown`), a missing hand or edge (`missing`), and one that the kind does not have (`bad-edge`).
 */
export function tipDirectionOf(
  kind: string,
  word: { readonly hand?: string | undefined; readonly edge?: string | undefined },
): Answer<TipDirection, Refusal<"unknown" | "missing" | "bad-edge">> {
  if (!Object.hasOwn(DIRECTIONS, kind))
    return refused({
      code: "unknown",
      message: `“${kind}” is not a kind of tool. Expected one of ${Object.keys(DIRECTIONS).join(", ")}.`,
    });
  const row: { by: "hand" | "edge" | "none" } & Partial<Record<string, TipDirection | string>> =
    DIRECTIONS[kind as OrientationKind];
  const said = row.by === "none" ? "any" : word[row.by];
  const expected = Object.keys(row)
    .filter((key) => key !== "by")
    .join(", ");
  if (said === undefined)
    return refused({
      code: "missing",
      message: `The ${row.by} is missing for “${kind}”. Expected one of ${expected}.`,
    });
  const direction = said !== "by" && Object.hasOwn(row, said) ? row[said] : undefined;
  if (typeof direction !== "object")
    return refused({
      code: "bad-edge",
      message: `“${said}” is not ${row.by === "hand" ? "a hand" : "an edge"} of “${kind}”. Expected one of ${expected}.`,
    });
  return accepted(direction);
}
