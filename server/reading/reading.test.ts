import { describe, expect, it } from "vitest";
import type { MachineProfile } from "../../core/machine/index.ts";
import machines from "../../db/demo/machines.json" with { type: "json" };
import { readInWorker } from "./readInWorker.server.ts";

const machine = machines[0] as MachineProfile;
const program = (text: string) =>
  readInWorker("program", {
    content: { bytes: Buffer.from(text, "latin1") },
    name: "O1.nc",
    fingerprint: "0".repeat(64),
    machine,
  });
/** The longest time that this process did nothing else meanwhile. */
async function longestPause(work: () => Promise<unknown>): Promise<number> {
  let last = performance.now();
  let longest = 0;
  const timer = setInterval(() => {
    longest = Math.max(longest, performance.now() - last);
    last = performance.now();
  }, 5);
  await work();
  clearInterval(timer);
  return longest;
}

describe("reading apart from everything else", () => {
  it("gives what is read, or why it is refused", async () => {
    const read = await program("%\nO1234\nG21\nT0101\nG0 X50. Z2.\nG1 Z-10. F0.1\nM30\n%\n");
    expect(read).toMatchObject({ ok: true, value: { number: 1234, units: "mm" } });
    expect(await program("")).toMatchObject({ ok: false, refusal: { message: expect.stringContaining("empty") } });
    expect(await readInWorker("machines", { text: "[1]" })).toMatchObject({ ok: false });
    expect(await readInWorker("exercise", { text: "{" })).toMatchObject({ ok: false });
    expect(await readInWorker("workshop", { kind: "spacer", text: "{}" })).toMatchObject({ ok: false });
  });
  it("keeps this process free while the largest program is read", async () => {
    const lines = "N10 G1 X12.345 Z-67.89 F0.12 (a comment of some length)\n".repeat(200_000);
    await program("%\nO1\nM30\n%");
    // What keeps it busy does so every time; what else happens on this machine does not.
    let longest = Number.POSITIVE_INFINITY;
    for (let turn = 0; turn < 4 && longest >= 250; turn++)
      longest = Math.min(longest, await longestPause(() => program(`%\nO1\nG21\nT0101\n${lines}M30\n%`)));
    // Handing over eleven megabytes takes some of it.
    expect(longest).toBeLessThan(250);
  }, 120_000);
  it("reads an offset block with fifty thousand open brackets in no time", async () => {
    const { readOffsetFile } = await import("../../core/formats/index.ts");
    const began = performance.now();
    expect(readOffsetFile(`G21\nG10 ${"(".repeat(50_000)}\n`, {}).ok).toBe(false);
    expect(performance.now() - began).toBeLessThan(500);
  });
});
