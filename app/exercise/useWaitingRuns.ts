import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { keepOpenPage } from "../offline/keepSetupPages.ts";
import { toast } from "../ui/Toast.tsx";
import { sendWaitingRuns } from "./waitingRuns.ts";

/** Keeps the open page of practice for a time without the server, and sends what was finished without it once it is back. */
export function useWaitingRuns(personId: string): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    void keepOpenPage();
    const send = async () => {
      const { sent, refusal } = await sendWaitingRuns(personId);
      if (refusal !== undefined) toast(`A run that you finished without the server was not taken: ${refusal}`);
      if (sent > 0) await revalidate();
    };
    void send();
    const onLine = () => void send();
    addEventListener("online", onLine);
    return () => removeEventListener("online", onLine);
  }, [personId, revalidate]);
}
