import { useEffect, useState } from "react";
import { href } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { loadStage } from "../offline/loadSetup.ts";

/** Programs that this page has loaded, by setup, file and what was renumbered in it. */
const known = new Map<string, string>();

/** The setup's program once it is here, from the server or from this device: the page is complete without it. Undefined where there is none. */
export function useProgramText({ programRead, renumbered }: SetupView, setupId: string): string | undefined {
  const key = programRead && `${setupId} ${programRead.fingerprint} ${renumbered?.seq ?? 0}`;
  const [loaded, setLoaded] = useState<string>();
  useEffect(() => {
    if (key === undefined || known.has(key)) return;
    let isGone = false;
    loadStage(setupId, () => fetched(setupId), programHere)
      .then((text) => {
        if (text === undefined) return;
        known.set(key, text);
        if (!isGone) setLoaded(key);
      })
      // Neither the server nor this device has it: what is drawn of it is left out.
      .catch(() => undefined);
    return () => {
      isGone = true;
    };
  }, [key, setupId]);
  return key === undefined || (loaded !== key && !known.has(key)) ? undefined : known.get(key);
}

async function fetched(setupId: string): Promise<string | undefined> {
  const answer = await fetch(href("/setups/:setupId/program", { setupId }));
  if (answer.status === 404) return undefined;
  if (!answer.ok) throw answer;
  return answer.text();
}

const programHere: Parameters<typeof loadStage<string | undefined>>[2] = async ({ known: taken }, setup) => {
  // The reader of programs is larger than what asks for it.
  const { editedProgram } = await import("../../core/program/index.ts");
  return editedProgram(taken.program, setup)?.text;
};
