import { expose } from 'comlink';
import type { WeatherSeries } from '../../core/air';
import { compareSystems, type SystemFigures } from '../../core/choose';
import { memberContexts, monthsOdds, whatHelps, type Help, type MonthOdds, type Outlook } from '../../core/window';
import type { ProductCard } from '../../core/product';
import {
  addMember,
  hourShares,
  rankStarts,
  startTally,
  type RankedStart,
  type SequenceContext
} from '../../core/window';
import { readWeather } from '../../formats/weather-text';
import { airBands, rainSpells, type AirBands, type RainSpell } from './air-bands';

/** An outlook as it is sent to the worker: the members as the text they came in. */
export type SentOutlook = Omit<Outlook, 'members'> & { membersText: string | null };

/** How far a search has come. The hours come with the last report, when every member is in. */
export interface SearchReport {
  done: number;
  of: number;
  starts: RankedStart[];
  hours: {
    shares: ReturnType<typeof hourShares>;
    bands: AirBands;
    rain: RainSpell[];
    /** The control as it was searched: past years go on after what the forecast tells of it. */
    control: WeatherSeries | null;
  } | null;
}

const received = ({ membersText, ...rest }: SentOutlook): Outlook => ({
  ...rest,
  members: membersText === null ? null : readWeather(membersText)
});

/** Members between two reports: often enough to look alive, seldom enough not to slow it. */
const MEMBERS_A_REPORT = 5;
let running = 0;
const breathe = () => new Promise<void>((next) => setTimeout(next, 0));

const search = {
  /** Tries every start in every member; reports after the first, every few more, and when all are in. False when stopped. */
  async starts(sent: SentOutlook, report: (r: SearchReport) => void): Promise<boolean> {
    const mine = ++running;
    const outlook = received(sent);
    const of = outlook.members?.length ?? 1;
    const contexts: SequenceContext[] = [];
    let tally: ReturnType<typeof startTally> | null = null;
    for (const ctx of memberContexts(outlook)) {
      contexts.push(ctx);
      tally ??= startTally(ctx);
      addMember(tally, ctx);
      if (contexts.length === of) break;
      if (contexts.length % MEMBERS_A_REPORT !== 1) continue;
      report({ done: contexts.length, of, starts: rankStarts(tally), hours: null });
      await breathe();
      if (mine !== running) return false;
    }
    const hours = contexts.length
      ? {
          shares: hourShares(contexts),
          bands: airBands(contexts),
          rain: rainSpells(contexts),
          control: outlook.members?.[0] ?? null
        }
      : null;
    report({ done: contexts.length, of, starts: tally ? rankStarts(tally) : [], hours });
    return true;
  },
  /** Ends a search that is under way. */
  stop: (): void => void running++,
  /** What would help, worked out whole. */
  helps: (sent: SentOutlook, asIs: RankedStart | null, shelf: readonly ProductCard[]): Help[] =>
    whatHelps(received(sent), asIs, shelf),
  /** The odds of the months for a part's first coat, counted on past years as the server tells them. */
  months: (
    { document, knowledge }: Pick<Outlook, 'document' | 'knowledge'>,
    past: { typical: boolean; text: string }
  ): MonthOdds[] | null =>
    monthsOdds(document, { series: readWeather(past.text)[0]!, typical: past.typical }, knowledge),
  /** Systems worked out to be held against each other. */
  compare: (...args: Parameters<typeof compareSystems>): SystemFigures[] => compareSystems(...args)
};

export type Search = typeof search;

expose(search);
