import { expect, it } from "vitest";
import { counted } from "./counted.ts";

it("says one of a thing, and none or several of them", () => {
  expect([0, 1, 2].map((count) => counted(count, "finding"))).toEqual(["0 findings", "1 finding", "2 findings"]);
  expect([1, 3].map((count) => counted(count, "entry waits", "entries wait"))).toEqual([
    "1 entry waits",
    "3 entries wait",
  ]);
});
