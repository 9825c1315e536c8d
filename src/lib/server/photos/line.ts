/** A line for heavy work: so many at once, the others one after the other, and no more than so many waiting. */
export class Line {
  #working = 0;
  readonly #waiting: (() => void)[] = [];

  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number
  ) {}

  /** Does the work when its turn comes; null when too many wait already. */
  async take<T>(work: () => Promise<T>): Promise<T | null> {
    if (this.#working >= this.atOnce) {
      if (this.#waiting.length >= this.mostWaiting) return null;
      await new Promise<void>((go) => this.#waiting.push(go));
    } else this.#working++;
    try {
      return await work();
    } finally {
      const next = this.#waiting.shift();
      // The place goes on to the next in line, so that nobody slips in between.
      if (next) next();
      else this.#working--;
    }
  }
}
