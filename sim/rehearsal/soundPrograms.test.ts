import { describe, expect, it } from "vitest";
import { programMachine, programMotions } from "../../core/program/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import { FULL_TURRET, fullTurret } from "./fullTurret.fixture.ts";
import { comparedWith, rehearse, stageOf } from "./index.ts";
import { SOUND_PROGRAMS } from "./soundPrograms.fixture.ts";

const TOOLS: Readonly<Record<string, Tool>> = {
  ...FULL_TURRET,
  "12": { kind: "bar-stop", description: "Stop", diameter: 30, overhang: 40 },
  "13": { kind: "bar-puller", description: "Puller", diameter: 60, overhang: 50 },
};
/** Largest nose on the turret. */
const NOSE = 0.8;

describe("a sound program", () => {
  it.each(SOUND_PROGRAMS)("plays without a finding: $about", ({ text, toFace = 1, hole }) => {
    const setup = fullTurret({ tools: TOOLS, stock: { toFace }, ...(hole !== undefined && { hole }) });
    const { motions, reading } = programMotions(`%\nO1\nG21 G40 G54 G99\n${text}M30\n%`, programMachine(setup.machine));
    expect(reading.followed?.left).toEqual([]);
    const stage = stageOf(setup);
    expect(stage.left).toEqual([]);
    const played = rehearse(stage, motions, { margin: 1 });
    expect(played.findings).toEqual([]);
    expect(played.notRehearsed.filter(({ why }) => why !== "driven-cut")).toEqual([]);
    const wanted = rehearse(stage, motions, { margin: 1, asProgrammed: true });
    const differences = comparedWith(wanted, played, -38, NOSE).filter(({ kind }) => kind !== "corner");
    expect(differences).toEqual([]);
  });
});
