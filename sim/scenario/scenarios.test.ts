import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { SCENARIO_LATHES } from "./lathes.ts";
import { runScenario, type Scenario } from "./scenario.ts";

const folder = new URL("./slips/", import.meta.url);
const scenarios = readdirSync(folder).map(
  (file) => [file, JSON.parse(readFileSync(new URL(file, folder), "utf8")) as Scenario] as const,
);

function lathe({ lathe }: Scenario) {
  const config = SCENARIO_LATHES[lathe];
  if (!config) throw new Error(`no lathe “${lathe}”`);
  return config;
}

describe("scenarios", () => {
  it.each(scenarios)("%s", (_file, scenario) => {
    expect(runScenario(scenario, lathe(scenario)).unmet).toEqual([]);
  });
  it("run the same again, bit for bit", () => {
    for (const [, scenario] of scenarios) {
      const [first, second] = [runScenario(scenario, lathe(scenario)), runScenario(scenario, lathe(scenario))];
      expect(JSON.stringify(second)).toBe(JSON.stringify(first));
    }
  });
  it("hold nothing that cannot be stored", () => {
    for (const [, scenario] of scenarios) {
      const { state } = runScenario(scenario, lathe(scenario));
      expect(structuredClone(state)).toEqual(state);
      // Once through JSON, a lathe goes on as it was.
      const stored = JSON.parse(JSON.stringify(state)) as typeof state;
      expect(stored.slide).toEqual(state.slide);
      expect(stored.stock).toEqual(state.stock);
    }
  });
});
