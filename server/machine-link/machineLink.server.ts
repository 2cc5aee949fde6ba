import type { PositionReport } from "../../core/machine/index.ts";
import { log } from "../http/log.server.ts";
import { FeedReader } from "./feedReader.server.ts";

/** Between two looks at a feed that answers, and at one that does not. */
const LOOK_EVERY_MS = 90;
const LOOK_AGAIN_MS = 1000;
/** A report is repeated this often although nothing has moved, so that its age is known. */
const REPEAT_EVERY_MS = 1000;
/** A feed whose own time stands still for this long repeats itself. */
const FROZEN_AFTER_MS = 2000;

const UNKNOWN: PositionReport = { state: "none", words: "", position: {}, takenAt: 0, age: 0 };

export type Listener = (report: PositionReport) => void;

/**
 * The link to one machine: looks at its feed while somebody listens, and tells every change at once. Reading is all that
 * it does. Nothing waits for it: who asks is told what is known.
 */
export class MachineLink {
  private readonly reader: FeedReader;
  private readonly listeners = new Set<Listener>();
  private timer: NodeJS.Timeout | undefined;
  private report: PositionReport | undefined;
  private toldAt = 0;
  /** The feed's own time as last read, and when it last changed. */
  private clock = { creationTime: "", changedAt: 0 };

  constructor(base: string) {
    this.reader = new FeedReader(base);
  }

  /** Hears every report from now on, the present one first where there is one; the answer ends it. */
  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    if (this.report) listener(aged(this.report));
    if (this.listeners.size === 1) this.schedule(0);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0) return;
      clearTimeout(this.timer);
      this.timer = undefined;
      this.report = undefined;
    };
  }

  private schedule(wait: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.look().catch((failure: unknown) => log.error({ failure }, "looking at a feed"));
    }, wait);
  }

  private async look(): Promise<void> {
    const began = Date.now();
    const answer = await this.reader.read();
    if (this.listeners.size === 0) return;
    const next: PositionReport = answer.ok
      ? this.live(answer.value, began)
      : {
          ...(this.report ?? UNKNOWN),
          state: "none",
          fault: answer.refusal.code,
          words: answer.refusal.message,
          position: {},
        };
    this.tell(next);
    this.schedule(answer.ok ? Math.max(0, LOOK_EVERY_MS - (Date.now() - began)) : LOOK_AGAIN_MS);
  }

  private live(
    { position, creationTime }: { readonly position: PositionReport["position"]; readonly creationTime: string },
    began: number,
  ): PositionReport {
    if (creationTime !== this.clock.creationTime) this.clock = { creationTime, changedAt: began };
    const stoodFor = began - this.clock.changedAt;
    if (stoodFor >= FROZEN_AFTER_MS)
      return {
        state: "stale",
        fault: "frozen",
        position,
        takenAt: this.clock.changedAt,
        age: stoodFor,
        words: "The feed repeats an old position. Key the reading.",
      };
    return { state: "live", words: "", position, takenAt: began, age: 0 };
  }

  private tell(next: PositionReport): void {
    const isNews =
      JSON.stringify({ ...next, takenAt: 0, age: 0 }) !== JSON.stringify({ ...this.report, takenAt: 0, age: 0 });
    this.report = next;
    if (!isNews && Date.now() - this.toldAt < REPEAT_EVERY_MS) return;
    this.toldAt = Date.now();
    for (const listener of this.listeners) listener(aged(next));
  }
}

const aged = (report: PositionReport): PositionReport => ({
  ...report,
  age: report.takenAt === 0 ? 0 : Math.max(0, Date.now() - report.takenAt),
});
