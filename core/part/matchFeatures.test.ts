import { describe, expect, it } from "vitest";
import type { Feature } from "../ledger/index.ts";
import type { PartDimension } from "./dimensions.ts";
import { matchFeatures } from "./matchFeatures.ts";

const maker = (offset: string) => ({ path: 1, offset, line: 1 });
const diameter = (nominal: number, offset = "1", z = -10, side: "outer" | "inner" = "outer"): PartDimension => ({
  key: `${side} ${nominal} ${z}`,
  kind: "diameter",
  side,
  nominal,
  maker: maker(offset),
  from: undefined,
  at: [
    { z: z + 5, r: nominal / 2 },
    { z: z - 5, r: nominal / 2 },
  ],
});
const length = (kind: "length" | "width", nominal: number, offset: string, from: string): PartDimension => ({
  ...diameter(nominal, offset),
  key: `${kind} ${nominal}`,
  kind,
  from: maker(from),
});
const feature = (name: string, nominal: number, more: Partial<Feature> = {}): Feature => ({
  entry: name,
  seq: 1,
  person: "",
  at: "",
  feature: name,
  name,
  offset: "1",
  axis: "x",
  nominal,
  lower: -0.05,
  upper: 0.05,
  ...more,
});
const found = (dimensions: readonly PartDimension[], features: readonly Feature[]) => {
  const { matched, others } = matchFeatures(dimensions, features);
  return {
    matched: Object.fromEntries([...matched].map(([key, one]) => [key, [one.feature.name, one.isChanged]])),
    others: others.map(({ name }) => name),
  };
};

describe("matchFeatures", () => {
  it("goes by size and not by order", () => {
    expect(found([diameter(44), diameter(48)], [feature("flange", 48), feature("collar", 44)])).toEqual({
      matched: { "outer 44 -10": ["collar", false], "outer 48 -10": ["flange", false] },
      others: [],
    });
  });
  it("follows an edited size and says so, and leaves out what is gone", () => {
    expect(found([diameter(44.1)], [feature("collar", 44), feature("old", 60)])).toEqual({
      matched: { "outer 44.1 -10": ["collar", true] },
      others: ["old"],
    });
  });
  it("tells a bore from an outside, and two alike by their place", () => {
    const features = [
      feature("bore", 30, { form: "bore" }),
      feature("front seat", 30, { form: "cylinder", atZ: -5 }),
      feature("back seat", 30, { form: "cylinder", atZ: -45 }),
    ];
    expect(
      found([diameter(30, "1", -44), diameter(30, "4", -20, "inner"), diameter(30, "2", -6)], features).matched,
    ).toEqual({
      "outer 30 -44": ["back seat", false],
      "inner 30 -20": ["bore", false],
      "outer 30 -6": ["front seat", false],
    });
  });
  it("takes a length for one from the face, whose coordinate is negative, and a width for one between walls", () => {
    const features = [
      feature("wall", -4.5, { axis: "z", offset: "17" }),
      feature("width", -4.5, { axis: "z", offset: "7", from: { offset: "17", is: "wall" } }),
    ];
    expect(found([length("width", 4.5, "7", "17"), length("length", 4.5, "17", "1")], features).matched).toEqual({
      "width 4.5": ["width", false],
      "length 4.5": ["wall", false],
    });
  });
  it("takes a size on a taper for the same at the same place alone, and a chamfer's for none", () => {
    const place = { z: -20, r: 17.5 };
    const gauge: PartDimension = { ...diameter(35), key: "gauge", kind: "gauge", at: [place, place] };
    const taper = (name: string, atZ: number) => feature(name, 35, { form: "taper", atZ });
    expect(found([gauge, diameter(35.2)], [taper("elsewhere", -22), taper("there", -20)])).toEqual({
      matched: { gauge: ["there", false] },
      others: ["elsewhere"],
    });
    expect(found([gauge, diameter(35)], [feature("chamfer", 35, { form: "chamfer", atZ: -20 })]).matched).toEqual({});
    expect(found([gauge], [feature("seat", 35, { form: "cylinder", atZ: -20 })]).matched).toEqual({});
  });
});
