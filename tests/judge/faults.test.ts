import { beforeEach, describe, expect, it, vi } from "vitest";
import type * as Boundary from "../../core/machine/controlBoundary.ts";
import type { Axis, MachineProfile, Zone } from "../../core/machine/index.ts";
import { PaperDesk } from "./desk.ts";
import { Job } from "./job.ts";

type Exports = typeof Boundary;
/** What is wrong with the boundary now: functions that stand in the place of its own. */
const fault = vi.hoisted(() => ({
  now: {} as Record<string, (real: unknown, ...words: unknown[]) => unknown>,
}));

vi.mock("../../core/machine/controlBoundary.ts", async (original) => {
  const real = (await original()) as Exports;
  const wrapped = Object.entries(real).map(([name, made]) => {
    const own = made as (...words: unknown[]) => unknown;
    return [name, (...words: unknown[]) => fault.now[name]?.(own, ...words) ?? own(...words)] as const;
  });
  return Object.fromEntries(wrapped);
});

type Cross = (machine: MachineProfile, axis: Axis, number: number, crossing: string, zone: Zone) => number;
const plain = (zone: Zone): Zone => ({ ...zone, motionSign: {}, programSign: {}, storedSign: {} });

/** Ten errors as people make them: a sign, a factor of two, a unit. */
const FAULTS: readonly (readonly [string, typeof fault.now])[] = [
  [
    "the stored sign is left out where an offset is written",
    {
      toControl: (real, m, a, n, c, z) =>
        c === "tool-offset" && (real as Cross)(m as MachineProfile, a as Axis, n as number, c, { ...plain(z as Zone) }),
    },
  ],
  [
    "the sense of the readout is left out where it is read",
    {
      fromControl: (real, m, a, n, c, z) =>
        c === "readout" && (real as Cross)(m as MachineProfile, a as Axis, n as number, c, plain(z as Zone)),
    },
  ],
  [
    "programs are taken to count as the part does",
    {
      toControl: (real, m, a, n, c, z) =>
        c === "program" && (real as Cross)(m as MachineProfile, a as Axis, n as number, c, plain(z as Zone)),
    },
  ],
  [
    "a coordinate that a person reads in the program's sense is taken as the part's",
    {
      fromControl: (real, m, a, n, c, z) =>
        c === "program" && (real as Cross)(m as MachineProfile, a as Axis, n as number, c, plain(z as Zone)),
    },
  ],
  ["a work offset counts in every zone as in the main one", { workInZone: (_real, _m, _a, n) => n }],
  [
    "a work offset is read with the other sign",
    { workFromControl: (real, ...words) => -(real as (...all: unknown[]) => number)(...words) || undefined },
  ],
  [
    "X of a control that shows radii is taken as a diameter",
    {
      toControl: (real, m, a, n, c, z) =>
        (real as Cross)(
          { ...(m as MachineProfile), xShown: "diameter" },
          a as Axis,
          n as number,
          c as string,
          z as Zone,
        ),
    },
  ],
  [
    "a stored offset is read as millimetres on an inch control",
    {
      fromControl: (real, m, a, n, c, z) =>
        c === "tool-offset" &&
        (real as Cross)({ ...(m as MachineProfile), units: "mm" }, a as Axis, n as number, c, z as Zone),
    },
  ],
  ["a length grows with its coordinate", { fromDrawing: (_real, _a, n) => n }],
  [
    "the readout of X is doubled",
    {
      fromControl: (real, m, a, n, c, z) =>
        c === "readout" && a === "x" && 2 * (real as Cross)(m as MachineProfile, a, n as number, c, z as Zone),
    },
  ],
];

const run = (seed: number) => new Job(seed, new PaperDesk()).run();

/** The machines that are drawn until an error has been found: a lathe that counts against its part is among the first. */
const FIRST = 28;
const LAST = FIRST + 30;

describe("an error put into the boundary is found by the judge", () => {
  beforeEach(() => {
    fault.now = {};
  });
  it("but none where there is none", async () => {
    expect((await run(FIRST)).wrong).toEqual([]);
  });
  it.each(FAULTS)("%s", { timeout: 120_000 }, async (_what, wrong) => {
    // Left alone where a function of the fault gives nothing.
    fault.now = Object.fromEntries(
      Object.entries(wrong).map(([name, made]) => [
        name,
        (real: unknown, ...words: unknown[]) => made(real, ...words) || undefined,
      ]),
    );
    let found: readonly string[] = [];
    for (let seed = FIRST; seed <= LAST && found.length === 0; seed++) found = (await run(seed)).wrong;
    expect(found.length).toBeGreaterThan(0);
  });
});
