import { data } from "react-router";
import { deviceOf } from "../../server/http/device.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import { runTouchForm } from "../../server/touch/touchCommands.server.ts";
import { useSetup } from "../frame/useSetup.ts";
import { TablePage } from "../table/TablePage.tsx";
import type { TouchAnswer } from "../touch/touchAnswer.ts";
import type { Route } from "./+types/table";

export async function action({ request, params }: Route.ActionArgs) {
  const person = await mustBe(request, "setter");
  const outcome = await runTouchForm(
    params.setupId,
    person,
    deviceOf(request),
    Object.fromEntries(await request.formData()),
  );
  if (outcome.outcome === "kept") return data<TouchAnswer>({ outcome: "done" });
  return data<TouchAnswer>(outcome, outcome.outcome === "conflict" ? 409 : 422);
}

export default function Table() {
  return <TablePage {...useSetup()} />;
}
