import { useEffect, useState } from "react";
import { useRevalidator } from "react-router";
import { keepOpenPage } from "../offline/keepSetupPages.ts";
import { discardWaitingRun, type RefusedRun, sendWaitingRuns } from "./waitingRuns.ts";

/** Runs that were finished without the server and that it does not take, and how to give one up. */
export interface RefusedRuns {
  readonly refused: readonly RefusedRun[];
  readonly discard: (id: string) => void;
}

/** Keeps the open page of practice for a time without the server, and sends what was finished without it once it is back. */
export function useWaitingRuns(personId: string): RefusedRuns {
  const { revalidate } = useRevalidator();
  const [refused, setRefused] = useState<readonly RefusedRun[]>([]);
  useEffect(() => {
    void keepOpenPage();
    const send = async () => {
      const became = await sendWaitingRuns(personId);
      setRefused(became.refused);
      if (became.sent > 0) await revalidate();
    };
    void send();
    const onLine = () => void send();
    addEventListener("online", onLine);
    return () => removeEventListener("online", onLine);
  }, [personId, revalidate]);
  const discard = (id: string) => {
    discardWaitingRun(id);
    setRefused((before) => before.filter((one) => one.id !== id));
  };
  return { refused, discard };
}
