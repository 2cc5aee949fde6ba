import { describe, expect, it } from "vitest";
import { EVERY_TOOL, EVERY_ZONE, everyCase } from "../../touch/everyTool.fixture.ts";
import { TOUCH_FIELDS, TOUCH_WAYS, wayOf } from "./index.ts";

const SCHOOLS_WITH_WAYS = ["master-tool", "setter", "jog-from-preset", "fixed-overhang"] as const;
const cases = SCHOOLS_WITH_WAYS.flatMap((school) => everyCase(school, "mm", 1, "diameter"));

describe.each(TOUCH_WAYS)("way of touching: %s", (name) => {
  const way = wayOf(name);

  it("is offered for at least one tool in one place", () => {
    expect(cases.some((one) => one.way === name)).toBe(true);
  });

  it("has words that stand by themselves", () => {
    for (const axis of ["x", "y", "z"] as const) expect(way.name(axis)).toMatch(/^[A-Z][^.]+$/);
    expect(way.words).toMatch(/^[a-z][^.]+$/);
    for (const tool of EVERY_TOOL)
      for (const zone of EVERY_ZONE) expect(way.instruction({ axis: "x", tool, zone })).toMatch(/^[A-Z].*\.$/);
    if (way.caution) expect(way.caution).toMatch(/^[A-Z].*\.$/);
  });

  it("asks for a spacer's thickness exactly where something lies between", () => {
    const asks = way.fields("x").includes("spacer");
    expect(way.spacers.length > 0).toBe(asks);
    expect(way.meets.some((met) => (way.spacers as readonly string[]).includes(met))).toBe(asks);
  });

  it("asks for each field once, and for the size of a surface", () => {
    for (const axis of ["x", "y", "z"] as const) {
      const fields = way.fields(axis);
      expect(new Set(fields).size).toBe(fields.length);
      expect(fields.filter((field) => !TOUCH_FIELDS.includes(field))).toEqual([]);
      expect(fields.includes("size")).toBe(way.against === "surface");
    }
  });

  it("names only fields that it asks for", () => {
    for (const field of Object.keys(way.captions ?? {})) expect(way.fields("x")).toContain(field);
  });
});

/** Written from the trade, tool by tool, not from the ways. */
describe("ways that are offered for a tool on a turret in the school of a master tool", () => {
  const offered = (kind: string, axis: "x" | "y" | "z", hand = "right") => {
    const of = everyCase("master-tool", "mm", 1, "diameter").filter(
      ({ tool, zone, axis: on }) =>
        tool.kind === kind && zone.id === "turret" && on === axis && (!("hand" in tool) || tool.hand === hand),
    );
    return [...new Set(of.map(({ way }) => way))];
  };
  it.each([
    ["outside-turning", "x", ["skim", "paper", "block", "scratch", "slide", "setter", "eye"]],
    ["outside-turning", "z", ["skim", "paper", "block", "scratch", "pull", "setter", "eye"]],
    ["boring", "x", ["skim", "paper", "scratch", "setter", "eye"]],
    ["part-off", "z", ["paper", "block", "scratch", "pull", "setter", "eye"]],
    ["drill", "x", ["centre", "side"]],
    ["drill", "z", ["paper", "block", "scratch", "setter", "eye"]],
    ["live-cross-drill", "x", ["paper", "block", "scratch", "slide", "setter", "eye"]],
    ["live-cross-drill", "y", ["centre", "paper", "block"]],
  ] as const)("%s on %s", (kind, axis, ways) => {
    expect(offered(kind, axis)).toEqual(ways);
  });
});
