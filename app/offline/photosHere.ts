import { href } from "react-router";
import type { WaitingFile } from "./store.ts";

/** Photos by their address, for pages that are opened without the server; filled by the worker too. */
export const PHOTOS = "luvrit-photos";

/** Shows a photo that waits on this device under the address that it will have. Where the browser will not, its words do. */
export async function showPhotoHere({ fingerprint, type, content }: WaitingFile): Promise<void> {
  try {
    const cache = await caches.open(PHOTOS);
    await cache.put(
      href("/photos/:fingerprint", { fingerprint }),
      new Response(content, { headers: { "Content-Type": type } }),
    );
  } catch {
    // The photo itself waits in the store, and goes from there.
  }
}
