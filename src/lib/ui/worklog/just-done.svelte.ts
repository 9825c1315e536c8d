const UNDO_MS = 10_000;

/** What was just written down, to be seen and taken back for ten seconds. */
export class JustDone {
  last = $state.raw<{ words: string; id: string } | null>(null);

  /** Says what was written; without an id nothing was. */
  say(words: string, id: string | undefined): void {
    if (!id) return;
    const mine = { words, id };
    this.last = mine;
    setTimeout(() => this.last === mine && (this.last = null), UNDO_MS);
  }
}
