import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { partPicture } from "../../server/program/partPicture.server.ts";
import type { Route } from "./+types/partPicture";

/** The part of a setup in a few lines. Its address carries the sequence number, so that a device keeps it for as long as it is true. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const picture = await partPicture(sql(), params.setupId);
  if (picture === undefined) throw new Response("There is no picture of this setup.", { status: 404 });
  return new Response(picture, {
    headers: { "Content-Type": "image/svg+xml", "Cache-Control": "private, max-age=31536000, immutable" },
  });
}
