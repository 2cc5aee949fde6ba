import { describe, expect, it } from "vitest";
import { saidRight } from "./outcome.ts";

describe("what says that a refused number is right", () => {
  it.each([
    [{ settled: "0.100 more" }, { settled: "kept" }],
    [{ meant: "A large correction" }, { meant: "yes" }],
  ])("is the field that asks it: %j", (asked, answer) => expect(saidRight(asked)).toEqual(answer));

  it.each([[{}], [{ machine: "This is no number." }], [{ machine: "This is no number.", meant: "Far off" }]])(
    "is nothing where something else is wrong: %j",
    (asked) => expect(saidRight(asked)).toBeUndefined(),
  );
});
