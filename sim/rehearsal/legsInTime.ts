import { machiningMinutes, type ProgramMotion } from "../../core/program/index.ts";
import type { StagedOffset } from "./stage.ts";
import { type Leg, toolpath } from "./toolpath.ts";

/**
 * The legs of all paths of a program in the order in which they happen: each path goes on by its own time, as far as a mark at which
 * another path has still to arrive. Times are estimates (see {@link machiningMinutes}), so only the marks are sure.
 */
export function legsInTime(
  motions: readonly ProgramMotion[],
  offsetOf: (offset: string) => StagedOffset | undefined,
): readonly Leg[] {
  const paths = new Map<number, ProgramMotion[]>();
  for (const motion of motions) {
    const own = paths.get(motion.modes.path);
    if (own) own.push(motion);
    else paths.set(motion.modes.path, [motion]);
  }
  const [only] = paths.values();
  if (paths.size < 2) return toolpath(only ?? [], offsetOf);
  return inTime([...paths.values()].map((own) => toolpath(own, offsetOf)));
}

/** A path while its legs are put in order. */
interface Runner {
  readonly legs: readonly Leg[];
  next: number;
  minutes: number;
  at: { x: number; z: number };
  /** How often it has arrived at each mark. */
  readonly arrived: Map<string, number>;
}

function inTime(paths: readonly (readonly Leg[])[]): readonly Leg[] {
  const runners = paths.map(
    (legs): Runner => ({ legs, next: 0, minutes: 0, at: { x: Number.NaN, z: Number.NaN }, arrived: new Map() }),
  );
  const order: Leg[] = [];
  const timeOfMark = new Map<string, number>();
  for (;;) {
    const open = runners.filter(({ legs, next }) => next < legs.length);
    if (open.length === 0) return order;
    // Where all wait for marks that never come, the marks are passed over: the reading says that they are unpaired.
    const ready = open.filter((runner) => !isHeld(runner, runners));
    const runner = (ready.length > 0 ? ready : open).reduce((first, one) =>
      one.minutes < first.minutes ? one : first,
    );
    const leg = runner.legs[runner.next++] as Leg;
    if (leg.motion.mark === undefined) {
      runner.minutes += minutesOf(leg, runner);
      order.push(leg);
    } else passMark(leg.motion.mark, { runner, runners, timeOfMark });
  }
}

/** A path stands at a mark until all others that still have that mark ahead of them stand there too, or have passed it as often. */
function isHeld(runner: Runner, all: readonly Runner[]): boolean {
  const mark = runner.legs[runner.next]?.motion.mark;
  if (mark === undefined) return false;
  const round = runner.arrived.get(mark) ?? 0;
  return all.some(
    (other) =>
      other !== runner &&
      (other.arrived.get(mark) ?? 0) <= round &&
      other.legs[other.next]?.motion.mark !== mark &&
      other.legs.slice(other.next).some(({ motion }) => motion.mark === mark),
  );
}

/** Those that stand at a mark go on together, at the time of the last one. */
function passMark(
  mark: string,
  {
    runner,
    runners,
    timeOfMark,
  }: { readonly runner: Runner; readonly runners: readonly Runner[]; readonly timeOfMark: Map<string, number> },
): void {
  const round = runner.arrived.get(mark) ?? 0;
  runner.arrived.set(mark, round + 1);
  const waiting = runners.filter(({ legs, next }) => legs[next]?.motion.mark === mark).map(({ minutes }) => minutes);
  const key = `${mark} ${round}`;
  const time = Math.max(runner.minutes, timeOfMark.get(key) ?? 0, ...waiting);
  timeOfMark.set(key, time);
  runner.minutes = time;
}

function minutesOf({ motion, places }: Leg, runner: Runner): number {
  let minutes = 0;
  const { kind, modes } = motion;
  for (const to of places) {
    const length = Math.hypot(to.z - runner.at.z, (to.x - runner.at.x) / 2);
    if (!Number.isNaN(length)) minutes += machiningMinutes(kind, length, modes, (to.x + runner.at.x) / 2);
    runner.at = { x: to.x, z: to.z };
  }
  return minutes;
}
