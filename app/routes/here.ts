import { database, sql } from "../../server/context.server.ts";
import { answering } from "../../server/http/answering.server.ts";
import { deviceOf } from "../../server/http/device.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { claimRow, leaveClaims } from "../../server/news/claimsRepository.server.ts";
import { mustBeQuietly } from "../../server/people/access.server.ts";
import { validator } from "../../server/validation/validate.server.ts";
import type { Route } from "./+types/here";

interface Here {
  readonly page: string;
  /** Offset of the tool; absent when the page is closed. */
  readonly row?: string;
  readonly since?: string;
  readonly take?: boolean;
}
const readHere = validator<Here>({
  type: "object",
  additionalProperties: false,
  required: ["page"],
  properties: {
    page: { type: "string", format: "uuid" },
    row: { type: "string", pattern: "^[0-9]{1,3}$" },
    since: { type: "string", format: "date-time" },
    take: { type: "boolean" },
  },
});

/** Since when a page is on a tool: not before this shift, nor in the future, whatever the device's clock says. */
function sinceOf(text: string | undefined): Date {
  const now = Date.now();
  const said = text === undefined ? now : Date.parse(text);
  return new Date(Number.isNaN(said) ? now : Math.min(now, Math.max(now - LONGEST_MS, said)));
}
const LONGEST_MS = 24 * 3600 * 1000;

/** A page says on which tool it is, takes one over, or leaves. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const person = await mustBeQuietly({ request, context }, "setter");
  const read = readHere(await request.json().catch(() => undefined));
  if (!read.ok) return Response.json({ message: "Not understood." }, { status: 400 });
  const { page, row, since, take = false } = read.value;
  if (row === undefined) await leaveClaims(sql(), page, person.id);
  else {
    if (!(await readSetup(sql(), params.setupId))) return Response.json({ message: "No such setup." }, { status: 404 });
    const whose = { id: page, person, device: deviceOf(request), since: sinceOf(since) };
    await answering(() => claimRow(database(), params.setupId, row, whose, take));
  }
  return new Response(null, { status: 204 });
}
