/** Between two tries at a stream that was refused. */
const AGAIN_MS = 4000;

interface Listener<Event> {
  readonly hear: (event: Event) => void;
  /** There is no answer, the stream went silent, or (`isRefused`) what answered was no stream. */
  readonly onFailure: (isRefused: boolean) => void;
  /** A stream without a message for this long counts as closed: the server sends one well within it. */
  readonly silentMs: number;
}

/**
 * Listens to server-sent events until the answer is called. While the server does not answer, the browser tries again by itself; after
 * an answer that is no stream (a proxy without its server, a page to sign in), and after a silence, it would not.
 */
export function listenTo<Event>(address: string, { hear, onFailure, silentMs }: Listener<Event>): () => void {
  let source: EventSource;
  let timer: ReturnType<typeof setTimeout>;
  const again = (ms: number, isSilence: boolean) => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      if (isSilence) onFailure(false);
      source.close();
      open();
    }, ms);
  };
  const open = () => {
    source = new EventSource(address);
    source.onmessage = ({ data }) => {
      again(silentMs, true);
      hear(JSON.parse(data) as Event);
    };
    source.onerror = () => {
      const isRefused = source.readyState === EventSource.CLOSED;
      if (isRefused) again(AGAIN_MS, false);
      onFailure(isRefused);
    };
    again(silentMs, true);
  };
  open();
  return () => {
    clearTimeout(timer);
    source.close();
  };
}
