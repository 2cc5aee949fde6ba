import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Axis } from "../../core/machine/index.ts";
import type { BenchAct } from "../../sim/exercise/bench.ts";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import {
  type Again,
  type Depth,
  open,
  type Played,
  play,
  type RecordedAct,
  type Run,
  record,
  replay,
} from "../../sim/exercise/run.ts";
import type { LatheCommand, LatheEvent } from "../../sim/lathe/index.ts";
import { type Happened, withHappened } from "../practice/happened.ts";
import type { Lathe } from "../practice/useLathe.ts";
import { newId } from "../shell/newId.ts";
import { forgetDraft, keepDraft, readDraft } from "./runDraft.ts";

/** Time passes on an exercise's lathe in these steps, so that a run comes out the same when it is played again. */
const TICK_MS = 16;
/** How often a run that is going on is written down on the device. */
const KEEP_EVERY_MS = 1500;

/**
 * An exercise while somebody works at it: every act is played on the bench and recorded. What was done is kept on this
 * device until it is finished, so that a reload loses nothing. `runId` is that of a lathe drawn for one run, `again` the goal that is tried
 * again. Knows no markup.
 */
export function useExercise(
  exercise: Exercise,
  depth: Depth,
  seed: number,
  { runId, again }: { readonly runId: string | undefined; readonly again: Again | undefined },
) {
  const [played, setPlayed] = useState<Played>(() => open(exercise, seed));
  const [events, setEvents] = useState<readonly Happened[]>([]);
  const [hints, setHints] = useState<readonly number[]>([]);
  const now = useRef(played);
  const acts = useRef<RecordedAct[]>([]);
  const when = useRef<number[]>([]);
  const hinted = useRef<readonly number[]>([]);
  const began = useRef<number | undefined>(undefined);
  const id = useRef(runId ?? newId());
  const isKept = useRef(true);
  // Begun from its start, nothing of the run before is taken over.
  const taken = useRef(again);

  const begin = useCallback((from: Played) => {
    now.current = from;
    setPlayed(from);
    setEvents([]);
  }, []);

  // What was begun on this device goes on where it was.
  useEffect(() => {
    const draft = readDraft(exercise.id, depth, seed);
    if (!draft || draft.acts.length === 0) return;
    when.current = [];
    const from = replay({ exercise, seed, acts: draft.acts }, ({ at }) => void when.current.push(at));
    acts.current = [...draft.acts];
    hinted.current = draft.hints;
    setHints(draft.hints);
    began.current = performance.now() - (draft.acts.at(-1)?.[0] ?? 0);
    begin(from);
  }, [exercise, depth, seed, begin]);

  useEffect(() => {
    const timer = setInterval(() => {
      if (isKept.current) return;
      isKept.current = true;
      keepDraft(exercise.id, depth, seed, { acts: acts.current, hints: hinted.current });
    }, KEEP_EVERY_MS);
    return () => clearInterval(timer);
  }, [exercise, depth, seed]);

  const act = useCallback((...commands: readonly BenchAct[]): LatheEvent[] => {
    began.current ??= performance.now();
    const at = Math.round(performance.now() - began.current);
    let next = now.current;
    const happened: LatheEvent[] = [];
    for (const command of commands) {
      const done = play(next, command);
      next = { bench: done.bench, facts: done.facts };
      happened.push(...done.events);
      record(acts.current, command, at);
      when.current.push(at);
    }
    isKept.current = false;
    now.current = next;
    setPlayed(next);
    if (happened.length > 0) setEvents((before) => withHappened(before, happened));
    return happened;
  }, []);

  const startAnew = useCallback(async () => {
    id.current = newId();
    acts.current = [];
    when.current = [];
    hinted.current = [];
    began.current = undefined;
    taken.current = again && { ...again, from: 0 };
    setHints([]);
    forgetDraft(exercise.id, depth, seed);
    begin(open(exercise, seed));
  }, [exercise, depth, seed, again, begin]);

  const { lathe: state } = played.bench;
  const isRunning = state.program.target !== undefined && !state.program.isHeld && state.alarm === undefined;
  useEffect(() => {
    if (!isRunning) return;
    let before = performance.now();
    let left = 0;
    let frame = requestAnimationFrame(function pass(time) {
      left += Math.min(100, Math.max(0, time - before));
      before = time;
      const ticks = Math.floor(left / TICK_MS);
      left -= ticks * TICK_MS;
      if (ticks > 0) act(...Array.from({ length: ticks }, () => ({ do: "advance" as const, milliseconds: TICK_MS })));
      frame = requestAnimationFrame(pass);
    });
    return () => cancelAnimationFrame(frame);
  }, [isRunning, act]);

  const askHint = useCallback(() => {
    hinted.current = [...hinted.current, when.current.length];
    isKept.current = false;
    setHints(hinted.current);
  }, []);

  const lathe: Lathe = useMemo(
    () => ({
      state,
      events,
      link: "alone" as const,
      startAnew,
      act: (...commands: readonly LatheCommand[]) => act(...commands),
    }),
    [state, events, startAnew, act],
  );
  /** The run as it stands, to be sent in: the same run sent twice is kept once. */
  const finished = (): Run & { readonly id: string } => ({
    id: id.current,
    exercise,
    seed,
    depth,
    acts: acts.current,
    hints: hinted.current,
    ...(taken.current && { again: taken.current }),
  });
  const predict = useCallback((axis: Axis, number: number) => void act({ do: "predict", axis, number }), [act]);
  const forget = () => {
    isKept.current = true;
    forgetDraft(exercise.id, depth, seed);
  };
  /** When each act was, milliseconds from the start. */
  const times = () => when.current;
  return { played, lathe, act, predict, when: times, hints, askHint, finished, forget };
}
export type ExerciseRun = ReturnType<typeof useExercise>;
