import { describe, expect, it } from "vitest";
import { SCENARIO_LATHES } from "../../sim/scenario/lathes.ts";
import { readDrive, readPutUp } from "./practiceRequest.server.ts";

describe("readDrive", () => {
  it("takes what a lathe can be told, complete and of sensible size", () => {
    const commands = [
      { do: "jog", axis: "x", by: -0.01 },
      { do: "advance", milliseconds: 16 },
      { do: "call", station: "5" },
      { do: "hold-spacer", spacer: { kind: "paper", thickness: 0.09, axis: "z" } },
      { do: "pull-bar" },
    ];
    expect(readDrive({ base: 3, commands }).ok).toBe(true);
  });
  it.each([
    { do: "jog", axis: "x", by: "far" },
    { do: "jog", axis: "q", by: 1 },
    { do: "jog", axis: "x" },
    { do: "jog", axis: "x", by: 1, and: 2 },
    { do: "launch" },
    { do: "advance", milliseconds: 1e9 },
    { do: "enter-offset", offset: "../1", axis: "x", register: "geometry", as: "overwrite", number: 1 },
    {},
  ])("refuses %j", (command) => {
    expect(readDrive({ base: 0, commands: [command] }).ok).toBe(false);
  });
});

describe("readPutUp", () => {
  it("takes a whole lathe and refuses half of one", () => {
    const config = SCENARIO_LATHES.turret;
    expect(readPutUp({ label: "Turret", seed: 1, config })).toMatchObject({ ok: true });
    expect(readPutUp({ label: "Turret", seed: 1, config: { ...config, tools: [] } }).ok).toBe(false);
    expect(readPutUp({ label: "Turret", seed: 1.5, config }).ok).toBe(false);
    expect(readPutUp({ label: "Turret", seed: 1, config: { ...config, parts: {} } }).ok).toBe(false);
  });
});
