import { readdirSync, readFileSync } from "node:fs";
import { chromium } from "@playwright/test";
import { step } from "../../sim/lathe/index.ts";
import { SCENARIO_LATHES } from "../../sim/scenario/lathes.ts";
import { runScenario, type Scenario } from "../../sim/scenario/scenario.ts";

/** Steps of a screen: sixty a second, rounded. */
const FRAME_MS = 16;
const SIMULATED_MS = 1_000_000;

/** Seconds that this machine takes for a thousand simulated seconds of roughing (times `scale`), frame by frame. */
export function simulationTime(root: string, scale: number) {
  const simulated = SIMULATED_MS * scale;
  const scenario = JSON.parse(readFileSync(`${root}/sim/scenario/long/roughing.json`, "utf8")) as Scenario;
  const config = SCENARIO_LATHES[scenario.lathe];
  if (!config) throw new Error(`no lathe “${scenario.lathe}”`);
  const start = runScenario(scenario, config).state;
  let state = start;
  let cutting = 0;
  let trouble = 0;
  const began = performance.now();
  for (let time = 0; time < simulated; time += FRAME_MS) {
    const before = state.stock.main;
    const done = step(state, { do: "advance", milliseconds: FRAME_MS });
    state = done.state;
    trouble += done.events.filter(({ kind }) => kind === "crash" || kind === "alarm").length;
    if (state.stock.main !== before) cutting += 1;
    // Once the bar is roughed down, a new one.
    if (!state.program.target && state.program.blocks.length === 0) state = start;
  }
  const seconds = (performance.now() - began) / 1000;
  return {
    seconds: round(seconds),
    cuttingShare: round((cutting * FRAME_MS) / simulated),
    crashesAndAlarms: trouble,
  };
}

/** Resident memory of the stand-in that the demo of this process tree started, megabytes. */
export function standInMemory(parent: number): number | undefined {
  for (const pid of readdirSync("/proc").filter((name) => /^\d+$/.test(name))) {
    const read = (file: string) => {
      try {
        return readFileSync(`/proc/${pid}/${file}`, "utf8");
      } catch {
        // Ended meanwhile.
        return "";
      }
    };
    if (!read("cmdline").includes("stand-in.mjs") || !isBelow(Number(pid), parent)) continue;
    const kilobytes = /VmRSS:\s+(\d+)/.exec(read("status"))?.[1];
    return kilobytes === undefined ? undefined : round(Number(kilobytes) / 1024);
  }
  return undefined;
}

function isBelow(pid: number, ancestor: number): boolean {
  for (let at = pid; at > 1; ) {
    if (at === ancestor) return true;
    at = Number(/^\d+ \(.*\) \S (\d+)/.exec(readFileSync(`/proc/${at}/stat`, "utf8"))?.[1] ?? 0);
  }
  return false;
}

/** Frames of the Practice screen in Chromium with the wheel turning and the tool cutting, at 1280 × 800. */
export async function practiceFrames(address: string, setupPath: string, scale: number) {
  const count = Math.max(40, Math.round(600 * scale));
  const browser = await chromium.launch({
    executablePath: process.env.LUVRIT_BROWSER ?? "/usr/bin/chromium-headless-shell",
    args: ["--no-sandbox", "--disable-gpu"],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // The browser's driver waits for ever for the script of a worker that pages share.
    await page.addInitScript(() => Reflect.deleteProperty(window, "SharedWorker"));
    await page.goto(`${address}/sign-in`);
    await page.getByRole("button", { name: "Ines" }).click();
    await page.getByRole("heading", { name: "Running setups" }).waitFor();
    await page.goto(`${address}${setupPath}/practice`);
    await page.getByText("This lathe is the machine’s position feed here.").waitFor();
    const wheel = page.getByRole("slider", { name: /Handwheel/ });
    const axis = (name: string) =>
      page.getByRole("radiogroup", { name: "Axis of the handwheel" }).locator("label", { hasText: name }).click();
    const stepOf = (name: string) =>
      page
        .getByRole("radiogroup", { name: /^Step/ })
        .locator("label")
        .filter({ hasText: new RegExp(`^${name}$`) })
        .click();
    const pages = async (count: number) => {
      for (let turn = 0; turn < count; turn++) await wheel.press("PageDown");
    };
    await axis("Z");
    await stepOf("1");
    await pages(39);
    await page.getByRole("button", { name: "Start spindle" }).click();
    await axis("X");
    await pages(30);
    await axis("Z");
    await stepOf("0.1");
    const frames = await page.evaluate(
      (wanted) =>
        new Promise<number[]>((resolve) => {
          const dial = document.querySelector("[role=slider]") as HTMLElement;
          const times: number[] = [];
          let last = performance.now();
          requestAnimationFrame(function pass(now) {
            times.push(now - last);
            last = now;
            // Two detents a frame, there and back again.
            const deltaY = times.length % 300 < 150 ? 60 : -60;
            dial.dispatchEvent(new WheelEvent("wheel", { deltaY, bubbles: true, cancelable: true }));
            if (times.length < wanted) requestAnimationFrame(pass);
            else resolve(times.slice(10));
          });
        }),
      count,
    );
    const crashed = await page.getByRole("alert").count();
    const mean = frames.reduce((sum, one) => sum + one, 0) / frames.length;
    return {
      framesASecond: round(1000 / mean),
      worstMilliseconds: round(Math.max(...frames)),
      over17: frames.filter((one) => one > 18).length,
      crashed,
    };
  } finally {
    await browser.close();
  }
}

const round = (value: number) => Math.round(value * 100) / 100;
