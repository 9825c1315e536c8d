import type { JobView, PartView } from '../../../core/job';
import { climateSpan, type Outlook } from '../../../core/window';
import { fold } from '../../../core/log';
import type { Db } from '../db/connect';
import type { JobRow } from '../jobs/reading';
import { measuredHours } from '../sensors/readings';
import type { Forecast } from '../weather/forecasts';
import { weatherOf } from '../weather/job-weather';
import { eventsOf } from '../work-log/log';
import { knownOf } from './knowledge';
import { outlookOf, viewJob } from './overview';
import type { Desk } from '../weather/desk';

/** Everything known of a job, read and computed: its view, its weather, and what a part is judged by in every member. */
export interface JobOutlook {
  view: JobView;
  forecast: Forecast | null;
  outlook: (part: PartView) => Outlook;
}

/** Reads a job's log, weather, readings and the crew's knowledge, and computes what follows. */
export async function readOutlook(
  db: Db,
  crewId: string,
  { id, document }: Pick<JobRow, 'id' | 'document'>,
  nowMs: number,
  desk: Desk,
  /** When its coats may begin, where that is not now. */
  from?: number | 'any start'
): Promise<JobOutlook> {
  const [events, { knowledge, sensors, importedPlaces }] = await Promise.all([eventsOf(db, id), knownOf(db, crewId)]);
  const span = climateSpan(fold(events), nowMs);
  const [forecast, measured] = await Promise.all([
    weatherOf(db, crewId, document, nowMs, desk, importedPlaces, from),
    sensors ? measuredHours(db, crewId, { id, document }, span.startMs) : []
  ]);
  const view = viewJob(id, document, events, forecast?.series ?? null, knowledge, nowMs, measured);
  return { view, forecast, outlook: (part) => outlookOf(part, view.span, forecast?.members ?? null, nowMs) };
}
