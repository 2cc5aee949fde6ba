/** What a section measures with: the demo server, started when the first one asks for it. */
export interface Bench {
  readonly root: string;
  /** How much of everything is done: 1, or a small part where only running it is tried. */
  readonly scale: number;
  demo(): Promise<Demo>;
}

/** A demo that serves, with a session of one of its people. */
export interface Demo {
  readonly address: string;
  readonly databaseUrl: string;
  readonly cookie: string;
}

/** One part of `./luvrit bench`: what it is called, and its figures. */
export interface Section {
  readonly name: string;
  readonly run: (bench: Bench) => Promise<object> | object;
}

/** So many turns of something, at least a few. */
export const turns = ({ scale }: Bench, whole: number): number => Math.max(2, Math.round(whole * scale));

export const round = (value: number): number => Math.round(value * 100) / 100;

export const percentile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)] ?? Number.NaN;
};
