import { actsByAdvice, type Slipped } from "./actsByAdvice.ts";
import type { Bench, BenchAct } from "./bench.ts";
import { type Debrief, debriefOf } from "./debrief.ts";
import type { Run } from "./run.ts";
import { shippedExercise } from "./shipped/index.ts";
import type { SlipKind } from "./slipWords.ts";

type OffsetEntry = Extract<BenchAct, { do: "enter-offset" }>;
/** A slip that is put into a run which is right otherwise. */
interface PlantedSlip {
  readonly exercise: string;
  readonly kind: SlipKind;
  readonly how: Slipped;
}

/** A slip in the entry of one offset’s geometry on an axis. */
export const atEntry =
  (
    offset: string,
    axis: OffsetEntry["axis"],
    change: (act: OffsetEntry, bench: Bench) => readonly BenchAct[],
  ): Slipped =>
  (act, bench) =>
    act.do === "enter-offset" && act.offset === offset && act.axis === axis && act.register === "geometry"
      ? change(act, bench)
      : [act];
const off = (offset: string, axis: OffsetEntry["axis"], by: (bench: Bench) => number) =>
  atEntry(offset, axis, (act, bench) => [{ ...act, number: act.number + by(bench) }]);
const paperOf = ({ exercise }: Bench) => exercise.spacers[0]?.thickness ?? 0;

/** How far the hand moved away before it read, millimetres. */
const MOVED = 3.7;

/** Slips that can be looked for in a recorded run. */
const PLANTED: readonly PlantedSlip[] = [
  { exercise: "outside-by-paper", kind: "paper-once", how: off("3", "x", paperOf) },
  {
    exercise: "outside-by-paper",
    kind: "sign-lost",
    how: atEntry("3", "z", (act) => [{ ...act, number: -act.number }]),
  },
  {
    exercise: "outside-by-paper",
    kind: "moved-before-entry",
    how: atEntry("3", "x", (act) => [
      { do: "jog", axis: "x", by: MOVED },
      { ...act, number: act.number + MOVED },
    ]),
  },
  { exercise: "outside-by-paper", kind: "other-row", how: atEntry("3", "x", (act) => [{ ...act, offset: "1" }]) },
  { exercise: "outside-by-paper", kind: "other-axis", how: atEntry("3", "x", (act) => [{ ...act, axis: "z" }]) },
  {
    exercise: "bore-by-skim",
    kind: "radius-for-diameter",
    how: off("4", "x", ({ lathe }) => lathe.stock.main.inner.at(-1)?.v1 ?? 0),
  },
  { exercise: "thread-to-a-shoulder", kind: "half-width", how: off("7", "z", () => 1.6) },
  { exercise: "part-off-edge", kind: "wrong-edge", how: off("9", "z", () => -3) },
  { exercise: "work-offset-first", kind: "work-untaught", how: (act) => (act.do === "enter-work" ? [] : [act]) },
];

/** What one chooses from when a slip is looked for: whatever is planted, and what a run that was recorded in the shop may have. */
export const FINDABLE: readonly SlipKind[] = [
  "paper-once",
  "sign-lost",
  "moved-before-entry",
  "other-row",
  "other-axis",
  "radius-for-diameter",
  "half-width",
  "wrong-edge",
  "work-untaught",
];

/** How many recorded runs with a slip there are to look through. */
export const SLIPPED_RUNS = PLANTED.length;

/** A recorded run with one slip in it, and what looking back at it says. */
export interface SlippedRun {
  readonly run: Run;
  readonly debrief: Debrief;
  readonly kind: SlipKind;
  /** Number of the act in which it was made, counted from 1; 0 where something was never done. */
  readonly act: number;
}

/** A run that somebody made, if looking back at it names one slip alone and that can be looked for; undefined otherwise. */
export function slippedRunOf(run: Run, debrief: Debrief): SlippedRun | undefined {
  const [slip, ...more] = debrief.slips;
  if (!slip || more.length > 0 || !FINDABLE.includes(slip.kind)) return undefined;
  return { run, debrief, kind: slip.kind, act: slip.act };
}

/**
 * Makes a run by the advice with one slip put into it; the same number and seed make the same run. Counted from 0 and begun anew past the
 * last; the exercise is one that comes along.
 */
export function slippedRun(number: number, seed: number): SlippedRun | undefined {
  const planted = PLANTED[number % PLANTED.length];
  const exercise = planted && shippedExercise(planted.exercise);
  if (!planted || !exercise) return undefined;
  const run: Run = {
    exercise,
    seed,
    depth: "alone",
    acts: actsByAdvice(exercise, seed, { how: planted.how }),
    hints: [],
  };
  const debrief = debriefOf(run);
  const slip = debrief.slips.find(({ kind }) => kind === planted.kind);
  return slip && { run, debrief, kind: planted.kind, act: slip.act };
}
