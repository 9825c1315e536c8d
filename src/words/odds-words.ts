import type { Rule } from '../core/judge';
import type { MonthOdds, RankedStart, Stopper } from '../core/window';
import { counted } from '../core/units';

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December'
] as const;

/** A month by name, 1 to 12. */
export const monthName = (month: number): string => MONTHS[month - 1]!;
/** A month in three letters. */
export const monthShort = (month: number): string => monthName(month).slice(0, 3);

/** What goes on after a forecast: "10 past years", or one typical year and what was made of it. */
export const pastWords = ({ years = 0, typical }: { years?: number; typical?: boolean }): string =>
  typical ? `one typical year, shifted to make ${years}` : counted(years, 'past year', 'past years');

/** How long one waits in a month for a day that works: "mostly the same day", "mostly 3 days". */
export const waitWords = ({ waitDays }: Pick<MonthOdds, 'waitDays'>): string =>
  waitDays === null
    ? 'no day came'
    : waitDays === 0
      ? 'mostly the same day'
      : `mostly ${counted(waitDays, 'day', 'days')}`;

/** The next month that is likelier than not, or that there is none. */
export const nextMonthWords = (month: MonthOdds | null): string =>
  month
    ? `${monthName(month.month)} is the next month better than even: in past years ${Math.round(month.share * 100)} % of its working days let the first coat go on and get safe; the wait is ${waitWords(month)}.`
    : 'In past years no month of the next twelve was better than even for the first coat.';

/** What stops most of some starts over all forecasts, and its share of all that stopped them; null when nothing did. */
export function shutsMost(starts: readonly RankedStart[]): { stopper: Stopper; share: number } | null {
  const by = new Map<Rule, Stopper>();
  for (const { stopper } of starts) {
    if (!stopper) continue;
    const before = by.get(stopper.rule);
    const first = before && before.atMs <= stopper.atMs ? before : stopper;
    by.set(stopper.rule, { ...first, count: (before?.count ?? 0) + stopper.count });
  }
  const [most] = [...by.values()].sort((a, b) => b.count - a.count);
  const all = [...by.values()].reduce((s, { count }) => s + count, 0);
  return most ? { stopper: most, share: most.count / all } : null;
}
