import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import type { PlanStep } from "../../core/plan/index.ts";
import { bestOrder } from "../../core/plan/index.ts";
import { readProgram, readProgramInSteps } from "../../core/program/index.ts";

/** A turning program of about so many lines: a call every forty, comments, arcs, block numbers, a contour now and then. */
function longProgram(lines: number): string {
  const text = ["%", "O9000 (LONG)", "G21 G40 G54", "G28 U0 W0"];
  for (let tool = 0; text.length < lines; tool++) {
    const number = String(1 + (tool % 12)).padStart(2, "0");
    text.push(`(TOOL ${number}, TURN)`, `T${number}${number}`, "G50 S2500", "G96 S180 M3", "G0 X56.4 Z2.");
    for (let pass = 0; pass < 16; pass++)
      text.push(
        `N${10 + pass} G1 X${(50 - pass * 0.75).toFixed(3)} Z-${(12 + pass * 0.125).toFixed(3)} F.2`,
        "G2 U4. W-2. R2.",
      );
    text.push("G0 X60.", "G0 X120. Z80.", `T${number}00`);
  }
  return [...text, "M30", "%", ""].join("\n");
}

const round = (value: number) => Math.round(value * 100) / 100;

/** Time for 100 000 lines, at the first reading and afterwards, and memory at its most as a multiple of a 10 MB file. */
export function programTimes(scale: number) {
  const text = longProgram(Math.round(100_000 * scale));
  const times = Array.from({ length: 7 }, () => {
    const began = performance.now();
    const { findings } = readProgram(text);
    if (findings.length > 0) throw new Error("the long program is a clean one");
    return performance.now() - began;
  });
  const [first = Number.NaN, ...others] = times;
  others.sort((a, b) => a - b);
  return {
    lines: text.split("\n").length - 1,
    firstMilliseconds: round(first),
    medianMilliseconds: round(others[Math.floor(others.length / 2)] ?? Number.NaN),
    memoryTimesFile: round(memoryOf(10_000_000 * scale)),
  };
}

/** What is alive while a file is read, its own text among it, as a multiple of its size. */
function memoryOf(bytes: number): number {
  setFlagsFromString("--expose-gc");
  const collect = runInNewContext("gc") as () => void;
  let part = longProgram(100_000);
  while (part.length < bytes) part += part;
  collect();
  const { heapUsed, external } = process.memoryUsage();
  const before = heapUsed + external;
  // As it comes: bytes, then text.
  const content = Buffer.from(part.slice(0, bytes), "latin1");
  const steps = readProgramInSteps(content.toString("latin1"));
  let most = 0;
  for (let step = 0; ; step++) {
    const { done } = steps.next();
    if (step % 16 === 0 || done) {
      collect();
      const now = process.memoryUsage();
      most = Math.max(most, now.heapUsed + now.external - before);
    }
    if (done) return most / bytes;
  }
}

/** Time to plan 24 tools with two axes each, behind a facing tool; the longest of a few setups. */
export function planTime(): { readonly tools: number; readonly milliseconds: number } {
  const tools = 24;
  const ways = ["skim", "paper", "centre", "block"] as const;
  const gauges = ["micrometer", "paper", "indicator", "block"] as const;
  const steps = (seed: number): readonly PlanStep[] =>
    Array.from({ length: tools * 2 }, (_, index) => {
      const tool = Math.floor(index / 2);
      const kind = index % 2 === 0 ? "x" : "z";
      const pick = (tool * 7 + index + seed) % 4;
      return {
        key: `${tool} ${kind}`,
        offset: String(tool),
        kind,
        station: String((tool * 5 + seed) % tools),
        zone: "turret",
        zoneKind: "turret",
        spindle: "main",
        slot: (tool * 5 + seed) % tools,
        slots: tools,
        way: ways[pick] ?? "paper",
        gauge: gauges[pick] ?? "none",
        seconds: 60,
        needs: kind === "z" && tool > 0 ? [{ key: "0 z", words: "needs the face" }] : [],
      };
    });
  const times = [1, 2, 3, 4, 5].map((seed) => {
    const list = steps(seed);
    const began = performance.now();
    bestOrder(list, { oneWay: false });
    return performance.now() - began;
  });
  return { tools, milliseconds: round(Math.max(...times)) };
}
