import { describe, expect, it } from "vitest";
import { type Obstacle, type SwingTool, safeIndex, type Turret } from "../../core/clearance/index.ts";
import { indexPlaces } from "./indexPlaces.ts";

const turret: Turret = { axisAtZero: 400, seatRadius: 190 };
const tool: SwingTool = {
  offset: "1",
  place: 0,
  isAlong: false,
  halfWidth: 12.5,
  zFrom: -6,
  zTo: 30,
  truly: { x: -340, z: -400 },
};
const stock: Obstacle = { name: "stock", radius: 27.5, zFrom: -60, zTo: 0 };

describe("from where the turret may turn", () => {
  it("sets no limit on X where every tool stands in front of everything already", () => {
    // The tool's chuck side stands at −300 + 400 − 6 = 94 in front of the face.
    const place = safeIndex(turret, [tool], [stock], 1, { x: -340, z: -300 });
    expect(indexPlaces(place, 10).x).toBeUndefined();
    // Along Z it may come as near as 0 + 1 + 6 − 400 = −393.
    expect(indexPlaces(place, 10).z).toBeCloseTo(-393, 9);
  });
  it("names both where it stands beside the part, X within the travel", () => {
    const place = safeIndex(turret, [tool], [stock], 1, { x: -340, z: -410 });
    const said = indexPlaces(place, -300);
    expect(said.x).toBe(-300);
    expect(said.z).toBeCloseTo(-393, 9);
  });
});
