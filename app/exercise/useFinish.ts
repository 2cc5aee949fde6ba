import { useState } from "react";
import { href, useNavigate } from "react-router";
import type { Person } from "../../server/people/person.server.ts";
import { type Debrief, debriefPlayed } from "../../sim/exercise/debrief.ts";
import type { PastRun } from "../../sim/exercise/progress.ts";
import type { Run } from "../../sim/exercise/run.ts";
import type { ExerciseRun } from "./useExercise.ts";
import { keepWaitingRun, postRun } from "./waitingRuns.ts";

/** A run that was finished without the server, looked back at here. */
interface FinishedHere {
  readonly kept: PastRun & { readonly personName: string };
  readonly run: Run;
  readonly debrief: Debrief;
}

/** Sending a finished run in. */
export interface Finish {
  readonly isSending: boolean;
  readonly trouble: string | undefined;
  /** Set once a run was finished without the server. */
  readonly here: FinishedHere | undefined;
  readonly send: (run: ExerciseRun) => void;
}

/**
 * Sends a run to be looked back at and kept, and goes to its debrief. While the server is away it is looked back at on the device, which keeps
 * it until the server has it.
 */
export function useFinish(exerciseId: string, person: Person): Finish {
  const navigate = useNavigate();
  const [isSending, setSending] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const [here, setHere] = useState<FinishedHere>();
  const send = async (run: ExerciseRun) => {
    setSending(true);
    setTrouble(undefined);
    const { exercise: _, ...done } = run.finished();
    try {
      const answer = await postRun({ exerciseId, run: done });
      const said = (await answer.json().catch(() => ({}))) as { id?: string; message?: string };
      if (!answer.ok || said.id === undefined) {
        setTrouble(said.message ?? "The server does not answer as it should. Your run stays here: finish it again.");
        return;
      }
      run.forget();
      await navigate(href("/practice/runs/:runId", { runId: said.id }));
    } catch (failure) {
      // A network that fails; anything else is a bug.
      if (!(failure instanceof TypeError)) throw failure;
      if (!keepWaitingRun({ personId: person.id, exerciseId, run: done }))
        return setTrouble(
          "The server is away, and this device keeps nothing more. Your run stays here: finish it when it is back.",
        );
      run.forget();
      setHere(lookedBackHere(run, person));
    } finally {
      setSending(false);
    }
  };
  return { isSending, trouble, here, send: (run) => void send(run) };
}

function lookedBackHere(done: ExerciseRun, person: Person): FinishedHere {
  const { id, ...run } = done.finished();
  const debrief = debriefPlayed(run, done.played, done.when());
  const { reached, seconds, acts, touches, hints, slips, handling } = debrief;
  const { exercise, depth, seed, again } = run;
  return {
    run,
    debrief,
    kept: {
      id,
      exercise: exercise.id,
      skill: exercise.skill,
      depth,
      seed,
      reached,
      seconds,
      acts,
      touches,
      past: handling?.past,
      hints,
      ...(again && { isAgain: true }),
      slips: [...new Set(slips.map(({ kind }) => kind))],
      at: new Date().toISOString(),
      personName: person.name,
    },
  };
}
