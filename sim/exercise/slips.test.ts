import { describe, expect, it } from "vitest";
import { toControl, workToControl, zoneOf } from "../../core/machine/index.ts";
import { isLong } from "../../tests/hard/long.ts";
import type { Slipped } from "./actsByAdvice.ts";
import type { Bench } from "./bench.ts";
import { exerciseOf, type OffsetEntry, runWith } from "./scripted.fixture.ts";
import { SHIPPED } from "./shipped/index.ts";

/** A geometry that is wrong by so much in the equation's sign, however this control takes it. */
const entry =
  (offset: string, axis: OffsetEntry["axis"], change: (bench: Bench) => number): Slipped =>
  (act, bench) => {
    if (act.do !== "enter-offset" || act.offset !== offset || act.axis !== axis || act.register !== "geometry")
      return [act];
    const { machine } = bench.lathe.config;
    const tool =
      Object.values(bench.lathe.tools).find((one) => one.offset === offset) ?? bench.lathe.tools[bench.lathe.station];
    const zone = zoneOf(machine, tool?.station ?? "");
    const stated = act.as === "touched-dimension";
    const by = toControl(machine, axis, change(bench), stated ? "program" : "tool-offset", zone) * (stated ? -1 : 1);
    return [{ ...act, number: act.number + by }];
  };
const by = (offset: string, axis: OffsetEntry["axis"], amount: number) => entry(offset, axis, () => amount);
const never =
  (offset: string, axis: OffsetEntry["axis"]): Slipped =>
  (act) =>
    act.do === "enter-offset" && act.offset === offset && act.axis === axis ? [] : [act];
/** The work offset taught as the whole machine distance: the tool's own length is in it twice. */
const wholeDistance =
  (geometry: number): Slipped =>
  (act, { lathe }) =>
    act.do === "enter-work"
      ? [{ ...act, number: act.number + workToControl(lathe.config.machine, "z", geometry) }]
      : [act];

interface Case {
  readonly slip: string;
  readonly kind: string;
  readonly how: Slipped;
}
const as = (kind: string, how: Slipped, slip = kind): Case => ({ kind, how, slip });
const answered =
  (value: number): Slipped =>
  (act) =>
    act.do === "answer" ? [{ ...act, value }] : [act];
/** A correction in wear with the wrong sign. */
const wearTurned: Slipped = (act) =>
  act.do === "enter-offset" && act.register === "wear" ? [{ ...act, number: -act.number }] : [act];
const paper = 0.09;
const inPaper = 0.0889;

/** At least one slip for every exercise that comes along: what is done wrong, and by what name the debrief has to call it. */
const SLIPS: Readonly<Record<string, readonly Case[]>> = {
  "outside-by-skim": [
    as(
      "radius-for-diameter",
      entry("1", "x", ({ lathe }) => lathe.stock.main.outer.at(-1)?.v1 ?? 0),
    ),
    as("wrong-nose", (act) => (act.do === "enter-nose" ? [{ ...act, orientation: 2 }] : [act])),
    as("left-out", never("1", "x")),
  ],
  "outside-by-paper": [as("paper-once", by("3", "x", paper)), as("paper-ignored", by("3", "z", paper))],
  "make-the-face": [as("paper-wrong-way", by("3", "z", 2 * paper)), as("paper-ignored", by("3", "x", 2 * paper))],
  "drill-on-centre": [
    as("paper-ignored", by("2", "z", paper)),
    as(
      "sign-lost",
      entry("2", "x", () => 2 * 298.1),
    ),
  ],
  "drill-then-bore": [
    as("off-size", (act, bench) => by("4", "x", -4 * paper)(act, bench).flatMap((one) => wearTurned(one, bench))),
  ],
  "bore-by-skim": [as("radius-for-diameter", by("4", "x", 18.6 / 2))],
  "groove-two-offsets": [as("wrong-edge", by("5", "z", 3)), as("left-out", never("15", "z"))],
  "groove-both-walls": [as("off-size", wearTurned)],
  "part-off-edge": [as("wrong-edge", by("9", "z", -3))],
  "thread-to-a-shoulder": [as("half-width", by("7", "z", 1.6))],
  "master-changed": [
    // The changed master teaches the work offset instead of taking the change into its own row.
    as("moved-alike", (act, { lathe }) => {
      if (act.do !== "enter-offset" || act.axis !== "z" || act.offset !== "1") return [act];
      const was = lathe.work.G54?.z ?? 0;
      return [
        {
          do: "enter-work",
          name: "G54",
          axis: "z",
          number: workToControl(lathe.config.machine, "z", was) + act.number,
        },
      ];
    }),
  ],
  "work-offset-first": [as("paper-ignored", by("2", "z", inPaper)), as("paper-once", by("2", "x", inPaper))],
  "setter-arm": [
    as(
      "crash",
      (act) => (act.do === "call" ? [{ do: "setter", to: "out" }, act] : [act]),
      "the arm is out while it indexes",
    ),
    as("length-twice", wholeDistance(-303.4)),
  ],
  "plug-in-setter": [as("length-twice", wholeDistance(-248.2))],
  "datum-face": [as("length-twice", wholeDistance(-472.5))],
  "fixed-overhang": [as("radius-for-diameter", by("1", "x", 5.015)), as("paper-ignored", by("1", "z", paper))],
  "jog-from-preset": [as("paper-ignored", by("2", "x", 2 * paper)), as("wrong-edge", by("2", "z", 2))],
  "cross-tool": [as("cutter-radius", by("11", "z", 2)), as("paper-wrong-way", by("11", "x", -4 * paper))],
  "sub-side-tool": [as("left-out", never("21", "x"))],
  "back-tools": [as("length-assumed", by("41", "z", 0.18))],
  "arm-by-paper": [as("paper-once", by("31", "x", paper))],
  "arm-by-slide": [as("diameter-doubled", by("32", "x", -10.03))],
  "radial-holder": [
    as("cutter-radius", by("8", "z", 5)),
    as("not-true", (act) => (act.do === "turn-holder" ? [{ ...act, by: -act.by }] : [act])),
  ],
  "sweep-a-holder": [as("left-out", never("6", "y")), as("paper-ignored", by("6", "z", paper))],
  "program-elsewhere": [
    as("wrong-call", (act) =>
      act.do === "edit-program" ? [{ ...act, text: act.text.replace(/T0202(?=[^T]*$)/, "T0602") }] : [act],
    ),
  ],
  "units-trap": [as("wrong-answer", answered(0))],
  "retract-beyond-travel": [as("wrong-answer", answered(420))],
  "combs-collide": [as("not-meshed", (act) => (act.do === "move-tool" ? [] : [act]))],
  "prove-it": [
    as("careless", (act) => (act.do === "rapid-override" ? [{ ...act, percent: 100 }] : [act])),
    as("not-proved", (act) => (act.do === "mdi" ? [] : [act])),
  ],
  "after-a-power-cut": [
    as("not-proved", (act) => (act.do === "mdi" ? [] : [act])),
    as("left-out", (act) => (act.do === "home" ? [] : [act]), "never sent home"),
  ],
  "after-a-stall": [as("paper-ignored", by("1", "x", 2 * paper))],
  "calibrate-the-setter": [
    as("unexplained", (act) =>
      act.do === "enter-setter" && act.side === "face" ? [{ ...act, number: act.number + 0.2 }] : [act],
    ),
  ],
  "second-operation": [
    as("paper-ignored", (act, { lathe }) =>
      act.do === "enter-work"
        ? [{ ...act, number: act.number + workToControl(lathe.config.machine, "z", paper) }]
        : [act],
    ),
  ],
  "swiss-after-a-stall": [
    as("paper-ignored", by("1", "x", 2 * paper)),
    as("left-out", (act) => (act.do === "home" ? [] : [act]), "never sent home"),
  ],
  "swiss-first-part": [as("off-size", wearTurned)],
  "bench-after-a-power-cut": [as("not-proved", (act) => (act.do === "mdi" ? [] : [act]))],
  "plug-in-setter-bumped": [
    as("unexplained", (act) =>
      act.do === "enter-setter" && act.side === "outside" ? [{ ...act, number: act.number + 0.01 }] : [act],
    ),
  ],
  "bench-second-operation": [
    as("paper-ignored", (act, { lathe }) =>
      act.do === "enter-work"
        ? [{ ...act, number: act.number + workToControl(lathe.config.machine, "z", inPaper) }]
        : [act],
    ),
  ],
  "first-part-inch": [as("off-size", wearTurned)],
  "first-part": [
    as("off-size", wearTurned),
    as("in-geometry", (act) =>
      act.do === "enter-offset" && act.register === "wear" ? [{ ...act, register: "geometry" }] : [act],
    ),
  ],
};

describe("slips are named in the debrief", () => {
  it("there is one at least for every exercise", () => {
    expect(SHIPPED.map(({ id }) => id).filter((id) => (SLIPS[id]?.length ?? 0) === 0)).toEqual([]);
  });
  const all = Object.entries(SLIPS).flatMap(([id, cases]) => cases.map((one) => [id, one.slip, one] as const));
  it.each(all)("%s: %s", (id, _slip, { kind, how }) => {
    const debrief = runWith(exerciseOf(id), how);
    expect(debrief.slips.map((slip) => slip.kind)).toContain(kind);
    expect(debrief.reached).toBe(false);
    const named = debrief.slips.find((slip) => slip.kind === kind);
    expect(named?.says).not.toBe("");
  });
});

describe("a run without a slip", () => {
  // Those with offsets are run with the scatter of a hand in record/record.test.ts as well.
  const asked = SHIPPED.filter(({ goals }) => isLong || !goals.some(({ goal }) => goal === "offset"));
  it.each(asked.map(({ id }) => id))("%s has none in its debrief", (id) => {
    const debrief = runWith(exerciseOf(id), (act) => [act]);
    expect(debrief.slips).toEqual([]);
    expect(debrief.reached).toBe(true);
  });
});
