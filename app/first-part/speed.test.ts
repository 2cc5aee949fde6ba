import { describe, expect, it } from "vitest";
import { firstPartCorrections } from "../../core/correction/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { loaded, opened, viewOf } from "../../core/ledger/setup.fixture.ts";
import { partOfSetup } from "../../core/part/index.ts";
import { longOr, slowness } from "../../tests/hard/long.ts";
import { layoutPart } from "../drawing/geometry/partLayout.ts";
import { showFor } from "../shell/useShow.ts";
import { labelRoom } from "./DimensionLabel.tsx";
import { drawnDimensions } from "./drawnPart.ts";
import { limitsText } from "./limitsText.ts";

/** A program of 5 000 moves: a wave in chords of 0.1, roughed in eight layers and finished. */
function longProgram(): string {
  const lines = ["O1", "G21 G99 G54", "T0101", "G0 X56. Z0", "G1 X-1.6 F.1", "G0 X56. Z1."];
  for (let layer = 8; layer >= 0; layer--) {
    lines.push("G0 X56. Z1.");
    for (let step = 0; step <= 555; step++) {
      const radius = 14 + 5 * Math.sin(step / 40) + layer * 0.5;
      lines.push(`G1 X${(2 * radius).toFixed(4)} Z${(-step * 0.1).toFixed(4)}`);
    }
    lines.push("X56.");
  }
  return `${lines.join("\n")}\nM30\n`;
}

/** Milliseconds of the processor, the least of several times: what else the machine does is not in it. */
function quickest(times: number, work: () => unknown): number {
  work();
  const took = Array.from({ length: times }, () => {
    const began = process.cpuUsage();
    work();
    const { user, system } = process.cpuUsage(began);
    return (user + system) / 1000;
  });
  return Math.min(...took);
}

/** Another file of tests runs beside in a short run: by as much as it slows the machine down, a bar is wider. */
const slower = () => longOr(1, slowness());

describe("the part's drawing", () => {
  const text = longProgram();
  const setup = viewOf(opened(), loaded("1"));
  it("stands 400 ms after a program of 5 000 moves has come in", () => {
    expect(text.split("\n").filter((line) => line.startsWith("G1")).length).toBeGreaterThan(5000);
    const took = quickest(4, () => {
      const [side] = partOfSetup(setup, text).sides;
      expect(side?.dimensions.length).toBeGreaterThan(0);
    });
    process.stdout.write(`5000 moves to the drawing's part: ${took.toFixed(0)} ms\n`);
    expect(took).toBeLessThanOrEqual(400 * slower());
  });
  it("follows a measured value within 50 ms, corrections and layout with it", () => {
    const lines = Array.from({ length: 12 }, (_, step) => `G1 X${20 + 2 * step}.\nZ-${4 * (step + 1)}.`);
    const stepped = `O1\nG21 G99 G54\nT0101\nG0 X56. Z0\nG1 X-1.6 F.1\nG0 X18. Z1.\n${lines.join("\n")}\nX56.\nM30\n`;
    const [side] = partOfSetup(setup, stepped).sides;
    const dimensions = side?.dimensions ?? [];
    expect(dimensions.length).toBeGreaterThan(20);
    const source = { entry: "", seq: setup.seq + 10, person: "", at: "" };
    const features = dimensions.map(({ key, kind, nominal, maker }): SetupView["features"][number] => ({
      ...source,
      feature: key,
      name: key,
      offset: maker?.offset ?? "",
      axis: kind === "diameter" ? "x" : "z",
      nominal: kind === "diameter" ? nominal : -nominal,
      lower: -0.05,
      upper: 0.05,
    }));
    const measured = features.map(({ feature, nominal }) => ({
      ...source,
      feature,
      part: 1,
      measured: nominal + 0.01,
      uncertainty: 0.003,
    }));
    const show = showFor(setup.machine);
    const took = quickest(8, () => {
      const now = { ...setup, features, measured };
      expect(firstPartCorrections(now).length).toBeGreaterThan(0);
      const { drawn } = drawnDimensions(now, dimensions, [], show);
      if (side)
        layoutPart(
          side.profile,
          drawn.map((one) => ({
            dimension: one.dimension,
            ...labelRoom(one, limitsText(one.limits, one.axis, show), "narrow", undefined),
          })),
          { width: 640, height: 480 },
        );
    });
    process.stdout.write(`a measured value to the corrected drawing: ${took.toFixed(1)} ms\n`);
    expect(took).toBeLessThanOrEqual(50 * slower());
  });
});
