import fc from "fast-check";
import { parseStringSync } from "gcode-parser";
import { describe, expect, it } from "vitest";
import { programMotions, readProgram } from "./index.ts";

const length = fc.integer({ min: -90_000, max: 90_000 }).map((value) => value / 1000);
/** Numbers as people and posts write them: with and without zeros, points and signs. */
const written = fc.tuple(length, fc.constantFrom(0, 1, 2, 3)).map(([value, how]) => {
  const fixed = value.toFixed(3);
  if (how === 0) return fixed;
  if (how === 1) return fixed.replace(/^(-?)0\./, "$1.");
  if (how === 2) return value >= 0 ? `+${fixed}` : fixed;
  return Number.isInteger(value) ? `${value}.` : String(value);
});
const word = (letter: string) => written.map((text) => letter + text);
const axes = fc.oneof(
  fc.tuple(word("X"), word("Z")),
  fc.tuple(word("X")),
  fc.tuple(word("Z")),
  fc.tuple(word("U"), word("W")),
  fc.tuple(word("X"), word("W")),
);
const line = fc
  .tuple(
    fc.constantFrom("G0", "G00", "G1", "G01", "g1", ""),
    axes,
    fc.constantFrom("", " F.2", "F0.150"),
    fc.constantFrom("", "N10 ", "N9999"),
    fc.constantFrom("", " (A FACE)", " ; to the chuck"),
    fc.constantFrom(" ", "  ", ""),
  )
  .map(([code, words, feed, label, comment, blank]) => `${label}${code}${blank}${words.join(blank)}${feed}${comment}`);
const program = fc
  .array(line, { minLength: 1, maxLength: 30 })
  .map((lines) => `G21 G54\nT0101\nG0 X60. Z5.\n${lines.join("\n")}\nM30\n`);

type Words = readonly (readonly [letter: string, value: number] | string)[];
/** A line from the words that the library has found in it, in their order. */
const rewritten = ({ words }: { readonly words: Words }) =>
  words.map((one) => (typeof one === "string" ? one : one[0] + (one[0] === "T" ? "0101" : one[1]))).join(" ");

describe("plain motion", () => {
  it("means the same once a general G-code library has read it and written it anew", () => {
    fc.assert(
      fc.property(program, (text) => {
        const anew = parseStringSync(text).map(rewritten).join("\n");
        const [one, other] = [readProgram(text), readProgram(anew)];
        expect(one.calls.map(({ comments, ...call }) => call)).toEqual(
          other.calls.map(({ comments, ...call }) => call),
        );
        expect(one.followed?.left).toEqual([]);
      }),
      { numRuns: 1500 },
    );
  });
  it("as its motions, written out in absolute places, is read by the library to the same places", () => {
    fc.assert(
      fc.property(program, (text) => {
        const moves = programMotions(text).motions.filter(({ kind }) => kind === "rapid" || kind === "feed");
        const out = moves.map(({ kind, x, z }) => `G${kind === "rapid" ? 0 : 1} X${x.toFixed(6)} Z${z.toFixed(6)}`);
        // Places worked out by hand: absolute words stand for themselves, U and W are added up.
        const at = { X: Number.NaN, Z: Number.NaN };
        const places = parseStringSync(text).flatMap(({ words }) => {
          const found = new Map((words as Words).filter((one) => typeof one !== "string") as [string, number][]);
          if (!["X", "Z", "U", "W"].some((letter) => found.has(letter))) return [];
          at.X = found.get("X") ?? at.X + (found.get("U") ?? 0);
          at.Z = found.get("Z") ?? at.Z + (found.get("W") ?? 0);
          return [{ ...at }];
        });
        const read = parseStringSync(out.join("\n")).map(({ words }) => new Map(words as Words as [string, number][]));
        expect(read).toHaveLength(places.length);
        for (const [index, { X, Z }] of places.entries()) {
          expect(read[index]?.get("X")).toBeCloseTo(X, 5);
          expect(read[index]?.get("Z")).toBeCloseTo(Z, 5);
        }
      }),
      { numRuns: 1500 },
    );
  });
});
