import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { type LengthContext, readLength } from "../units/index.ts";

/** Points of [X as a diameter, Z], millimetres. */
export type ProfilePoints = readonly (readonly [x: number, z: number])[];

/** Most points of a profile that is typed or taken from a program. */
export const MOST_POINTS = 2000;

/**
 * Reads a profile that was typed: one point a line, X then Z apart by blanks or a semicolon, letters in front of them or
 * not. Empty lines count for nothing. A refusal says the line (`at` is its number, from 1).
 *
 * @example "X20 Z0\n22 -1" in millimetres is [[20, 0], [22, -1]]
 */
export function readProfile(
  text: string,
  context: LengthContext,
): Answer<ProfilePoints, Refusal<"line" | "short" | "long">> {
  const points: [number, number][] = [];
  for (const [index, line] of text.split(/\r\n|\r|\n/).entries()) {
    const words = line
      .trim()
      .replace(/^X/i, "")
      .replace(/[\s;]+Z?/i, "|")
      .split("|");
    if (line.trim() === "") continue;
    const [x, z] = words.map((word) => readLength(word.replace(/^Z/i, ""), context));
    const at = index + 1;
    if (words.length !== 2 || !x || !z)
      return refused({ code: "line", message: `Line ${at}: expected X and Z, such as “22 -1”.`, at });
    const wrong = !x.ok ? x : !z.ok ? z : undefined;
    if (wrong && !wrong.ok) return refused({ code: "line", message: `Line ${at}: ${wrong.refusal.message}`, at });
    if (x.ok && z.ok) points.push([x.value.mm, z.value.mm]);
    if (points.length > MOST_POINTS)
      return refused({ code: "long", message: `A profile has ${MOST_POINTS} points at most.`, at });
  }
  if (points.length < 2)
    return refused({ code: "short", message: "A profile has two points at least: one a line, X then Z." });
  return accepted(points);
}
