import { data } from "react-router";
import { sql } from "../../server/context.server.ts";
import { fieldsOf } from "../../server/http/formOf.server.ts";
import { decideLate } from "../../server/late/lateForms.server.ts";
import { putAway } from "../../server/late/lateRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { keepTyped } from "../offline/away.ts";
import type { Route } from "./+types/late";

interface LateAnswer {
  readonly outcome: "done" | "refused";
  readonly message: string;
}
const refused = (message: string): LateAnswer => ({ outcome: "refused", message });

/** A lead decides on what came after the sign-off; its author puts away what was given back. */
export async function action({ request, params: { setupId }, context }: Route.ActionArgs) {
  const form = await fieldsOf(request);
  const text = (name: string) => String(form[name] ?? "");
  const person = await requireRole({ request, context }, "setter");
  const decision = text("decision");
  if (decision === "put-away") {
    await putAway(sql(), setupId, person.id);
    return { outcome: "done", message: "" } satisfies LateAnswer;
  }
  if (decision !== "enter" && decision !== "give-back") return data(refused("Not understood."), 400);
  const lead = await requireRole({ request, context }, "lead");
  const reason = text("reason").trim().slice(0, 120);
  if (reason === "") return data(refused("Say why. It stands in the record."), 422);
  const ids = text("ids").split(",");
  const over = text("over").split(",");
  const made = await decideLate(setupId, lead, { decision, reason, ids, over });
  if (made.outcome === "refused") return data(refused(made.message), 422);
  const words = [
    ...(made.entered > 0 ? [`${made.entered} entered`] : []),
    ...(made.givenBack > 0 ? [`${made.givenBack} given back`] : []),
  ];
  return { outcome: "done", message: `${words.join(", ")}.` } satisfies LateAnswer;
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) => keepTyped(serverAction, refused);
