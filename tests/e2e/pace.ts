import type { Page } from "@playwright/test";
import { longOr } from "../hard/long.ts";

/** What the piece of work below takes on a quiet machine of two cores, in ms: median of nine, one story at a time. */
const QUIET = 26;
/** Another story is told beside, and may take a processor just then: only the long run holds the bars themselves. */
const BESIDE = longOr(1, 3);

/**
 * How many times slower this machine is at this moment than the one that a bar in milliseconds is meant for, at least 1.
 * A fixed piece of a browser's work is timed: boxes made, styled and laid out. A page that got slower stays too slow
 * by this measure; a machine that is busy with something else does not make it so.
 */
export async function pace(page: Page): Promise<number> {
  const median = await page.evaluate(async () => {
    const times: number[] = [];
    for (let run = 0; run < 9; run++) {
      const began = performance.now();
      const frame = document.createElement("div");
      frame.style.cssText = "position:fixed;visibility:hidden;width:600px";
      for (let box = 0; box < 1500; box++) {
        const child = document.createElement("span");
        child.textContent = `${box} ${(box * Math.SQRT2).toFixed(4)} `;
        child.style.padding = `${box % 7}px`;
        frame.append(child);
      }
      document.body.append(frame);
      frame.getBoundingClientRect();
      frame.remove();
      times.push(performance.now() - began);
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
    return times.sort((a, b) => a - b)[4] ?? Number.NaN;
  });
  process.stdout.write(`pace: ${median.toFixed(1)} ms\n`);
  return BESIDE * Math.max(1, median / QUIET);
}
