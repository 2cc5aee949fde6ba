import { setTimeout as pause } from "node:timers/promises";
import { afterEach, describe, expect, it, vi } from "vitest";
import { endStreams, eventStream } from "./eventStream.server.ts";

afterEach(() => {
  vi.useRealTimers();
});

/** A stream as the adapter in front of it has it, with what was written to its connection. */
function listened({ reads = true, mayGoOn = async () => true } = {}) {
  const other = new AbortController();
  const written: string[] = [];
  let tell: ((event: unknown) => void) | undefined;
  const response = eventStream(
    (to) => {
      tell = to;
      return () => {
        tell = undefined;
      };
    },
    {
      signal: other.signal,
      mayGoOn,
      write: (text) => {
        written.push(text);
        return reads;
      },
    },
  );
  const body = response.body as ReadableStream;
  return {
    other,
    written,
    response,
    body,
    tell: (event: unknown) => tell?.(event),
    /** As the adapter does, once it has sent the headers. */
    ask: async () => {
      const answer = body.getReader().read();
      await Promise.resolve();
      return { answer };
    },
  };
}
const soon = <Value>(value: Promise<Value>) => Promise.race([value, pause(30, "nothing")]);

describe("a stream of events", () => {
  it("is written to the connection as it happens; its body carries nothing, so that nothing is kept of it", async () => {
    const { written, ask, tell, response, other } = listened();
    expect(response.headers.get("Content-Type")).toBe("text/event-stream");
    const { answer } = await ask();
    for (let count = 0; count < 3; count++) tell({ count });
    expect(written).toEqual(['data: {"count":0}\n\n', 'data: {"count":1}\n\n', 'data: {"count":2}\n\n']);
    expect(await soon(answer)).toBe("nothing");
    other.abort();
    expect(await answer).toEqual({ done: true, value: undefined });
    tell({ count: 3 });
    expect(written).toHaveLength(3);
  });

  it("begins once its body is asked for, not before the headers are out; one that is never asked for listens to nothing", async () => {
    const { written, body, tell } = listened();
    tell("too early");
    await body.cancel();
    tell("too late");
    expect(written).toEqual([]);
    const gone = listened();
    gone.other.abort();
    expect(await (await gone.ask()).answer).toMatchObject({ done: true });
  });

  it("ends where the other side reads no more, and when the server stops", async () => {
    const asleep = listened({ reads: false });
    const { answer } = await asleep.ask();
    asleep.tell("something");
    asleep.tell("while all are told");
    expect(await answer).toMatchObject({ done: true });
    asleep.tell("more");
    expect(asleep.written).toHaveLength(2);

    const open = listened();
    const { answer: stopped } = await open.ask();
    endStreams();
    expect(await stopped).toMatchObject({ done: true });
  });

  it("ends with its session, and not because the database does not answer", async () => {
    vi.useFakeTimers();
    const answers = [true, new Error("away"), false];
    const mayGoOn = vi.fn(async () => {
      const may = answers.shift();
      if (may instanceof Error) throw may;
      return may ?? false;
    });
    const { ask, tell, written } = listened({ mayGoOn });
    const { answer } = await ask();
    await vi.advanceTimersByTimeAsync(45_000);
    expect(mayGoOn).toHaveBeenCalledTimes(2);
    tell("still there");
    expect(written).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(await answer).toMatchObject({ done: true });
  });
});
