/** Lets so many pieces of work run at once; others wait their turn, and of those who wait no more than `mostWaiting`. */
export class Slots {
  private running = 0;
  private readonly waiting: (() => void)[] = [];
  constructor(
    private readonly most: number,
    private readonly mostWaiting: number,
  ) {}

  /** Undefined where too many wait already. */
  async run<Result>(work: () => Promise<Result>): Promise<Result | undefined> {
    if (this.running >= this.most) {
      if (this.waiting.length >= this.mostWaiting) return undefined;
      await new Promise<void>((resolve) => this.waiting.push(resolve));
    } else this.running++;
    try {
      return await work();
    } finally {
      // The place goes to the next one who waits, or is free.
      const next = this.waiting.shift();
      if (next) next();
      else this.running--;
    }
  }
}
