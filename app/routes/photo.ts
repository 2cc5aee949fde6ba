import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { readPhoto } from "../../server/photos/photosRepository.server.ts";
import type { Route } from "./+types/photo";

/** A photo that belongs to a note, by its fingerprint. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  await requireRole({ request, context }, "viewer");
  const photo = /^[0-9a-f]{64}$/.test(params.fingerprint) ? await readPhoto(sql(), params.fingerprint) : undefined;
  if (!photo) throw new Response("There is no such photo.", { status: 404 });
  return new Response(new Uint8Array(photo.content), {
    headers: {
      "Content-Type": photo.type,
      "Content-Disposition": "inline",
      "Cache-Control": "private, max-age=31536000, immutable",
    },
  });
}
