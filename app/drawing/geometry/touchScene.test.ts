import { describe, expect, it } from "vitest";
import { machineFixture } from "../../../core/ledger/setup.fixture.ts";
import type { Axis, Zone } from "../../../core/machine/index.ts";
import { extent, type Point, type Polygon } from "../../../core/outline/index.ts";
import {
  axesOf,
  edgeOptions,
  familyOf,
  type Tool,
  type TouchWay,
  waysToTouch,
  wholeChoice,
} from "../../../core/tool/index.ts";
import { EVERY_TOOL, EVERY_ZONE } from "../../../core/touch/everyTool.fixture.ts";
import type { TouchSituation } from "./sceneTypes.ts";
import { touchScene } from "./touchScene.ts";

const base = {
  stockDiameter: 55,
  stickOut: 68,
  chuckDiameter: 165,
  holding: "chuck" as const,
  hole: 24,
  visibleSpacer: 1,
  faced: true,
  toFace: 0.6,
  onDatum: false,
  retreat: undefined,
  overhang: undefined,
};

interface Case {
  readonly tool: Tool;
  readonly zone: Zone;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice: TouchSituation["choice"];
}
/** Every drawing that the Touch screen can show, by what can be touched with what. */
const cases: readonly Case[] = EVERY_TOOL.flatMap((tool) =>
  EVERY_ZONE.flatMap((zone) => {
    const machine = { ...machineFixture, yAxis: true, school: "jog-from-preset" as const };
    const setter = { kind: "arm", calibratedIn: "mm", outside: 0, bore: 0, face: 0 } as const;
    const place = { machine: { ...machine, setter }, zone, station: { id: "1", zone: zone.id, standardOverhang: 25 } };
    return axesOf(tool, place).flatMap((axis) =>
      waysToTouch(tool, axis, place).flatMap((way) => {
        const stands = edgeOptions(tool, axis).stand;
        return (stands.length > 0 ? stands : [undefined]).map((stand) => ({
          tool,
          zone,
          axis,
          way,
          choice: { stand },
        }));
      }),
    );
  }),
);
const nameOf = ({ tool, zone, axis, way, choice }: Case) =>
  `${tool.kind} ${zone.id} ${axis} ${way} ${choice.stand ?? ""}`;

function situation(one: Case, change: Partial<TouchSituation> = {}): TouchSituation {
  const isBehind = wholeChoice(one.tool, one.axis, one.choice).stand === "behind";
  const size = one.axis === "z" ? (isBehind ? -9 : 0.4) : familyOf(one.tool) === "bore" ? 26 : 52;
  return { ...base, ...one, size, spacer: 2.5, ...change };
}
const LIES: readonly TouchWay[] = ["paper", "block", "side", "preset"];

/** True distance of a point to a polygon's edge. */
function distance(at: Point, polygon: Polygon): number {
  return Math.min(
    ...polygon.map((a, index) => {
      const b = polygon[(index + 1) % polygon.length] as Point;
      const [dz, dx] = [b.z - a.z, b.x - a.x];
      const square = dz * dz + dx * dx;
      const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((at.z - a.z) * dz + (at.x - a.x) * dx) / square));
      return Math.hypot(at.z - a.z - t * dz, at.x - a.x - t * dx);
    }),
  );
}
/** True where a point lies inside a polygon by more than a hair. */
function isInside(at: Point, polygon: Polygon): boolean {
  let inside = false;
  for (const [index, a] of polygon.entries()) {
    const b = polygon[(index + 1) % polygon.length] as Point;
    if (a.x > at.x !== b.x > at.x && at.z < ((b.z - a.z) * (at.x - a.x)) / (b.x - a.x) + a.z) inside = !inside;
  }
  return inside && distance(at, polygon) > 1e-6;
}
const cuttingOf = (scene: NonNullable<ReturnType<typeof touchScene>>) =>
  scene.tool.filter(({ part }) => part === "cutting").map(({ polygon }) => polygon)[0] as Polygon;

describe("the drawing of every touch", { timeout: 30_000 }, () => {
  it("is there for every tool, zone, axis, way and stand, with finite points", () => {
    expect(cases.length).toBeGreaterThan(1200);
    for (const one of cases) {
      const scene = touchScene(situation(one, { size: undefined, spacer: undefined }));
      expect(scene, nameOf(one)).toBeDefined();
      const points = [...(scene?.tool.flatMap(({ polygon }) => polygon) ?? []), ...(scene?.stock.flat() ?? [])];
      expect(
        points.every(({ z, x }) => Number.isFinite(z) && Number.isFinite(x)),
        nameOf(one),
      ).toBe(true);
    }
  });
  it("touches: the contact lies on the surface, and the tool on it or a spacer's thickness off it", () => {
    for (const one of cases) {
      const scene = touchScene(situation(one));
      if (!scene?.contact || one.way === "setter" || one.way === "eye") continue;
      const { contact } = scene;
      const far = one.zone.from === "minus" ? -1 : 1;
      const at = situation(one);
      if (one.axis === "x") expect(contact.x, nameOf(one)).toBeCloseTo((far * (at.size ?? 0)) / 2, 6);
      if (one.axis === "z") expect(contact.z, nameOf(one)).toBeCloseTo(at.size ?? 0, 6);
      expect(Math.min(...scene.stock.map((wall) => distance(contact, wall))), nameOf(one)).toBeLessThan(2);
      const gap = distance(contact, cuttingOf(scene));
      expect(gap, nameOf(one)).toBeCloseTo(LIES.includes(one.way) ? 2.5 : 0, 5);
    }
  });
  it("fits the spacer exactly into the gap, at its own thickness or at what can be seen", () => {
    for (const one of cases.filter(({ way }) => way === "paper" || way === "block" || way === "side"))
      for (const spacer of [0.05, 2.5, 9]) {
        const scene = touchScene(situation(one, { spacer }));
        const drawn = Math.max(spacer, base.visibleSpacer);
        const box = extent(scene?.spacer ?? []);
        const thick = one.axis === "x" ? box.xMax - box.xMin : box.zMax - box.zMin;
        expect(thick, nameOf(one)).toBeCloseTo(drawn, 6);
        expect(
          distance(scene?.contact as Point, cuttingOf(scene as NonNullable<typeof scene>)),
          nameOf(one),
        ).toBeCloseTo(drawn, 5);
      }
  });
  it("keeps what cuts out of the part: on the correct side, at the correct edge", () => {
    // Seen along the spindle, a tool on centre stands in front of the bar, not in it.
    const inSection = cases.filter(({ axis, way }) => way !== "eye" && !(axis === "y" && way === "centre"));
    for (const one of inSection) {
      const scene = touchScene(situation(one));
      if (!scene) continue;
      const inside = cuttingOf(scene).filter((corner) => scene.stock.some((wall) => isInside(corner, wall)));
      expect(inside, nameOf(one)).toEqual([]);
    }
  });
  it("backs off away from the surface, and only along the other axis after a cut", () => {
    for (const one of cases) {
      const scene = touchScene(situation(one));
      if (!scene?.contact || one.way === "setter" || one.way === "eye") continue;
      const { z, x } = scene.backOff.towards;
      if (one.way === "skim") {
        expect(one.axis === "x" ? x : z, nameOf(one)).toBe(0);
        continue;
      }
      const step = { z: scene.contact.z + z * 0.5, x: scene.contact.x + x * 0.5 };
      expect(
        scene.stock.some((wall) => isInside(step, wall)),
        nameOf(one),
      ).toBe(false);
    }
  });
  it("marks the programmed point where the equation has it: a width, half a width, a radius from the contact", () => {
    const at = (kind: Tool["kind"], axis: Axis, choice: TouchSituation["choice"], way: TouchWay = "scratch") => {
      const tool = EVERY_TOOL.find((one) => one.kind === kind) as Tool;
      const zone = EVERY_ZONE[0] as Zone;
      const scene = touchScene(situation({ tool, zone, axis, way, choice }));
      if (!scene?.contact) throw new Error("a contact");
      return axis === "z" ? scene.programmed.z - scene.contact.z : 2 * (scene.programmed.x - scene.contact.x);
    };
    expect(at("groove-outside", "z", { programmed: "left" })).toBeCloseTo(0, 6);
    expect(at("groove-outside", "z", { programmed: "right" })).toBeCloseTo(3, 6);
    expect(at("groove-outside", "z", { programmed: "left", stand: "behind" })).toBeCloseTo(-3, 6);
    expect(at("thread-outside", "z", { programmed: "centre" })).toBeCloseTo(1.6, 6);
    expect(at("live-cross-cutter", "z", {})).toBeCloseTo(3, 6);
    expect(at("groove-face", "x", { programmed: "outer" })).toBeCloseTo(8, 6);
    expect(at("drill", "z", { programmed: "corner" })).toBeCloseTo(5.9 / Math.tan((59 * Math.PI) / 180), 6);
    expect(at("reamer", "x", {}, "side")).toBeCloseTo(12 + 2 * 2.5, 6);
  });
});
