import { useState } from "react";
import { href, useNavigate } from "react-router";
import type { ExerciseRun } from "./useExercise.ts";

/** Sending a finished run in. */
export interface Finish {
  readonly isSending: boolean;
  readonly trouble: string | undefined;
  readonly send: (run: ExerciseRun) => void;
}

/**
 * Sends a run to be looked back at and kept, and goes to its debrief. While the server is away the run stays as it stands:
 * it is on this device, and can be sent again.
 */
export function useFinish(exerciseId: string): Finish {
  const navigate = useNavigate();
  const [isSending, setSending] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const send = async (run: ExerciseRun) => {
    setSending(true);
    setTrouble(undefined);
    const { exercise: _, ...done } = run.finished();
    try {
      const answer = await fetch(href("/practice/exercises/:exerciseId/finish", { exerciseId }), {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(done),
      });
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
      setTrouble("The server is away. Your run stays on this device: finish it when it is back.");
    } finally {
      setSending(false);
    }
  };
  return { isSending, trouble, send: (run) => void send(run) };
}
