import { describe, expect, it } from "vitest";
import { lastDigitInCore } from "../../../core/machine/index.ts";
import { chance, longOr } from "../../../tests/hard/long.ts";
import { actsByAdvice, type Slipped } from "../actsByAdvice.ts";
import type { Bench, BenchAct } from "../bench.ts";
import { consequence } from "../consequence.ts";
import type { Exercise } from "../exercise.ts";
import { machineOf } from "../exerciseSetup.ts";
import { replay } from "../run.ts";
import { exerciseOf, type OffsetEntry, runWith } from "../scripted.fixture.ts";
import { SHIPPED } from "../shipped/index.ts";
import { atEntry } from "../slippedRun.ts";

const PAPER = 0.09;

const keyedAs = (offset: string, axis: OffsetEntry["axis"], number: (right: number, bench: Bench) => number) =>
  atEntry(offset, axis, (act, bench) => [{ ...act, number: number(act.number, bench) }]);
/** The text of a number in thousandths, changed as a hand would. */
const retyped = (change: (text: string) => string) => (right: number) => Number(change(right.toFixed(3)));
const drop =
  (kind: BenchAct["do"]): Slipped =>
  (act) =>
    act.do === kind ? [] : [act];

const turret = exerciseOf("outside-by-paper");
/** The same on a control that reckons from where it stands. */
const stating: Exercise = { ...turret, machine: { ...machineOf(turret), measuring: "touched-dimension" } };
/** The same with wear left from the last job. */
const worn: Exercise = {
  ...turret,
  tools: turret.tools.map((tool) => (tool.control ? { ...tool, control: { ...tool.control, wearX: -0.2 } } : tool)),
};
const inch = exerciseOf("work-offset-first");
const master = exerciseOf("master-changed");
const radius = ({ lathe }: Bench) => lathe.stock.main.outer.at(-1)?.v1 ?? 0;
const held = ({ lathe }: Bench, offset: string, axis: OffsetEntry["axis"]) => lathe.rows[offset]?.geometry[axis] ?? 0;

/** Every slip with what the debrief has to say of it first; the amounts are those that were put in. */
const SLIPS: readonly (readonly [slip: string, exercise: Exercise, how: Slipped, kind: string, says?: RegExp])[] = [
  ["the paper left out on Z", turret, keyedAs("3", "z", (n) => n + PAPER), "paper-ignored"],
  ["the paper left out on X", turret, keyedAs("3", "x", (n) => n + 2 * PAPER), "paper-ignored"],
  ["the paper once on a diameter", turret, keyedAs("3", "x", (n) => n + PAPER), "paper-once"],
  ["the paper with the wrong sign", turret, keyedAs("3", "x", (n) => n + 4 * PAPER), "paper-wrong-way"],
  ["the paper twice on Z", turret, keyedAs("3", "z", (n) => n - PAPER), "paper-twice"],
  ["a radius for a diameter", turret, keyedAs("3", "x", (n, bench) => n + radius(bench)), "radius-for-diameter"],
  ["the diameter twice", turret, keyedAs("3", "x", (n, bench) => n - 2 * radius(bench)), "diameter-doubled"],
  [
    "two digits swapped",
    turret,
    keyedAs(
      "3",
      "z",
      retyped((text) => text.replace(/(\d)(\d)\./, "$2$1.")),
    ),
    "digits-swapped",
  ],
  [
    "one digit wrong",
    turret,
    keyedAs(
      "3",
      "z",
      retyped((text) => text.replace(/\d\./, (found) => `${(Number(found[0]) + 6) % 10}.`)),
    ),
    "digit-mistyped",
  ],
  ["the sign lost", turret, keyedAs("3", "z", (n) => -n), "sign-lost"],
  ["inches for millimetres", turret, keyedAs("3", "z", (n) => n / 25.4), "units-mixed"],
  ["the point a place too far", turret, keyedAs("3", "z", (n) => n * 10), "decimal-slip-keyed"],
  [
    "3.7 moved before the readout was read",
    turret,
    atEntry("3", "x", (act) => [
      { do: "jog", axis: "x", by: 3.7 },
      { ...act, number: act.number + 3.7 },
    ]),
    "moved-before-entry",
    /^X had moved \+3\.700 since the touch/,
  ],
  [
    "3.7 moved before a stated dimension",
    stating,
    atEntry("3", "x", (act) => [{ do: "jog", axis: "x", by: 3.7 }, act]),
    "moved-before-entry",
    /^X had moved \+3\.700 since the touch/,
  ],
  [
    "0.1 in moved before an addition",
    inch,
    atEntry("2", "z", (act) => [
      { do: "jog", axis: "z", by: 2.54 },
      { ...act, number: act.number + 0.1 },
    ]),
    "moved-before-entry",
    /^Z had moved \+0\.1000 since the touch/,
  ],
  [
    "into another row",
    turret,
    atEntry("3", "x", (act) => [{ ...act, offset: "1" }]),
    "other-row",
    /keyed into X of offset 01/,
  ],
  [
    "into the other axis",
    turret,
    atEntry("3", "x", (act) => [{ ...act, axis: "z" }]),
    "other-axis",
    /belongs to the geometry, X of offset 03, and was keyed into Z of offset 03/,
  ],
  ["into wear", turret, atEntry("3", "x", (act) => [{ ...act, register: "wear" }]), "other-page", /keyed into wear X/],
  [
    "into the work offset",
    turret,
    atEntry("3", "x", ({ number }, { lathe }) =>
      lathe.work.G54?.x === 0 ? [{ do: "enter-work", name: "G54", axis: "x", number }] : [],
    ),
    "other-page",
    /keyed into G54 X/,
  ],
  ["the whole number added", master, keyedAs("1", "x", (n, bench) => n + held(bench, "1", "x")), "whole-added"],
  ["the difference keyed over it", turret, keyedAs("3", "z", (n, bench) => n - held(bench, "3", "z")), "amount-keyed"],
  ["added instead of subtracted", master, keyedAs("1", "x", (n) => -n), "wrong-direction"],
  [
    "wear left in the row",
    worn,
    (act) => (act.do === "enter-offset" && act.register === "wear" ? [] : [act]),
    "wear-left",
    /wear on X of offset 03 still holds −0\.200/,
  ],
  ["the work offset not taught", inch, drop("enter-work"), "work-untaught", /^G54 Z still holds/],
  [
    "the cut never measured",
    exerciseOf("outside-by-skim"),
    (act, { lathe, exercise }) =>
      act.do === "measure"
        ? [
            {
              do: "enter-offset",
              offset: "1",
              axis: "x",
              register: "geometry",
              as: "overwrite",
              number: lathe.readout.x - exercise.stock.nominalDiameter,
            },
          ]
        : [act],
    "unmeasured",
  ],
  [
    "entered without a touch",
    turret,
    (act, bench) =>
      act.do === "hold-spacer" && act.spacer.axis === "x"
        ? [
            {
              do: "enter-offset",
              offset: "3",
              axis: "x",
              register: "geometry",
              as: "overwrite",
              number: held(bench, "3", "x") + 0.3,
            },
          ]
        : [act],
    "untouched",
  ],
  ["one axis left out", turret, atEntry("3", "x", () => []), "left-out"],
  [
    "the paper crushed",
    turret,
    atEntry("3", "x", (act) => [
      { do: "jog", axis: "x", by: -0.1 },
      { ...act, number: act.number - 0.1 },
    ]),
    "paper-crushed",
  ],
  ["half a blade's width missed", exerciseOf("thread-to-a-shoulder"), keyedAs("7", "z", (n) => n + 1.6), "half-width"],
  ["the other edge of a blade", exerciseOf("part-off-edge"), keyedAs("9", "z", (n) => n - 3), "wrong-edge"],
  ["the cutter's radius left out", exerciseOf("cross-tool"), keyedAs("11", "z", (n) => n - 2), "cutter-radius"],
  ["on a Swiss arm, the paper once", exerciseOf("arm-by-paper"), keyedAs("31", "x", (n) => n + PAPER), "paper-once"],
];

describe("the debrief names from the record, first and once", () => {
  it("at least thirty slips", () => expect(SLIPS.length).toBeGreaterThanOrEqual(30));
  it.each(SLIPS.map((one) => [one[0], one] as const))("%s", (_slip, [, exercise, how, kind, says = /./]) => {
    const { slips, reached } = runWith(exercise, how);
    expect(reached).toBe(false);
    expect(slips.map((slip) => slip.kind)).toEqual([kind]);
    expect(slips[0]?.says).toMatch(says);
  });
});

describe("what was left out beside a crash", () => {
  /** X is never entered; instead of holding paper at the face the tool is driven into it. */
  const crashing =
    (then: readonly BenchAct[]): Slipped =>
    (act) => {
      if (act.do === "enter-offset" && act.axis === "x") return [];
      if (act.do !== "hold-spacer" || act.spacer.axis !== "z") return [act];
      return [{ do: "jog", axis: "z", by: -6 }, ...then];
    };
  it("is one with it where nothing was entered after it", () => {
    const { slips } = runWith(turret, crashing([]));
    expect(slips.map(({ kind, goals }) => ({ kind, goals }))).toEqual([{ kind: "crash", goals: [0, 1] }]);
  });
  it("is a slip of its own where work went on", () => {
    const enterZ: BenchAct = {
      do: "enter-offset",
      offset: "3",
      axis: "z",
      register: "geometry",
      as: "overwrite",
      number: -400,
    };
    const { slips } = runWith(turret, crashing([{ do: "reset" }, enterZ]));
    expect(slips.map(({ kind, goal }) => ({ kind, goal }))).toEqual([
      { kind: "left-out", goal: 0 },
      { kind: "crash", goal: undefined },
      { kind: "untouched", goal: 1 },
    ]);
  });
});

describe("a tool whose offsets are right", () => {
  const exercises = SHIPPED.filter(({ goals }) => goals.some((goal) => goal.goal === "offset" && !goal.kept));
  it.each(exercises.map((exercise) => [exercise.id, exercise] as const))(
    "runs into nothing on its first cut: %s",
    (_id, exercise) => {
      const { bench } = replay({ exercise, seed: 5, acts: actsByAdvice(exercise, 5) });
      for (const goal of exercise.goals)
        if (goal.goal === "offset") expect(consequence(bench, goal, 0.01)).not.toMatch(/^At the machine/);
    },
  );
});

describe("honest runs", () => {
  const exercises = SHIPPED.filter(({ goals }) => goals.some(({ goal }) => goal === "offset"));
  const RUNS = longOr(200, 6);
  it(`${RUNS} with the scatter of a hand have no slip but a touch that was too rough`, () => {
    const random = chance(1911);
    for (let run = 0; run < RUNS; run++) {
      const exercise = exercises[run % exercises.length];
      if (!exercise) continue;
      const digit = lastDigitInCore(machineOf(exercise), "z");
      const { slips } = runWith(exercise, (act) => [act], {
        seed: 100 + run,
        // Up to a hundredth and a half past the first grip, the way that it came in: paper is crushed at two.
        after: ({ carryOut }, { lathe }) => {
          const last = lathe.spacer && !lathe.isCrushed ? carryOut().at(-1) : undefined;
          if (last?.do !== "jog" || last.axis !== lathe.spacer?.axis) return [];
          return [{ ...last, by: Math.sign(last.by) * digit * Math.floor((random() * 0.015) / digit) }];
        },
      });
      expect({
        run,
        exercise: exercise.id,
        slips: slips.map(({ kind }) => kind).filter((kind) => kind !== "inexact"),
      }).toEqual({ run, exercise: exercise.id, slips: [] });
    }
  });
});
