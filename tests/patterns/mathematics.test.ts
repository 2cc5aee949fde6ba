import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { pairAt } from "../../core/clearance/combs.ts";
import { travel } from "../../core/clearance/index.ts";
import { correctionsOf } from "../../core/correction/index.ts";
import { machineFixture, toolFixture } from "../../core/ledger/setup.fixture.ts";
import { errorBudget } from "../../core/limits/index.ts";
import { machineReadout } from "../../core/machine/index.ts";
import { centreHeightOf, overhangOf, pinExposure, squarenessOf, sweepOf } from "../../core/mount/index.ts";
import { noseDeviation } from "../../core/nose/index.ts";
import { rebased } from "../../core/offsets/schools.ts";
import { plausibilityOf } from "../../core/plausibility/index.ts";
import { type ContactTool, contactToProgrammed } from "../../core/tool/index.ts";
import { secondOffset } from "../../core/tool/secondOffset.ts";
import { armError } from "../../core/touch/armLength.ts";
import { type Surface, solveTouch, type TouchMethod } from "../../core/touch/index.ts";

const page = readFileSync(path.resolve(import.meta.dirname, "../../docs/MATHEMATICS.md"), "utf8");

/** Sums that the page works out by hand, by name: what is reckoned, and the result as it is written. */
const worked = new Map(
  [...page.matchAll(/^- By hand, `([^`]+)`: ((?:.|\n {2})+)/gm)].map(([, name = "", text = ""]) => [
    name,
    [...text.matchAll(/`([^`]+) = ([^`=]+)`/g)].map(([, sum = "", result = ""]) => ({ sum, result })),
  ]),
);

const numberOf = (text: string) => Number(text.replace("−", "-"));
const digitsOf = (text: string) => text.split(".")[1]?.length ?? 0;

/** Does the arithmetic of a line by itself, with nothing of the product: the language's own operators. */
function reckon(sum: string): number {
  const plain = sum
    .replaceAll("−", "-")
    .replaceAll("·", "*")
    .replaceAll("÷", "/")
    .replaceAll("²", "**2")
    .replaceAll("³", "**3")
    .replaceAll("⁴", "**4")
    .replaceAll("√", "Math.sqrt")
    .replaceAll("π", "Math.PI")
    .replace(/\b(sin|cos|tan)\(([^()]+)\)/g, "Math.$1(($2) * Math.PI / 180)");
  if (!/^(?:[\d\s.+*/()-]|Math\.(?:sqrt|sin|cos|tan|PI))+$/.test(plain)) throw new Error(`${sum} is no sum`);
  return new Function(`return ${plain}`)() as number;
}

const tip: ContactTool = { shape: "tip" };
function touch(
  machine: number,
  surface: Surface,
  spacer: number,
  { geometry = 0, solveFor = "geometry" as "geometry" | "work", axis = "x" as "x" | "z" } = {},
): number {
  const method: TouchMethod = { by: "surface", solveFor, machine: machineReadout(machine), surface, spacer, tool: tip };
  return solveTouch({ axis, method, geometry, wear: 0, work: 0, storedSign: 1, resolution: 0.0001 }).exact;
}

const feature = (id: string, target: number, measured: number, uncertainty: number) =>
  ({ id, offset: "1", axis: "x", target, measured, uncertainty, form: "cylinder" }) as const;

/** The same lengths, asked of the code. */
const BY_CODE: Readonly<Record<string, () => readonly number[]>> = {
  skim: () => [touch(-284.29, { kind: "outside", diameter: 54.96, across: false }, 0)],
  "paper in a bore": () => [touch(-310.5, { kind: "bore", diameter: 24, across: false }, 0.09)],
  "work offset": () => [
    touch(-402.5, { kind: "face", z: 0.3, stand: "front" }, 0, { geometry: -12.4, solveFor: "work", axis: "z" }),
  ],
  blade: () => [contactToProgrammed({ shape: "blade", width: 3, touching: "left", programmed: "right" }, "z", 1)],
  drill: () => [contactToProgrammed({ shape: "drill", diameter: 11.8, pointAngle: 118, programmed: "corner" }, "z", 1)],
  cutter: () => [contactToProgrammed({ shape: "cutter", diameter: 10 }, "z", 1)],
  school: () => [rebased({ tools: [{ offset: "2", z: -402.5 }], work: 0 }, -400).tools[0]?.z ?? Number.NaN],
  "second offset": () => [
    secondOffset({ x: 0, z: -402.88, noseRadius: 0.2, tip: { x: -1, z: -1 } }, 3, "left", "right").z ?? Number.NaN,
  ],
  overhang: () => {
    const method: TouchMethod = { by: "overhang", standard: 25, actual: 25.35 };
    return [solveTouch({ axis: "x", method, geometry: 0, wear: 0, work: 0, storedSign: 1, resolution: 0.001 }).exact];
  },
  arm: () => [armError(0.2, 30).x, armError(0.2, 30).z],
  travel: () => [
    travel({
      limits: { x: [-400, 12], z: [-900, 0] },
      margin: 2,
      tools: [{ offset: "1", geometry: { x: -340, z: -400 }, box: { x: null, z: null }, retract: { x: 360 } }],
    })[0]?.excess ?? Number.NaN,
  ],
  chamfer: () => {
    const found = noseDeviation({
      profile: [
        [40, -10],
        [60, -20],
      ],
      side: "outside",
      real: { radius: 0.8, code: 3 },
      control: { radius: 0.8, code: 3, compensated: false },
      numbering: "A",
    });
    return [found.ok ? found.value.largest : Number.NaN];
  },
  budget: () => [errorBudget(machineFixture, toolFixture, "x", "skim", 0.025).expanded],
  "paper ignored": () => {
    const { kinds } = plausibilityOf({
      units: "mm",
      resolution: 0.001,
      axis: "x",
      scatter: 0.01,
      value: -339.432,
      history: [-339.632],
      touch: { surface: { kind: "outside", diameter: 54.96, across: false }, tool: tip, spacer: 0.1 },
    });
    return [kinds.find(({ kind }) => kind === "paper-ignored")?.corrected ?? Number.NaN];
  },
  combs: () => [pairAt(2, 50, { lateral: 0, radius: 8, standout: 28 }, { lateral: 0, radius: 8, standout: 24 }).excess],
  "first part": () => [
    correctionsOf([feature("a", 30, 30.012, 0.003), feature("b", 24, 24.01, 0.006)], 0.0001)[0]?.exact ?? Number.NaN,
  ],
  sweep: () => {
    const readings = [0.02, 0, -0.02, 0].map((reading, index) => ({ angle: index * 90, reading }));
    const found = sweepOf(readings, "bore");
    return [found.ok ? found.value.shiftX : Number.NaN];
  },
  squareness: () => [squarenessOf(0, 0.03, 40, 12).drift],
  "centre height": () => [centreHeightOf(0.2, 4, 40).uncalibrated],
  bar: () => [overhangOf("steel", 16, 80, 60).deflection],
  pin: () => {
    const found = pinExposure(8, 3, 20);
    return [found.ok ? found.value.exposed : Number.NaN];
  },
};

describe("docs/MATHEMATICS.md", () => {
  it("has a sum worked out by hand for everything that is asked of the code here, and the other way round", () => {
    expect([...worked.keys()].sort()).toEqual(Object.keys(BY_CODE).sort());
  });
  it("has one in every section that gives a formula", () => {
    const sections = page.split(/^## /m).slice(1);
    const without = sections.filter((section) => !section.includes("- By hand,")).map((one) => one.split("\n")[0]);
    // A table of codes, each of which the tests of core/tool hold one by one.
    expect(without).toEqual(["Tip orientation"]);
  });
  describe.each([...worked])("%s", (name, sums) => {
    it("is reckoned right on the page", () => {
      for (const { sum, result } of sums) expect(reckon(sum)).toBeCloseTo(numberOf(result), digitsOf(result));
    });
    it("is what the code gives", () => {
      const found = BY_CODE[name]?.() ?? [];
      expect(found).toHaveLength(sums.length);
      for (const [index, { result }] of sums.entries())
        expect(found[index]).toBeCloseTo(numberOf(result), digitsOf(result));
    });
  });
});
