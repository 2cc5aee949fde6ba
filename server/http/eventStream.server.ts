/** How often a stream asks whether whoever listens is still let in. */
const ASK_EVERY_MS = 20_000;

const ending = new Set<() => void>();

/** Ends every stream that is still open, so that the server can stop at once. */
export function endStreams(): void {
  for (const end of ending) end();
}

/**
 * What is told as server-sent events, until the other side goes or the server stops. `listen` is handed the way to tell,
 * and gives the way to stop listening. A session that ends takes its streams along: `mayGoOn` is asked now and then.
 */
export function eventStream<Event>(
  listen: (tell: (event: Event) => void) => () => void,
  signal: AbortSignal,
  mayGoOn: () => Promise<boolean> = async () => true,
): Response {
  const encoder = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const unlisten = listen((event) => controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`)));
      const asking = setInterval(() => {
        // A database that is away ends nothing: it is asked again.
        mayGoOn().then(
          (may) => may || end(),
          () => undefined,
        );
      }, ASK_EVERY_MS);
      end = () => {
        clearInterval(asking);
        unlisten();
        ending.delete(end);
        try {
          controller.close();
        } catch (failure) {
          // Closed already by the side that went away.
          if (!(failure instanceof TypeError)) throw failure;
        }
      };
      ending.add(end);
      signal.addEventListener("abort", () => end(), { once: true });
    },
    cancel: () => end(),
  });
  // no-transform: compression would hold events back.
  return new Response(body, {
    headers: {
      "Content-Type": "text/event-stream",
      "Cache-Control": "no-store, no-transform",
      "X-Accel-Buffering": "no",
    },
  });
}
