import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import type { MachineProfile } from "../../../core/machine/index.ts";
import { stationsScene } from "./stationsScene.ts";

const machines: readonly MachineProfile[] = JSON.parse(
  readFileSync(new URL("../../../db/demo/machines.json", import.meta.url), "utf8"),
);
const HALF = { width: 22, height: 24 };

describe.each(machines.map((machine) => [machine.name, machine] as const))("stations of %s", (_, machine) => {
  const { places, width, height, bodies } = stationsScene(machine, []);
  it("are all there, inside the drawing, none over another", () => {
    expect(places.map(({ station }) => station).sort()).toEqual((machine.stations ?? []).map(({ id }) => id).sort());
    for (const { x, y } of places) {
      expect(x - HALF.width).toBeGreaterThanOrEqual(0);
      expect(x + HALF.width).toBeLessThanOrEqual(width);
      expect(y - HALF.height).toBeGreaterThanOrEqual(0);
      expect(y + HALF.height).toBeLessThanOrEqual(height);
    }
    for (const [index, one] of places.entries())
      for (const other of places.slice(index + 1))
        expect(
          Math.abs(one.x - other.x) >= 2 * HALF.width || Math.abs(one.y - other.y) >= 2 * HALF.height,
          `${one.station} and ${other.station}`,
        ).toBe(true);
  });
  it("go round a turret clockwise from the top, and along every other zone from the left", () => {
    for (const zone of machine.zones ?? []) {
      const own = places.filter((place) => place.zone === zone.id);
      const body = bodies.find(({ name }) => name === zone.name);
      if (body?.kind === "disc") {
        expect(own[0]?.x).toBeCloseTo(body.x, 9);
        expect(own[0]?.y).toBeLessThan(body.y);
        expect(own[1]?.x).toBeGreaterThan(body.x);
      } else for (const [index, place] of own.slice(1).entries()) expect(place.x).toBeGreaterThan(own[index]?.x ?? 0);
    }
  });
});

it("a machine that lists no stations shows those of its tools", () => {
  const zone = { id: "main", name: "Post", kind: "post", works: "main", from: "plus" } as const;
  const { places } = stationsScene({ zones: [zone] }, [
    { station: "1", zone },
    { station: "4", zone },
  ]);
  expect(places.map(({ station }) => station)).toEqual(["1", "4"]);
});
