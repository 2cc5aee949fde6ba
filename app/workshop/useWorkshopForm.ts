import { href, useFetcher } from "react-router";
import type { WorkshopOutcome } from "../../server/workshop/runWorkshopForm.server.ts";

/**
 * Sends a form of the workshop and hears the answer. A list sends for the form of what is open, which is made anew as soon
 * as it has changed something: so it still says what came of it, as long as the same is open. Knows no markup.
 */
export function useWorkshopForm(section: string, open?: string) {
  const fetcher = useFetcher<WorkshopOutcome>(open === undefined ? {} : { key: `${section} ${open}` });
  const busy = fetcher.state !== "idle";
  const answer = busy ? undefined : fetcher.data;
  return {
    busy,
    answer,
    /** For what is typed: whether it was kept, or not taken as it was sent; undefined while that is not known. */
    outcome: answer && (answer.outcome === "refused" ? ("refused" as const) : ("done" as const)),
    send: (intent: string, fields: Readonly<Record<string, string>>) => {
      const form = new FormData();
      for (const [name, value] of Object.entries({ intent, ...fields })) form.set(name, value);
      fetcher.submit(form, {
        method: "post",
        action: href("/workshop/:section?", { section }),
        encType: "multipart/form-data",
      });
    },
    refusalOf: (field: string) => (answer?.outcome === "refused" ? answer.fields[field] : undefined),
  };
}
export type WorkshopSending = ReturnType<typeof useWorkshopForm>;
