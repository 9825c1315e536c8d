const UNDO_MS = 10_000;

/** What was just written down, to be seen and taken back for ten seconds. */
export class JustDone {
  last = $state.raw<{ words: string; ids: string[] } | null>(null);

  /** Says what was written, in one entry or in several that are taken back together; without an id nothing was. */
  say(words: string, written: string | string[] | undefined): void {
    const ids = [written ?? []].flat();
    if (ids.length === 0) return;
    const mine = { words, ids };
    this.last = mine;
    setTimeout(() => this.last === mine && (this.last = null), UNDO_MS);
  }
}
