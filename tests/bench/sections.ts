import { stableId } from "../../server/identity/stableId.ts";
import { drawingFigures, solveFigures } from "./coreFigures.ts";
import { DemoServer } from "./demoServer.ts";
import { practiceFrames, simulationTime, standInMemory } from "./latheFigures.ts";
import { planTime, programTimes } from "./programFigures.ts";
import { openLargeTable, searchTimes, tableTimes } from "./recordFigures.ts";
import { rehearsalFigures } from "./rehearsalFigures.ts";
import { round, type Section } from "./section.ts";
import { appendFigures, sheetFigures, touchFigures } from "./serverFigures.ts";

/** Offsets of the largest table that is measured. */
const OFFSETS = 64;

/** Every section, in the order in which they are run. */
export const SECTIONS: readonly Section[] = [
  { name: "solve", run: solveFigures },
  { name: "drawing", run: drawingFigures },
  { name: "program", run: ({ scale }) => programTimes(scale) },
  { name: "plan", run: () => planTime() },
  { name: "rehearsal", run: ({ root, scale }) => rehearsalFigures(root, scale) },
  { name: "lathe", run: ({ root, scale }) => simulationTime(root, scale) },
  {
    name: "start",
    run: async ({ root }) => {
      const server = await DemoServer.make(root);
      try {
        const first = await server.start();
        await server.stop();
        const second = await server.start();
        return { firstSeconds: round(first.seconds), secondSeconds: round(second.seconds) };
      } finally {
        await server.remove();
      }
    },
  },
  { name: "touch", run: touchFigures },
  { name: "sheet", run: sheetFigures },
  { name: "append", run: appendFigures },
  {
    name: "table",
    run: async (bench) => {
      const { address, databaseUrl } = await bench.demo();
      return tableTimes(address, await openLargeTable(databaseUrl, OFFSETS), OFFSETS, bench.scale);
    },
  },
  {
    name: "practice",
    run: async (bench) => {
      const { address } = await bench.demo();
      const frames = await practiceFrames(address, `/setups/${stableId("setup drawtube")}`, bench.scale);
      return { standInMegabytes: standInMemory(process.pid), ...frames };
    },
  },
  {
    name: "search",
    run: async (bench) => searchTimes((await bench.demo()).databaseUrl, Math.round(20_000 * bench.scale), bench.scale),
  },
];
