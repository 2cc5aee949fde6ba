import { listenTo } from "./listenTo.ts";
import { addressOf, isEmpty, messageKey, type StreamMessage, silenceOf, type Topics } from "./topics.ts";

interface Listener {
  readonly hear: (told: StreamMessage) => void;
  /** As of `listenTo`. */
  readonly onFailure: (isRefused: boolean) => void;
}

/** A page that opens in several steps changes what it listens to several times: the stream is opened once they are done. */
const SETTLE_MS = 60;

/**
 * Holds one stream open for whatever is wanted at the time, and none while nothing is. A listener that comes to a stream that is
 * open already is told what was told last.
 */
export class OneStream {
  private wanted: Topics = { setups: [], machines: [] };
  private address = "";
  private end: (() => void) | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly latest = new Map<string, StreamMessage>();
  constructor(private readonly listener: Listener) {}

  want(topics: Topics): void {
    this.wanted = topics;
    const address = isEmpty(topics) ? "" : addressOf(topics);
    if (address === this.address) {
      clearTimeout(this.timer);
      this.timer = undefined;
      return;
    }
    this.timer ??= setTimeout(() => this.open(), SETTLE_MS);
  }

  /** What was told last of these topics, while the stream that told it is open. */
  known({ setups, machines }: Topics): readonly StreamMessage[] {
    const keys = [...setups.map((id) => `setup ${id}`), ...machines.map((id) => `machine ${id}`)];
    return keys.flatMap((key) => this.latest.get(key) ?? []);
  }

  close(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.end?.();
    this.end = undefined;
    this.address = "";
    this.latest.clear();
  }

  private open(): void {
    this.close();
    if (isEmpty(this.wanted)) return;
    this.address = addressOf(this.wanted);
    this.end = listenTo<StreamMessage>(this.address, {
      hear: (told) => {
        const key = messageKey(told);
        if (key !== undefined) this.latest.set(key, told);
        this.listener.hear(told);
      },
      onFailure: (isRefused) => {
        this.latest.clear();
        this.listener.onFailure(isRefused);
      },
      silentMs: silenceOf(this.wanted),
    });
  }
}
