import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BenchAct } from "../../sim/exercise/bench.ts";
import { open, type Played, play, type Run } from "../../sim/exercise/run.ts";

/** A bench is kept every so many acts, so that any moment is near one. */
const KEPT_EVERY = 64;
/** Played again this many acts a second. */
const ACTS_A_SECOND = 14;

/** A run played again: any of its moments, forward and back. Knows no markup. */
export function useReplay({ exercise, seed, acts }: Pick<Run, "exercise" | "seed" | "acts">, first: number) {
  const flat = useMemo(
    () =>
      acts.flatMap(([at, times, act]) =>
        Array.from({ length: times }, (): { at: number; act: BenchAct } => ({ at, act })),
      ),
    [acts],
  );
  const kept = useRef<Played[]>([]);
  const momentOf = useCallback(
    (count: number): Played => {
      if (kept.current.length === 0) kept.current = [open(exercise, seed)];
      let from = Math.min(Math.floor(count / KEPT_EVERY), kept.current.length - 1);
      let now = kept.current[from] as Played;
      for (let index = from * KEPT_EVERY; index < count; index++) {
        const next = flat[index];
        if (!next) break;
        const done = play(now, next.act);
        now = { bench: done.bench, facts: done.facts };
        if ((index + 1) % KEPT_EVERY === 0) {
          from++;
          kept.current[from] ??= now;
        }
      }
      return now;
    },
    [exercise, seed, flat],
  );
  const [at, setAt] = useState(Math.min(first, flat.length));
  const [isPlaying, setPlaying] = useState(false);
  const moment = useMemo(() => momentOf(at), [momentOf, at]);
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => {
      setAt((now) => {
        if (now < flat.length) return now + 1;
        setPlaying(false);
        return now;
      });
    }, 1000 / ACTS_A_SECOND);
    return () => clearInterval(timer);
  }, [isPlaying, flat.length]);
  return {
    moment,
    momentOf,
    at,
    count: flat.length,
    time: flat[at - 1]?.at ?? 0,
    act: flat[at - 1]?.act,
    isPlaying,
    setPlaying,
    setAt,
  };
}
