/** How often a stream asks whether its listener is still signed in. */
const ASK_EVERY_MS = 20_000;

const ending = new Set<() => void>();

/** Ends every stream that is still open, so that the server can stop at once. */
export function endStreams(): void {
  for (const end of ending) end();
}

/** Where a stream goes, and how long. */
export interface Listening {
  /** Aborted when the other side goes. */
  readonly signal: AbortSignal;
  /** Writes to the connection; false where the other side has long read nothing of it. */
  readonly write: (text: string) => boolean;
  /** Asked now and then: a session that ends takes its streams along. */
  readonly mayGoOn: () => Promise<boolean>;
}

/**
 * What is told as server-sent events, until the other side goes or the server stops. `listen` is handed the way to tell,
 * and gives the way to stop listening.
 *
 * Events do not go through the answer's body: what passes a body on keeps every piece of it until it ends, and this one
 * lasts a shift. The body carries nothing; it is asked for once the headers are out, and its end ends the answer.
 */
export function eventStream<Event>(
  listen: (tell: (event: Event) => void) => () => void,
  { signal, write, mayGoOn }: Listening,
): Response {
  let close = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      pull(controller) {
        const end = () => {
          if (!ending.delete(end)) return;
          clearInterval(asking);
          unlisten();
          try {
            controller.close();
          } catch (failure) {
            // Closed already by the side that went away.
            if (!(failure instanceof TypeError)) throw failure;
          }
        };
        close = end;
        ending.add(end);
        const unlisten = listen((event) => {
          // Not from within: the teller is in the middle of telling all.
          if (!write(`data: ${JSON.stringify(event)}\n\n`)) queueMicrotask(end);
        });
        const asking = setInterval(() => {
          // A database that is away ends nothing: it is asked again.
          mayGoOn().then(
            (may) => may || end(),
            () => undefined,
          );
        }, ASK_EVERY_MS);
        signal.addEventListener("abort", end, { once: true });
        if (signal.aborted) end();
      },
      cancel: () => close(),
    },
    { highWaterMark: 0 },
  );
  // no-transform: compression would hold events back.
  return new Response(body, {
    headers: {
      "Content-Type": "text/event-stream",
      "Cache-Control": "no-store, no-transform",
      "X-Accel-Buffering": "no",
    },
  });
}
