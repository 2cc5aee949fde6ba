import { csvText, harmless } from "../../core/formats/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { sheetRows } from "../../core/record/index.ts";
import { sql } from "../../server/context.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { mustBe } from "../../server/people/access.server.ts";
import type { Route } from "./+types/sheetFile";

/** The setup sheet as CSV. A minus is written as spreadsheets read it; text that they would run is made harmless. */
export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  const state = await readSetup(sql(), params.setupId);
  if (!state) throw new Response("There is no such setup.", { status: 404 });
  const setup = viewSetup(state);
  const cell = (text: string) => {
    const plain = text.replaceAll("−", "-");
    return /^-?\d+(\.\d+)?$/.test(plain) ? plain : harmless(plain);
  };
  const name = `${setup.job}-${setup.operation}-sheet.csv`.replace(/[^A-Za-z0-9.-]+/g, "-").toLowerCase();
  return new Response(csvText(sheetRows(setup).map((row) => row.map(cell))), {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${name}"`,
      "Cache-Control": "no-store",
    },
  });
}
