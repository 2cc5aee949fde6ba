import { expect, it } from "vitest";
import { arrowhead } from "./arrowhead.ts";

it("lies inside of a line that has room for two, outside of a shorter one, and nowhere without a line", () => {
  // 10 long and 6 wide, from the tip towards the other end; from outside away from it.
  expect(arrowhead({ x: 0, y: 0 }, { x: 100, y: 0 })).toBe("M0 0L10 3L10 -3Z");
  expect(arrowhead({ x: 0, y: 0 }, { x: 20, y: 0 })).toBe("M0 0L-10 -3L-10 3Z");
  expect(arrowhead({ x: 5, y: 50 }, { x: 5, y: 0 })).toBe("M5 50L8 40L2 40Z");
  expect(arrowhead({ x: 1, y: 1 }, { x: 1, y: 1 })).toBe("");
});
