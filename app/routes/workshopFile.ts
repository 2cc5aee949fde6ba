import { csvText, harmless } from "../../core/formats/index.ts";
import { machineProfileSchema } from "../../core/machine/index.ts";
import {
  profileFields,
  textsOfProfile,
  WORKSHOP_KINDS,
  writeWorkshopCsv,
  writeWorkshopJson,
} from "../../core/workshop/index.ts";
import { sql } from "../../server/context.server.ts";
import { listKeptMachines } from "../../server/machines/machinesRepository.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { listItems } from "../../server/workshop/workshopRepository.server.ts";
import { SECTIONS } from "../workshop/sections.ts";
import type { Route } from "./+types/workshopFile";

/** A section of the workshop as a file, JSON or CSV, without what is retired. People are never exported. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const section = SECTIONS.find(({ path }) => path === params.section);
  const isCsv = new URL(request.url).searchParams.get("as") === "csv";
  const kind = WORKSHOP_KINDS.find((one) => one === section?.kind);
  if (!section || section.path === "people") throw new Response("There is no such file.", { status: 404 });
  let text: string;
  if (kind) {
    const items = (await listItems(sql(), kind))
      .filter(({ retired }) => !retired)
      .map(({ name, content }) => ({ name, content }));
    text = isCsv ? writeWorkshopCsv(kind, items) : writeWorkshopJson(kind, items);
  } else {
    const machines = (await listKeptMachines(sql())).filter(({ retired }) => !retired).map(({ machine }) => machine);
    const paths = profileFields(machineProfileSchema).map(({ path }) => path);
    const rows = machines.map((machine) => {
      const texts = textsOfProfile(machineProfileSchema, machine);
      return [...paths.map((path) => harmless(texts[path] ?? "")), String(machine.stations?.length ?? 0)];
    });
    text = isCsv ? csvText([[...paths, "stations"], ...rows]) : `${JSON.stringify(machines, null, 1)}\n`;
  }
  return new Response(text, {
    headers: {
      "Content-Type": isCsv ? "text/csv; charset=utf-8" : "application/json",
      "Content-Disposition": `attachment; filename="workshop-${section.path}.${isCsv ? "csv" : "json"}"`,
      "Cache-Control": "no-store",
    },
  });
}
