import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { keepOpenPage } from "../offline/keepSetupPages.ts";
import { sendWaitingRuns } from "./waitingRuns.ts";

/** Keeps the open page of practice for a time without the server, and sends what was finished without it once it is back. */
export function useWaitingRuns(personId: string): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    void keepOpenPage();
    const send = async () => {
      if ((await sendWaitingRuns(personId)) > 0) await revalidate();
    };
    void send();
    const onLine = () => void send();
    addEventListener("online", onLine);
    return () => removeEventListener("online", onLine);
  }, [personId, revalidate]);
}
