import { proxy } from 'comlink';
import type { Help, MonthOdds } from '$core/window';
import type { ProductCard } from '$core/product';
import type { RankedStart } from '$core/window';
import { startSearch } from '$lib/workers/search';
import type { SearchReport, SentOutlook } from '$lib/workers/search.worker';

type Asked = Omit<SentOutlook, 'membersText'>;

const BEGUN = 'search: begun';

/** The search for starts of one open job: its forecast fetched once, the worker asked, what it reports kept. */
export class StartFinder {
  starts = $state.raw<RankedStart[]>([]);
  hours = $state.raw<SearchReport['hours']>(null);
  done = $state(0);
  of = $state(0);
  state = $state<'waiting' | 'searching' | 'stopped' | 'done' | 'failed'>('waiting');
  helps = $state.raw<Help[] | null>(null);
  /** The odds of the months, once they were asked for. */
  months = $state.raw<MonthOdds[] | null>(null);
  monthsState = $state<'waiting' | 'counting' | 'none'>('waiting');
  /** They were counted on one typical year. */
  pastTypical = $state(false);
  #past: { typical: boolean; text: string } | null | undefined;
  /** The members as the server tells them, asked for once however many searches begin meanwhile. */
  #text: Promise<string | null> | undefined;
  #turn = 0;
  #asked: SentOutlook | null = null;

  constructor(
    private readonly jobId: string,
    private readonly needsWeather: () => boolean
  ) {}

  /** Forgets the forecast it holds: the next search fetches a new one. */
  forget(): void {
    this.#text = undefined;
  }

  /** Searches anew for a job as it stands; an older search under way is given up. */
  async find(asked: Asked): Promise<void> {
    const turn = ++this.#turn;
    this.state = 'searching';
    this.helps = null;
    this.months = null;
    this.monthsState = 'waiting';
    try {
      // The worker wakes while the members come.
      startSearch();
      const membersText = await (this.#text ??= this.#fetchMembers());
      if (turn !== this.#turn) return;
      this.#asked = { ...asked, membersText };
      performance.mark(BEGUN);
      const report = proxy((r: SearchReport) => {
        if (turn === this.#turn) this.#take(r);
      });
      const whole = await startSearch().starts(this.#asked, report);
      if (turn === this.#turn) this.state = whole ? 'done' : 'stopped';
    } catch {
      if (turn !== this.#turn) return;
      this.#text = undefined;
      this.state = 'failed';
    }
  }

  #take(r: SearchReport): void {
    // Read by the benches, and by whoever looks at the page's timings.
    if (r.hours) performance.measure('search: all', BEGUN);
    if (this.state === 'searching' && r.done <= 1) performance.measure('search: first', BEGUN);
    this.starts = r.starts;
    this.done = r.done;
    this.of = r.of;
    if (r.hours) this.hours = r.hours;
  }

  async #fetchMembers(): Promise<string | null> {
    if (!this.needsWeather()) return null;
    const r = await fetch(`/api/jobs/${this.jobId}/forecast`);
    if (r.status === 204) return null;
    if (!r.ok) throw new Error('no forecast');
    return r.text();
  }

  /** Ends the search under way; what it has found stays. */
  stop(): void {
    this.#turn++;
    this.state = 'stopped';
    void startSearch().stop();
  }

  /** Counts past years for the odds of the months; the past of the place is fetched once. */
  async findMonths(): Promise<void> {
    const asked = this.#asked;
    if (!asked || this.months || this.monthsState === 'counting') return;
    const turn = this.#turn;
    this.monthsState = 'counting';
    try {
      this.#past ??= await this.#fetchPast();
      const months = this.#past && (await startSearch().months(asked, this.#past));
      if (turn !== this.#turn) return;
      this.months = months;
      this.pastTypical = this.#past?.typical ?? false;
      this.monthsState = months ? 'waiting' : 'none';
    } catch {
      if (turn === this.#turn) this.monthsState = 'none';
    }
  }

  async #fetchPast(): Promise<{ typical: boolean; text: string } | null> {
    const r = await fetch(`/api/jobs/${this.jobId}/past-years`);
    return r.status === 200 ? ((await r.json()) as { typical: boolean; text: string }) : null;
  }

  /** Works out what would help; null while it is at it. */
  async findHelps(shelf: readonly ProductCard[]): Promise<void> {
    if (!this.#asked) return;
    const turn = this.#turn;
    const found = await startSearch().helps(this.#asked, this.starts[0] ?? null, shelf);
    if (turn === this.#turn) this.helps = found;
  }
}
