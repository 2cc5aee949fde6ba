import { useRef } from "react";
import { useFetcher } from "react-router";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import { entriesAddress } from "./entriesAddress.ts";
import { newId } from "./newId.ts";

/**
 * Sends one of a setup's small forms to the ledger and hears the answer. The same content keeps its id, so that sending
 * it again enters it once. Knows no markup.
 */
export function useSetupForm(setupId: string, seq: number) {
  const fetcher = useFetcher<TouchAnswer>();
  const sent = useRef({ content: "", id: "" });
  const isIdle = fetcher.state === "idle";
  const answer = isIdle ? fetcher.data : undefined;
  const send = (intent: string, fields: Readonly<Record<string, string>> = {}, base = seq) => {
    const content = JSON.stringify({ intent, base, ...fields });
    const id = sent.current.content === content ? sent.current.id : newId();
    sent.current = { content, id };
    fetcher.submit({ intent, id, base: String(base), ...fields }, { method: "post", action: entriesAddress(setupId) });
  };
  return {
    send,
    busy: !isIdle,
    /** Refusal of one field, as the server said it. */
    refusalOf: (field: string) => (answer?.outcome === "refused" ? answer.fields[field] : undefined),
    /** What was refused as a whole, or what somebody else changed meanwhile. */
    trouble:
      answer === undefined || answer.outcome === "done"
        ? undefined
        : answer.outcome === "conflict"
          ? `${answer.theirs.person} has changed this meanwhile. Look at it again, then send yours.`
          : answer.outcome === "refused" && Object.keys(answer.fields).length > 0
            ? undefined
            : answer.message,
    isDone: answer?.outcome === "done",
    /** For what is typed: whether it was kept, or not taken as it was sent; undefined while that is not known. */
    outcome: answer && (answer.outcome === "done" ? ("done" as const) : ("refused" as const)),
  };
}
