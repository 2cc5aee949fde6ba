import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { LARGEST_PROGRAM, programName, textOfBytes, textOfProgram } from "./programBytes.ts";

const bytes = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

describe("a program's bytes", () => {
  it("are text of as many characters, and the same bytes again", () => {
    // Longer than what is put together at once, in pieces of any length.
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 300 }), fc.nat(70_000), (some, length) => {
        const content = Uint8Array.from({ length }, (_, at) => some[at % some.length] ?? 0);
        const text = textOfBytes(content);
        expect(text.length).toBe(length);
        expect(Buffer.from(text, "latin1").equals(content)).toBe(true);
      }),
      { numRuns: 30 },
    );
  });
  it("keep what other encodings put between 80 and 9F", () => {
    expect(textOfBytes(Uint8Array.of(0x80, 0x9f, 0xff))).toBe("\u0080\u009f\u00ff");
  });
  it.each([
    ["", "empty"],
    ["\0\x01\x02T0101\0\0\0", "not text"],
  ])("are refused where they are none", (text, words) => {
    const read = textOfProgram(bytes(text));
    expect(read.ok ? "" : read.refusal.message).toContain(words);
  });
  it("are refused where they are more than is taken in", () => {
    const read = textOfProgram(new Uint8Array(LARGEST_PROGRAM + 1).fill(0x20));
    expect(read.ok ? "" : read.refusal.message).toContain("a program may have 12 MB");
  });
  it("are read where they are", () => {
    expect(textOfProgram(bytes("%\r\nO1\r\n\tT0101\r\n%"))).toEqual({ ok: true, value: "%\r\nO1\r\n\tT0101\r\n%" });
  });
  it.each([
    ["C:\\jobs\\ring.nc", "ring.nc"],
    ["../../etc/p\u00e4sswd", "psswd"],
    ["\u00e4", "program.nc"],
    ["n".repeat(200), "n".repeat(80)],
  ])("have the name %j as %j", (name, kept) => {
    expect(programName(name)).toBe(kept);
  });
});
