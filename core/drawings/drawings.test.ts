import { describe, expect, it } from "vitest";
import { HAND_WORKED, handTool } from "../part/handWorked.fixture.ts";
import { finishedPart, type PartProfile } from "../part/index.ts";
import { programMotions } from "../program/index.ts";
import { compareProfiles, frontShift, profileDxf, profileSvg, readProfileDxf } from "./index.ts";

function profileOf(text: string, hole = 0): PartProfile {
  const { motions } = programMotions(`O1\nG21 G40 G54 G99\n${text}\nM30\n`);
  const part = finishedPart(motions, handTool(), { radius: 25, hole, front: 1 });
  if (!part) throw new Error("this program leaves a part");
  return part.profile;
}
/** A drawing written by hand: groups of a code and a value. */
const dxf = (entities: string) =>
  `0\nSECTION\n2\nENTITIES\n${entities.trim().split(/\s+/).join("\n")}\n0\nENDSEC\n0\nEOF\n`;
const read = (text: string) => {
  const found = readProfileDxf(text, "mm");
  if (!found.ok) throw new Error(found.refusal.message);
  return found.value;
};

/** Ø 30 to −17, a fillet of 3, a shoulder at −20; the face from the centreline. */
const FILLET_OF_3 = dxf(`
  0 LINE 8 0 10 0 20 0 11 0 21 15
  0 LINE 8 0 10 0 20 15 11 -17 21 15
  0 ARC 8 0 10 -17 20 18 40 3 50 180 51 270
  0 LINE 8 0 10 -20 20 18 11 -20 21 25
`);
const FACE = "T0101\nG0 X54. Z0\nG1 X-1.6 F.2\nG0 X54. Z2.\n";
const fillet = (radius: number) =>
  profileOf(`${FACE}G42 X30.\nG1 Z-${20 - radius}.\nG2 X${30 + 2 * radius}. Z-20. R${radius}.\nG1 X54.\nG40 G0 X60.`);

describe("a drawing beside the part of a program", () => {
  it("has nothing that differs where it is the same", () => {
    expect(compareProfiles(fillet(3), read(FILLET_OF_3).pieces, 0.005)).toEqual([]);
  });
  it("names the fillet that is another one, and by how much: (√2 − 1) × 1", () => {
    const [first] = compareProfiles(fillet(2), read(FILLET_OF_3).pieces, 0.02);
    expect(first).toMatchObject({ of: "drawing", piece: { arc: { radius: 3 } } });
    expect(first?.by).toBeCloseTo(Math.SQRT2 - 1, 3);
    expect(first?.at.z).toBeCloseTo(-19.121, 3);
    expect(first?.at.r).toBeCloseTo(15.879, 3);
  });
  it("is moved to the front of the part, wherever its zero is", () => {
    const away = dxf(`
      0 LINE 8 0 10 100 20 0 11 100 21 15
      0 LINE 8 0 10 100 20 15 11 83 21 15
      0 ARC 8 0 10 83 20 18 40 3 50 180 51 270
      0 LINE 8 0 10 80 20 18 11 80 21 25
    `);
    const { pieces } = read(away);
    const shift = frontShift(fillet(3), pieces);
    expect(shift).toBe(-100);
    expect(compareProfiles(fillet(3), pieces, 0.005, shift)).toEqual([]);
  });
  it("is turned up where it lies under the centreline, and the centreline is no part of it", () => {
    const under = dxf(`
      0 LINE 8 0 10 0 20 0 11 -60 21 0
      0 LINE 8 0 10 0 20 0 11 0 21 -15
      0 LINE 8 0 10 0 20 -15 11 -17 21 -15
      0 ARC 8 0 10 -17 20 -18 40 3 50 90 51 180
      0 LINE 8 0 10 -20 20 -18 11 -20 21 -25
    `);
    expect(compareProfiles(fillet(3), read(under).pieces, 0.005)).toEqual([]);
  });
  it("may be one polyline; a quarter has a bulge of tan 22.5°", () => {
    const bulge = Math.tan(Math.PI / 8);
    const polyline = dxf(`
      0 LWPOLYLINE 8 0 90 5 70 0
      10 0 20 0 10 0 20 15
      10 -17 20 15 42 ${-bulge}
      10 -20 20 18 10 -20 20 25
    `);
    expect(compareProfiles(fillet(3), read(polyline).pieces, 0.005)).toEqual([]);
  });
  it("may be in inches", () => {
    const inches = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n1\n0\nENDSEC\n${dxf("0 LINE 8 0 10 0 20 0 11 0 21 0.5\n0 LINE 8 0 10 0 20 0.5 11 -1 21 0.5")}`;
    expect(read(inches)).toMatchObject({ unit: "in", pieces: [{ to: { r: 12.7 } }, { to: { z: -25.4 } }] });
  });
  it("passes text and points over by name, and is refused where it is no drawing", () => {
    expect(read(dxf("0 LINE 8 0 10 0 20 5 11 -9 21 5\n0 CIRCLE 8 0 10 0 20 0 40 3")).passedOver).toEqual(["CIRCLE"]);
    for (const text of ["", "G0 X10", dxf(""), dxf("0 CIRCLE 8 0 10 0 20 0 40 3"), "\u0000\u0001"])
      expect(readProfileDxf(text, "mm")).toMatchObject({ ok: false, refusal: { code: "no-drawing" } });
  });
});

describe("a profile as a file", () => {
  it.each(HAND_WORKED.filter(({ zone }) => !zone))("comes back from DXF as it was: $about", ({ text, hole = 0 }) => {
    const profile = profileOf(text, hole / 2);
    for (const unit of ["mm", "in"] as const) {
      const { pieces, unit: named } = read(profileDxf(profile, "Part", unit).text);
      expect(named).toBe(unit);
      expect(compareProfiles(profile, pieces, 0.001)).toEqual([]);
    }
  });
  it("is an SVG to scale, named after the part", () => {
    const { name, text } = profileSvg(fillet(3), "Cap <1>");
    expect(name).toBe("Cap-1.svg");
    // 25 high on both sides and 5 of margin.
    expect(text).toMatch(/<svg [^>]*height="60mm"/);
    expect(text).toContain("A3 3 0 0 1 -20 -18");
    expect(text).not.toContain("<1>");
  });
});
