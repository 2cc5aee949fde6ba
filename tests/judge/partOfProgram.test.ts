import { describe, expect, it } from "vitest";
import { type PartSide, partOfSetup } from "../../core/part/index.ts";
import { demoSetup } from "../e2e/demoSetup.ts";

const { setup } = demoSetup("cap-pin");
/** A sliding headstock counts Z into the part; its back tools count as everybody does, at the other end. */
const PROGRAM = `O1
G21 G40 G99
T0101
G0 X11. Z0
G1 X-.4 F.05
G0 X11. Z-1.
X6.
G1 Z12. F.03
X11.
G0 X14.
T0202
G0 X8. Z6.
G1 X5. F.02
G0 X14.
T0303
G0 X12. Z15.5
G1 X-1. F.02
G0 X14.
T4141
G0 X0 Z2.
G1 Z-3. F.03
G0 Z5.
M30
`;
const summary = ({ dimensions }: PartSide) =>
  dimensions
    .map(
      ({ side, kind, nominal, maker, from }) =>
        `${side} ${kind} ${Math.round(nominal * 1000) / 1000} by ${maker?.offset}${from ? ` from ${from.offset}` : ""}`,
    )
    .sort();

describe("the part of a sliding headstock", () => {
  const { sides, assumed, left } = partOfSetup(setup, PROGRAM);
  it("is turned round at its front, with the tools' own edges", () => {
    // The blade is 2 wide and programmed by its chuck-side edge: from 6 to 4 behind the face. The parting blade by its other edge: 15.5 long.
    expect(summary(sides[0] as PartSide)).toEqual([
      "outer diameter 5 by 2",
      "outer diameter 6 by 1",
      "outer length 12 by 1 from 1",
      "outer length 4 by 2 from 1",
      "outer length 6 by 2 from 1",
      "outer overall 15.5 by 3 from 1",
      "outer width 2 by 2 from 2",
    ]);
    expect([assumed, left]).toEqual([[], []]);
  });
  it("has an end of its own in the sub-spindle: a centre of 90° and Ø 4 reaches its full diameter 2 behind its point", () => {
    const back = sides[1] as PartSide;
    expect(back.works).toBe("sub");
    expect(summary(back)).toEqual(["inner diameter 4 by 41", "inner length 1 by 41"]);
  });
});
