import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { longOr } from "../../tests/hard/long.ts";
import { BROKEN } from "./brokenCorpus.fixture.ts";
import { CLEAN } from "./corpus.fixture.ts";
import { type Range, readProgram } from "./index.ts";
import { visitSlowly } from "./slowInterpreter.fixture.ts";
import { macroProgram } from "./slowMacros.fixture.ts";

const length = fc.integer({ min: -60_000, max: 60_000 }).map((value) => value / 1000);
const size = fc.integer({ min: 500, max: 20_000 }).map((value) => value / 1000);
const write = (value: number) => (Number.isInteger(value) ? `${value}.` : String(value));

/** An arc that meets its end exactly: centre and both angles are chosen, the rest follows. */
const arc = fc.record({
  radius: size,
  from: fc.integer({ min: 0, max: 359 }),
  sweep: fc.integer({ min: 5, max: 340 }),
});

const line = fc.oneof(
  { weight: 4, arbitrary: fc.tuple(length, length).map(([x, z]) => `G0 X${write(x)} Z${write(z)}`) },
  { weight: 3, arbitrary: fc.tuple(length, length).map(([x, z]) => `G1 X${write(x)} Z${write(z)} F.2`) },
  { weight: 2, arbitrary: length.map((z) => `G1 Z${write(z)}`) },
  { weight: 2, arbitrary: fc.tuple(length, length).map(([u, w]) => `G1 U${write(u)} W${write(w)}`) },
  { weight: 1, arbitrary: length.map((x) => `X${write(x)}`) },
  { weight: 1, arbitrary: fc.constant("G4 P500") },
  {
    weight: 3,
    arbitrary: fc.tuple(arc, length, length, fc.boolean()).map(([{ radius, from, sweep }, x, z, isLeft]) => {
      const turn = isLeft ? 1 : -1;
      const angle = (degrees: number) => (degrees * Math.PI) / 180;
      const at = (degrees: number) => [radius * Math.cos(angle(degrees)), radius * Math.sin(angle(degrees))] as const;
      const [k, i] = at(from);
      const [dz, dr] = at(from + turn * sweep);
      const digits = (value: number) => write(Number(value.toFixed(9)));
      return `G0 X${write(x)} Z${write(z)}\nG${isLeft ? 3 : 2} U${digits(2 * (dr - i))} W${digits(dz - k)} I${digits(-i)} K${digits(-k)}`;
    }),
  },
);
const box = fc
  .tuple(length, length)
  .map(([x, z]) => `G90 X${write(x)} Z${write(z)} F.2\nX${write(x + 1)}\nG0 X50. Z50.`);
const hole = length.map((z) => `G83 Z${write(z)} Q5. F.1\nG80\nG0 X50. Z50.`);
const contour = fc
  .tuple(fc.array(line, { minLength: 1, maxLength: 4 }), length)
  .map(([body, x]) => `G71 U1. R.5\nG71 P10 Q20 U.4 W.1 F.2\nN10 G0 X${write(x)}\n${body.join("\n")}\nN20 G1 Z-5.`);
const call = fc.integer({ min: 1, max: 12 }).map((tool) => {
  const digits = String(tool).padStart(2, "0");
  return `T${digits}${digits}\nG0 X60. Z5.`;
});
const sub = fc.array(line, { minLength: 1, maxLength: 4 });
const program = fc
  .tuple(
    fc.array(fc.oneof({ weight: 6, arbitrary: line }, box, hole, call), { minLength: 1, maxLength: 25 }),
    fc.option(contour, { nil: "" }),
    sub,
    fc.integer({ min: 1, max: 4 }),
  )
  .map(
    ([body, path, called, times]) =>
      `O1\nG21 G54\nT0101\nG0 X60. Z5.\n${body.join("\n")}\nM98 P900 L${times}\nG0 X60. Z5.\n${path}\nM30\nO900\n${called.join("\n")}\nM99\n`,
  );

/** Whether the first range holds the second, to what a walk in small steps can tell. */
const holds = (outer: Range | null, inner: Range | null, slack: number) =>
  inner === null || (outer !== null && outer[0] <= inner[0] + slack && outer[1] >= inner[1] - slack);

describe("extents", () => {
  it("hold every point that a slow interpreter visits, and little more", { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(program, (text) => {
        const read = readProgram(text).calls;
        const slow = visitSlowly(text);
        expect(read.map(({ line: at }) => at)).toEqual(slow.map(({ line: at }) => at));
        for (const [index, { x, z }] of slow.entries()) {
          const found = read[index];
          expect([holds(found?.x ?? null, x, 1e-6), holds(found?.z ?? null, z, 1e-6)]).toEqual([true, true]);
          // A step of the slow one is at most a hundredth of a turn on a radius of 20.
          expect([holds(x, found?.x ?? null, 0.01), holds(z, found?.z ?? null, 0.01)]).toEqual([true, true]);
        }
      }),
      { numRuns: 600 },
    );
  });
});

describe("any text at all", () => {
  const corpus = [...CLEAN, ...BROKEN].map(({ text }) => text);
  const junk = "GMTXZUWNOPQRSFIKLDHCA%()/;:!$,#[]=.-+0123456789 \n\r\tgmtxé\0".split("");
  const noise = fc.string({ unit: fc.constantFrom(...junk), maxLength: 400 });
  const macros = macroProgram.map(({ text }) => text);
  const words = fc.constantFrom(
    "WHILE[#1LT9]DO1",
    "END1",
    "GOTO 10",
    "M98 P900 L9",
    "G65 P901 A1.",
    "#1=#1-1",
    "o9 sub",
    "o9 call [1]",
    "[",
    "]",
    "M99 P10",
    "G66 P900",
    "G10 L2 P1 X1.",
    "G112",
  );
  /** A program of the corpus, or one with variables and loops, with a piece taken out, put in, doubled or exchanged. */
  const mutant = fc
    .tuple(
      // Endless loops run to the limit of followed lines, half a second each: they come now and then.
      fc.oneof({ weight: 9, arbitrary: fc.constantFrom(...corpus) }, { weight: 1, arbitrary: macros }),
      fc.nat(),
      fc.nat({ max: 40 }),
      fc.oneof(
        fc.string({ unit: fc.constantFrom(...junk), maxLength: 12 }),
        words.map((one) => `\n${one}\n`),
      ),
      fc.nat({ max: 2 }),
    )
    .map(([text, at, span, piece, how]) => {
      const from = text.length === 0 ? 0 : at % text.length;
      const part = text.slice(from, from + span);
      if (how === 0) return text.slice(0, from) + piece + text.slice(from + span);
      if (how === 1) return text.slice(0, from) + part + part + text.slice(from + span);
      return text.slice(0, from) + text.slice(from).replace(/\d/, piece || "9");
    });
  it("is read to its end, with every finding inside the text", { timeout: 1_800_000 }, () => {
    let slowest = { text: "", milliseconds: 0 };
    const timed = (text: string) => {
      const began = performance.now();
      const reading = readProgram(text);
      return { reading, milliseconds: performance.now() - began };
    };
    fc.assert(
      fc.property(fc.oneof(noise, mutant), (text) => {
        const { reading, milliseconds } = timed(text);
        const { findings, calls, lines } = reading;
        if (milliseconds > slowest.milliseconds) slowest = { text, milliseconds };
        const count = text.split(/\r\n|\r|\n/).length;
        for (const { line, column, message } of findings) {
          expect(line).toBeGreaterThanOrEqual(1);
          expect(line).toBeLessThanOrEqual(count + 1);
          expect(column).toBeGreaterThanOrEqual(1);
          expect(message).not.toMatch(/NaN|undefined/);
        }
        for (const { x, z } of calls)
          for (const range of [x, z]) if (range) expect(range[0]).toBeLessThanOrEqual(range[1]);
        expect(lines).toBeLessThanOrEqual(count + 1);
      }),
      // Twenty thousand more in every run, and a million in a long one, are broken for all readers in tests/hard.
      { numRuns: Number(process.env.LUVRIT_FUZZ ?? longOr(4000, 700)) },
    );
    // As long as an endless loop, which runs to the limit of followed lines, takes on this machine at this moment, and little more; what the
    // machine did besides is not the reader's: the least of four counts.
    const endless = () => timed("O1\n#1=0\nN10 G0 X[#1] Z1.\n#1=#1+1\nGOTO 10\nM30\n").milliseconds;
    const tries = [slowest.milliseconds, ...[1, 2, 3].map(() => timed(slowest.text).milliseconds)];
    expect(Math.min(...tries)).toBeLessThan(8 * Math.max(250, endless()));
  });
  it("reads the same twice", () => {
    for (const text of corpus) expect(readProgram(text)).toEqual(readProgram(text));
  });
});
