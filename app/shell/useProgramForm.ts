import { useFetcher } from "react-router";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { entriesAddress } from "./entriesAddress.ts";
import { newId } from "./newId.ts";

/** Sends a setup's form that brings a program's file, and says what became of it. */
export function useProgramForm(setupId: string, seq: number) {
  const fetcher = useFetcher<TouchAnswer>();
  const busy = fetcher.state !== "idle";
  const answer = busy ? undefined : fetcher.data;
  const send = (intent: "take-program" | "keep-proven", fields: Readonly<Record<string, string>>, file?: File) => {
    const form = new FormData();
    for (const [key, value] of Object.entries({ intent, id: newId(), base: String(seq), ...fields }))
      form.set(key, value);
    if (file) form.set("program", file);
    fetcher.submit(form, {
      method: "post",
      action: entriesAddress(setupId),
      encType: file ? "multipart/form-data" : "application/x-www-form-urlencoded",
    });
  };
  const refused =
    answer?.outcome === "conflict"
      ? `${answer.theirs.person} has changed the program meanwhile. Look at it first.`
      : answer && "message" in answer
        ? answer.message
        : undefined;
  return { send, busy, isDone: answer?.outcome === "done", refused };
}
