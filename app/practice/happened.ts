import type { LatheEvent } from "../../sim/lathe/index.ts";

/** An event with a number that grows, so that the same words twice are heard twice. */
export interface Happened extends LatheEvent {
  readonly number: number;
}

const MOST_EVENTS = 30;

/** What happened last with what has just happened; a refusal that comes again and again takes the place of the one before it. */
export function withHappened(before: readonly Happened[], events: readonly LatheEvent[]): readonly Happened[] {
  return events
    .reduce<readonly Happened[]>((so, event) => {
      const last = so.at(-1);
      const one = { ...event, number: (last?.number ?? 0) + 1 };
      const isAgain = event.kind === "alarm" && last?.message === event.message;
      return [...(isAgain ? so.slice(0, -1) : so), one];
    }, before)
    .slice(-MOST_EVENTS);
}
