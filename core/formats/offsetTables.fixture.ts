import fc from "fast-check";
import type { OffsetTable } from "../offsets/index.ts";

/** Numbers that tables can hold, odd ones among them: tiny, huge, with many digits. */
const anyNumber = fc
  .oneof(
    fc.double({ min: -1000, max: 1000, noNaN: true }),
    fc.integer({ min: -9_999_999, max: 9_999_999 }).map((digits) => digits / 10_000),
    fc.constantFrom(1e-9, -2.5e-7, 1e21, -1.5e22, 0, 0.1, -0.3),
  )
  .map((number) => (number === 0 ? 0 : number));

const axes = fc.record({ x: anyNumber, z: anyNumber, y: anyNumber }, { requiredKeys: ["x", "z"] });
const description = fc.oneof(
  fc.string({ minLength: 1, maxLength: 30 }),
  fc.constantFrom(
    "=1+1",
    "+A1",
    "-A1",
    "@now",
    "'quoted",
    'say "so"',
    "a,b;c\td",
    "two\nlines",
    "back\\slash\\n",
    "Ø 12 − grün",
  ),
);

/** Any table that Luvrit's own JSON can hold. */
export const anyTable: fc.Arbitrary<OffsetTable> = fc.record({
  units: fc.constantFrom<"mm" | "in">("mm", "in"),
  resolution: fc.constantFrom(0.001, 0.0001, 0.0005),
  numbering: fc.constantFrom<"A" | "B">("A", "B"),
  tools: fc.uniqueArray(
    fc.record(
      {
        offset: fc.integer({ min: 1, max: 9999 }).map(String),
        geometry: axes,
        wear: axes,
        noseRadius: anyNumber.map(Math.abs),
        orientation: fc.integer({ min: 0, max: 9 }),
        description: description.filter((text) => !text.includes("\0") && !/[\ud800-\udfff]/.test(text)),
      },
      { requiredKeys: ["offset", "geometry", "wear"] },
    ),
    { selector: ({ offset }) => offset, maxLength: 8 },
  ),
  work: fc.uniqueArray(
    fc
      .tuple(
        fc.oneof(
          fc.integer({ min: 54, max: 59 }).map((number) => `G${number}`),
          fc.constantFrom("G59.1", "G59.3", "G54.1 P7"),
        ),
        axes,
      )
      .map(([name, words]) => ({ name, ...words })),
    { selector: ({ name }) => name, maxLength: 4 },
  ),
}) as fc.Arbitrary<OffsetTable>;
