import { useFetcher } from "react-router";
import type { WorkshopOutcome } from "../../server/workshop/runWorkshopForm.server.ts";

/** Sends a form of the workshop and hears the answer. Knows no markup. */
export function useWorkshopForm(section: string) {
  const fetcher = useFetcher<WorkshopOutcome>();
  const busy = fetcher.state !== "idle";
  const answer = busy ? undefined : fetcher.data;
  return {
    busy,
    answer,
    send: (intent: string, fields: Readonly<Record<string, string>>) => {
      const form = new FormData();
      for (const [name, value] of Object.entries({ intent, ...fields })) form.set(name, value);
      fetcher.submit(form, { method: "post", action: `/workshop/${section}`, encType: "multipart/form-data" });
    },
    refusalOf: (field: string) => (answer?.outcome === "refused" ? answer.fields[field] : undefined),
  };
}
