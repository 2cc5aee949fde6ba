import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { listenTo } from "./listenTo.ts";

/** The browser's own, as far as it is used: each one that was opened, in order. */
class Source {
  static readonly CLOSED = 2;
  static opened: Source[] = [];
  readyState = 1;
  onmessage: (event: { data: string }) => void = () => undefined;
  onerror: () => void = () => undefined;
  constructor(readonly address: string) {
    Source.opened.push(this);
  }
  close() {
    this.readyState = Source.CLOSED;
  }
  says = (event: unknown) => this.onmessage({ data: JSON.stringify(event) });
  fails(isRefused: boolean) {
    this.readyState = isRefused ? Source.CLOSED : 0;
    this.onerror();
  }
}

const heard = vi.fn();
const failed = vi.fn();
let end: () => void;
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("EventSource", Source);
  Source.opened = [];
  heard.mockReset();
  failed.mockReset();
  end = listenTo("/news", { hear: heard, onFailure: failed, silentMs: 25_000 });
});
afterEach(() => {
  end();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const latest = () => Source.opened.at(-1) as Source;

describe("listening to a stream", () => {
  it("hears what is told, for hours, as long as something is told now and then", () => {
    for (let minute = 0; minute < 120; minute++) {
      latest().says({ seq: minute });
      vi.advanceTimersByTime(20_000);
    }
    expect(Source.opened).toHaveLength(1);
    expect(heard).toHaveBeenCalledTimes(120);
    expect(heard).toHaveBeenLastCalledWith({ seq: 119 });
    expect(failed).not.toHaveBeenCalled();
  });
  it("leaves trying again to the browser while the server does not answer", () => {
    latest().fails(false);
    vi.advanceTimersByTime(10_000);
    expect(Source.opened).toHaveLength(1);
    expect(failed.mock.calls).toEqual([[false]]);
  });
  it("tries again after an answer that is no stream, until there is one", () => {
    for (let turn = 0; turn < 5; turn++) {
      latest().fails(true);
      vi.advanceTimersByTime(5000);
    }
    expect(Source.opened).toHaveLength(6);
    expect(failed.mock.calls).toEqual(Array(5).fill([true]));
    latest().says({ seq: 4 });
    expect(heard).toHaveBeenLastCalledWith({ seq: 4 });
  });
  it("takes a silence for a dead connection, from the first moment on", () => {
    const [first] = Source.opened;
    vi.advanceTimersByTime(26_000);
    expect(first?.readyState).toBe(Source.CLOSED);
    expect(Source.opened).toHaveLength(2);
    latest().says({ seq: 1 });
    vi.advanceTimersByTime(26_000);
    expect(Source.opened).toHaveLength(3);
    expect(failed.mock.calls).toEqual([[false], [false]]);
  });
  it("ends when it is told to, whatever it was waiting for", () => {
    latest().fails(true);
    end();
    vi.advanceTimersByTime(100_000);
    expect(Source.opened).toHaveLength(1);
    expect(latest().readyState).toBe(Source.CLOSED);
  });
});
