import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type MachineProfile, machineProfileSchema, stationSchema, zoneSchema } from "../machine/index.ts";
import {
  isOverdue,
  itemWords,
  type NamedItem,
  profileFields,
  profileOfTexts,
  readTypedItem,
  readWorkshopFile,
  shopTolerance,
  textsOfProfile,
  typedItem,
  WORKSHOP_KINDS,
  type WorkshopKind,
  writeWorkshopCsv,
  writeWorkshopJson,
} from "./index.ts";

const demo = (name: string) => JSON.parse(readFileSync(new URL(`../../db/demo/${name}`, import.meta.url), "utf8"));
const items: Readonly<Record<WorkshopKind, readonly NamedItem[]>> = demo("workshop.json");
const machines: readonly MachineProfile[] = demo("machines.json");

describe.each(WORKSHOP_KINDS)("%s", (kind) => {
  it("comes back from JSON and from CSV as it was", () => {
    for (const text of [writeWorkshopJson(kind, items[kind]), writeWorkshopCsv(kind, items[kind])])
      expect(readWorkshopFile(kind, text, () => true)).toEqual({ ok: true, value: items[kind] });
  });
  it("is typed as it is shown, and said in a few words", () => {
    for (const { content } of items[kind]) {
      expect(readTypedItem(kind, typedItem(kind, content), { unit: "mm" })).toEqual({ ok: true, value: content });
      expect(itemWords(kind, content, "mm").length).toBeGreaterThan(4);
    }
  });
  it("takes nothing from a broken file", () => {
    const good = writeWorkshopCsv(kind, items[kind]);
    for (const [text, words] of [
      ["{", "not JSON"],
      ['{"format":"x"}', "format"],
      [writeWorkshopJson(kind, items[kind]).replace('"version": 1', '"version": 2'), "version 2"],
      [writeWorkshopJson(kind === "gauge" ? "spacer" : "gauge", []), "not “"],
      [`${good}${good.split("\n")[1]}\n`, "twice"],
      ["colour,name\nred,a\n", "first column"],
      ["name,colour\na,red\n", "colour"],
      ['name,note\na,"open\n', "quotation mark"],
    ] as const) {
      const read = readWorkshopFile(kind, text, () => true);
      expect(read.ok ? "read" : read.refusal.message).toContain(words);
    }
    expect(readWorkshopFile(kind, writeWorkshopJson(kind, items[kind]), () => false).ok).toBe(false);
  });
});

describe("typed items", () => {
  const gauge = { kind: "micrometer", uncertainty: "0.003", calibrated: "2026-03-02", due: "2027-03-02" };
  it("read a spacer in inches into millimetres", () => {
    const read = readTypedItem("spacer", { kind: "paper", thickness: ".0035", uncertainty: ".0003" }, { unit: "in" });
    expect(read).toEqual({ ok: true, value: { kind: "paper", thickness: 0.0889, uncertainty: 0.00762 } });
  });
  it.each([
    ["gauge", { ...gauge, kind: "" }, "kind"],
    ["gauge", { ...gauge, uncertainty: "-1" }, "uncertainty"],
    ["gauge", { ...gauge, due: "2025-01-01" }, "due"],
    ["gauge", { ...gauge, calibrated: "2026-02-30" }, "calibrated"],
    ["spacer", { kind: "paper", thickness: "0", uncertainty: "0.001" }, "thickness"],
    ["spacer", { kind: "paper", thickness: "3000", uncertainty: "0.001" }, "thickness"],
    ["insert", { designation: "QQQ 12" }, "designation"],
    ["tolerance", { of: "diameter", plusMinus: "0" }, "plusMinus"],
    ["assembly", {}, "toolKind"],
    ["assembly", { toolKind: "drill", diameter: "8" }, "pointAngle"],
  ] as const)("of a %s are refused in their field: %j", (kind, texts, field) => {
    const read = readTypedItem(kind, texts, { unit: "mm" });
    expect(read.ok ? [] : Object.keys(read.refusal.fields)).toContain(field);
  });
  it("know the calendar", () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date("1990-01-01"), max: new Date("2099-12-31"), noInvalidDate: true }),
        (date) => {
          const day = date.toISOString().slice(0, 10);
          expect(readTypedItem("gauge", { ...gauge, calibrated: day, due: "" }, { unit: "mm" }).ok).toBe(true);
        },
      ),
    );
  });
  it("say when a gauge is overdue", () => {
    const [, late] = items.gauge;
    if (!late) throw new Error("the demo has an overdue gauge");
    expect(isOverdue("gauge", late.content, "2026-11-25")).toBe(true);
    expect(isOverdue("gauge", late.content, "2026-06-16")).toBe(false);
  });
});

describe("a machine's profile as texts", () => {
  it.each(machines.map((machine) => [machine.name, machine] as const))("comes back whole: %s", (_, machine) => {
    const { zones, stations, ...rest } = machine;
    expect(profileOfTexts(machineProfileSchema, textsOfProfile(machineProfileSchema, machine))).toEqual(rest);
    for (const zone of zones ?? []) expect(profileOfTexts(zoneSchema, textsOfProfile(zoneSchema, zone))).toEqual(zone);
    for (const one of stations ?? [])
      expect(profileOfTexts(stationSchema, textsOfProfile(stationSchema, one))).toEqual(one);
  });
  it("leaves a number that cannot be read to the schema's refusal, and opens ranges into their ends", () => {
    expect(
      profileOfTexts(machineProfileSchema, { "travel/x/0": "abc", "travel/x/1": "5", "resolution/x": "0,001" }),
    ).toEqual({
      travel: { x: ["abc", 5] },
      resolution: { x: 0.001 },
    });
    expect(profileFields(machineProfileSchema).find(({ path }) => path === "setter/kind")?.required).toBe(false);
  });
});

describe("shopTolerance", () => {
  const shop = [
    { of: "diameter", plusMinus: 0.1 },
    { of: "diameter", plusMinus: 0.05, upTo: 30 },
    { of: "diameter", plusMinus: 0.02, upTo: 10 },
    { of: "length", plusMinus: 0.2, upTo: 100 },
  ] as const;
  it.each([
    ["diameter", 10, 0.02],
    ["diameter", 10.001, 0.05],
    ["diameter", 80, 0.1],
    ["length", 100, 0.2],
    ["length", 101, undefined],
  ] as const)("holds a %s of %s to ± %s", (of, size, plusMinus) => {
    expect(shopTolerance(shop, of, size)).toBe(plusMinus);
  });
});
