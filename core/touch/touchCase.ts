import type { Axis } from "../machine/index.ts";
import { machineReadout } from "../machine/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import type { BladeEdge, ContactTool } from "../tool/programmedPoint.ts";
import { usualResolution } from "../units/index.ts";
import { SURFACE_AXES, type Surface } from "./surface.ts";
import type { TouchMethod, TouchProblem } from "./touchEquation.ts";

type TouchCaseCode = "missing" | "not-finite" | "negative-thickness" | "bad-surface-for-axis" | "bad-edge" | "unknown";
type Reason = Refusal<TouchCaseCode>;
type Json = Readonly<Record<string, unknown>>;

/** Leaves the reading of a case at the first thing that cannot be; caught in {@link readTouchCase} alone. */
class CaseRefused {
  constructor(readonly refusal: Reason) {}
}
const refuse = (code: TouchCaseCode, message: string) => new CaseRefused({ code, message });

/**
 * Reads one case of the scripted contract (docs/formats/commands.md) into a touch problem, or says why it cannot be worked.
 * Takes parsed JSON of any shape; lengths stay in the case's own unit.
 */
export function readTouchCase(json: unknown): Answer<TouchProblem, Reason> {
  try {
    return accepted(problemOf(objectOf(json, "the case")));
  } catch (failure) {
    if (!(failure instanceof CaseRefused)) throw failure;
    return refused(failure.refusal);
  }
}

/** What a touch was made with, apart from where the machine stood. */
export interface CaseContact {
  /** Undefined on a setter. */
  readonly surface: Surface | undefined;
  readonly tool: ContactTool;
  readonly spacer: number;
}

/** Edges and points that no slip depends on, where a case does not say them. */
const USUAL_POINT: Readonly<Record<string, string>> = {
  blade: "left",
  thread: "left",
  drill: "point",
  nose: "tip",
};

/** Reads surface, tool and spacer of a case in the same form; edges, points and a point angle may be left out. */
export function readCaseContact(json: unknown, axis: Axis): Answer<CaseContact, Reason> {
  try {
    const one = objectOf(json, "the case");
    const spacer = number(one, "spacer", 0);
    if (spacer < 0) throw refuse("negative-thickness", `A spacer cannot be thinner than nothing (${spacer}).`);
    const kind = objectOf(one.surface, "surface");
    const surface = kind.kind === "setter" ? undefined : surfaceOf(kind, axis);
    const tool = objectOf(one.tool, "tool");
    const usual = { touching: "left", programmed: USUAL_POINT[String(tool.shape)] };
    const whole = { ...usual, ...one, tool: { pointAngle: 180, ...tool } };
    return accepted({ surface, tool: toolOf(whole, axis), spacer });
  } catch (failure) {
    if (!(failure instanceof CaseRefused)) throw failure;
    return refused(failure.refusal);
  }
}

function problemOf(json: Json): TouchProblem {
  const units = word(json, "units", ["mm", "in"]);
  const axis = word(json, "axis", ["x", "y", "z"]);
  const solveFor = word(json, "solveFor", ["geometry", "work"]);
  const resolution = number(json, "resolution", usualResolution(units));
  if (resolution <= 0) throw refuse("not-finite", `The resolution must be above 0, not ${resolution}.`);
  const storedSign = json.storedSign ?? 1;
  if (storedSign !== 1 && storedSign !== -1) throw refuse("unknown", "The stored sign must be 1 or -1.");
  return {
    axis,
    method: methodOf(json, axis, solveFor),
    geometry: number(json, "geometry", 0),
    wear: number(json, "wear", 0),
    work: number(json, "work", 0),
    storedSign,
    resolution,
  };
}

function methodOf(json: Json, axis: Axis, solveFor: "geometry" | "work"): TouchMethod {
  if (json.overhang !== undefined) {
    geometryOnly(solveFor, "A fixed overhang");
    if (axis !== "x")
      throw refuse("bad-surface-for-axis", "A fixed overhang sets X; on Z the holder is slid to the bar end.");
    const overhang = objectOf(json.overhang, "overhang");
    return { by: "overhang", standard: number(overhang, "standard"), actual: number(overhang, "actual") };
  }
  const spacer = number(json, "spacer", 0);
  if (spacer < 0) throw refuse("negative-thickness", `A spacer cannot be thinner than nothing (${spacer}).`);
  const kind = objectOf(json.surface, "surface");
  if (kind.kind === "setter" && json.preset === undefined) {
    geometryOnly(solveFor, "A setter");
    return {
      by: "setter",
      machine: machineReadout(number(json, "machine")),
      trigger: number(kind, "trigger"),
      side: kind.stand === "behind" || kind.stand === "minus" ? -1 : 1,
      tool: toolOf(json, axis),
    };
  }
  const surface = surfaceOf(kind, axis);
  const tool = toolOf(json, axis);
  if (json.preset !== undefined) {
    geometryOnly(solveFor, "Jogging from a preset");
    const preset = objectOf(json.preset, "preset");
    const [old, retreat, jog] = [number(preset, "old"), number(preset, "retreat"), number(preset, "jog")];
    return { by: "preset", old, retreat, jog, surface, spacer, tool };
  }
  return { by: "surface", solveFor, machine: machineReadout(number(json, "machine")), surface, spacer, tool };
}

function geometryOnly(solveFor: "geometry" | "work", what: string): void {
  if (solveFor === "work") throw refuse("unknown", `${what} gives a tool's geometry, not a work offset.`);
}

function surfaceOf(json: Json, axis: Axis): Surface {
  const kind = word(json, "kind", ["outside", "bore", "face", "centre", "bar-side"]);
  if (!SURFACE_AXES[kind].includes(axis))
    throw refuse(
      "bad-surface-for-axis",
      `A surface of kind “${kind}” says nothing about ${axis.toUpperCase()}; it goes with ${SURFACE_AXES[kind].join(" or ").toUpperCase()}.`,
    );
  switch (kind) {
    case "outside":
    case "bore": {
      const across = json.across ?? false;
      if (typeof across !== "boolean") throw refuse("unknown", "“across” must be true or false.");
      return { kind, diameter: size(json, "diameter"), across };
    }
    case "face":
      return { kind, z: number(json, "z"), stand: word(json, "stand", ["front", "behind"], "front") };
    case "centre":
      return { kind };
    case "bar-side":
      return { kind, diameter: size(json, "diameter"), stand: word(json, "stand", ["plus", "minus"]) };
  }
}

function toolOf(json: Json, axis: Axis): ContactTool {
  const tool = objectOf(json.tool, "tool");
  const shape = word(tool, "shape", ["tip", "blade", "thread", "drill", "cutter", "nose"]);
  switch (shape) {
    case "tip":
      return { shape };
    case "blade":
    case "thread": {
      // Edges matter on Z only; elsewhere they may be left out, and are still refused when they are no edges.
      const otherwise = axis === "z" ? undefined : "left";
      const touched: readonly BladeEdge[] = shape === "blade" ? ["left", "right"] : ["left", "right", "centre"];
      const touching = edge(json, "touching", touched, otherwise);
      return {
        shape,
        width: size(tool, "width"),
        touching,
        programmed: edge(json, "programmed", ["left", "right", "centre"], otherwise),
      };
    }
    case "drill": {
      const pointAngle = number(tool, "pointAngle", axis === "z" ? undefined : 180);
      if (pointAngle <= 0 || pointAngle > 180)
        throw refuse("not-finite", `A point angle lies above 0 and up to 180 degrees, not ${pointAngle}.`);
      return {
        shape,
        diameter: size(tool, "diameter"),
        pointAngle,
        programmed: edge(json, "programmed", ["point", "corner"], axis === "z" ? undefined : "point"),
      };
    }
    case "cutter":
      return { shape, diameter: size(tool, "diameter") };
    case "nose":
      return {
        shape,
        radius: size(tool, "radius"),
        programmed: edge(json, "programmed", ["tip", "centre"], axis === "y" ? "tip" : undefined),
      };
  }
}

function objectOf(value: unknown, name: string): Json {
  if (value === undefined || value === null) throw refuse("missing", `${sentence(name)} is missing.`);
  if (typeof value !== "object" || Array.isArray(value))
    throw refuse("unknown", `${sentence(name)} must be an object.`);
  return value as Json;
}

function number(json: Json, name: string, otherwise?: number): number {
  const value = json[name];
  if (value === undefined || value === null) {
    if (otherwise !== undefined && value === undefined) return otherwise;
    throw refuse("missing", `${sentence(name)} is missing.`);
  }
  if (typeof value !== "number" || !Number.isFinite(value))
    throw refuse("not-finite", `${sentence(name)} must be a number, not ${JSON.stringify(value) ?? "nothing"}.`);
  return value;
}

/** A width, diameter or radius: a number that cannot be negative. */
function size(json: Json, name: string): number {
  const value = number(json, name);
  if (value < 0) throw refuse("negative-thickness", `${sentence(name)} cannot be less than 0 (${value}).`);
  return value;
}

function word<const Word extends string>(json: Json, name: string, words: readonly Word[], otherwise?: Word): Word {
  return oneOf(json, name, words, otherwise, "unknown");
}
function edge<const Word extends string>(
  json: Json,
  name: string,
  words: readonly Word[],
  otherwise?: NoInfer<Word>,
): Word {
  return oneOf(json, name, words, otherwise, "bad-edge");
}
function oneOf<Word extends string>(
  json: Json,
  name: string,
  words: readonly Word[],
  otherwise: Word | undefined,
  code: TouchCaseCode,
): Word {
  const value = json[name] ?? otherwise;
  if (value === undefined)
    throw refuse("missing", `${sentence(name)} is missing. Expected one of ${words.join(", ")}.`);
  if (!words.includes(value as Word))
    throw refuse(code, `${sentence(name)} cannot be ${JSON.stringify(value)}. Expected one of ${words.join(", ")}.`);
  return value as Word;
}

const sentence = (name: string) => (name.startsWith("the ") ? `T${name.slice(1)}` : `“${name}”`);
