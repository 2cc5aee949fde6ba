import type { PerAxis } from "../../core/machine/index.ts";
import { perAxis } from "../../core/machine/index.ts";
import {
  createLathe,
  type LatheCommand,
  type LatheConfig,
  type LatheEvent,
  type LatheState,
  observe,
  step,
} from "../../sim/lathe/index.ts";

/** One position that was shown, as a feed keeps it: millimetres as the control shows them, X as it shows X. */
export interface FedPosition {
  readonly sequence: number;
  readonly at: string;
  readonly position: PerAxis<number>;
}

export interface PooledLathe {
  /** What it is set up for, in words. */
  readonly label: string;
  readonly seed: number;
  readonly state: LatheState;
  /** Grows with every batch of commands: who drives it says which state they saw. */
  readonly revision: number;
  readonly observations: readonly FedPosition[];
}

/** Positions that can still be asked for. */
export const BUFFER = 512;
const MM_PER = { mm: 1, in: 25.4 } as const;

/** The lathes of a stand-in. Knows no clock and no network: the time of an observation is handed in. */
export class LathePool {
  private readonly lathes = new Map<string, PooledLathe>();
  private sequence = 0;

  ids(): readonly string[] {
    return [...this.lathes.keys()].sort();
  }

  get(id: string): PooledLathe | undefined {
    return this.lathes.get(id);
  }

  get lastSequence(): number {
    return this.sequence;
  }

  /** Puts a lathe up anew; the feed goes on counting. */
  put(
    id: string,
    setup: { readonly label: string; readonly config: LatheConfig; readonly seed: number },
    now: string,
  ): PooledLathe {
    const { label, config, seed } = setup;
    const before = this.lathes.get(id);
    const fresh = {
      label,
      seed,
      state: createLathe(config, seed),
      revision: (before?.revision ?? 0) + 1,
      observations: before?.observations ?? [],
    };
    return this.store(id, fresh, now);
  }

  /** Does what was asked, if the asker saw the present state; undefined where somebody else was faster. */
  drive(
    id: string,
    base: number,
    commands: readonly LatheCommand[],
    now: string,
  ): { readonly lathe: PooledLathe; readonly events: readonly LatheEvent[] } | undefined {
    const lathe = this.lathes.get(id);
    if (!lathe || lathe.revision !== base) return undefined;
    let { state } = lathe;
    const events: LatheEvent[] = [];
    for (const command of commands) {
      const done = step(state, command);
      state = done.state;
      events.push(...done.events);
    }
    return { lathe: this.store(id, { ...lathe, state, revision: lathe.revision + 1 }, now), events };
  }

  /** Observations of a lathe from a sequence number on, at most so many. */
  since(id: string, from: number, count: number): readonly FedPosition[] {
    return (this.lathes.get(id)?.observations ?? []).filter(({ sequence }) => sequence >= from).slice(0, count);
  }

  private store(id: string, lathe: PooledLathe, now: string): PooledLathe {
    const position = shownInMillimetres(lathe.state);
    const last = lathe.observations.at(-1);
    const moved = !last || (["x", "y", "z"] as const).some((axis) => last.position[axis] !== position[axis]);
    const observations = moved
      ? [...lathe.observations, { sequence: ++this.sequence, at: now, position }].slice(-BUFFER)
      : lathe.observations;
    const stored = { ...lathe, observations };
    this.lathes.set(id, stored);
    return stored;
  }
}

/** The feed's vocabulary speaks millimetres: an inch control's readout is turned into them, digit for digit. */
function shownInMillimetres(state: LatheState): PerAxis<number> {
  const { readout } = observe(state);
  const factor = MM_PER[state.config.machine.units];
  const round = (value: number) => Math.round(value * factor * 1e6) / 1e6;
  return perAxis((axis) => round(readout[axis]));
}
