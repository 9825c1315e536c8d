import type { WeatherSeries } from '../air';
import { DAY_MS, HOUR_MS } from '../units';
import { BITS, closedBits, layingLimits } from '../judge';
import { openStretches } from '../calendar';
import { workHours } from './sequence';
import { siteClimates } from './job-climate';
import { useOf } from './contexts';
import { coatPlans } from '../coats';
import { coatCard, jobAtHouse } from '../document';
import type { PartJob } from '../document';
import type { Knowledge } from '../knowledge';

/** How a month usually is for this job: the share of its days that give enough open hours for the first coat. */
export interface MonthOutlook {
  /** 1 to 12. */
  month: number;
  openHoursPerWeek: number;
  goodDaysShare: number;
}

/** Nobody reads wood for a year that is over: the month is judged by its air. */
const UNREAD = BITS['no reading'];

/**
 * The months of a typical year for a job's first coat: for plans past the forecast. A good day has open working hours for
 * the coat, or four, whichever is less. Null when nothing is to be laid.
 */
export function monthsOutlook(document: PartJob, year: WeatherSeries, knowledge: Knowledge): MonthOutlook[] | null {
  const job = jobAtHouse(document, knowledge.house);
  const [first] = coatPlans(job, knowledge.house, knowledge.coverage);
  const card = coatCard(job, 1);
  const [climate] = siteClimates(job, [year], { startMs: year.startMs, hours: year.hours.length });
  if (!first || !card || !climate) return null;
  const bits = closedBits(climate.hours, layingLimits(card, first.method, useOf(job), knowledge.house));
  const endMs = climate.startMs + climate.hours.length * HOUR_MS;
  const open = openStretches(job.site.workingHours, [], job.site.timeZone, climate.startMs, endMs);
  const work = workHours(open, climate.startMs, climate.hours.length);
  const enough = Math.min(4, Math.ceil(first.layingMinutes / 60));
  const months = Array.from({ length: 12 }, () => ({ hours: 0, days: 0, good: 0 }));
  for (let d = 0; d * 24 < bits.length; d++) {
    const m = months[new Date(climate.startMs + d * DAY_MS + DAY_MS / 2).getUTCMonth()]!;
    let hours = 0;
    for (let i = d * 24; i < Math.min(bits.length, d * 24 + 24); i++)
      if ((bits[i]! & ~UNREAD) === 0 && work.to[i]! > 0) hours += (work.to[i]! - work.from[i]!) / HOUR_MS;
    m.hours += hours;
    m.days++;
    if (hours >= enough) m.good++;
  }
  return months.map((m, i) => ({
    month: i + 1,
    openHoursPerWeek: m.days ? (m.hours / m.days) * 7 : 0,
    goodDaysShare: m.days ? m.good / m.days : 0
  }));
}
