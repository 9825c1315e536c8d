import type { WeatherSeries } from '../../../core/air';
import type { PlaceMeasured } from '../../../core/climate';
import type { JobDocument } from '../../../core/document';
import { view, withoutJob, type JobView, type PartView } from '../../../core/job';
import type { Knowledge } from '../../../core/knowledge';
import { fold, type WorkEvent } from '../../../core/log';
import { HOUR_MS } from '../../../core/units';
import { climateSpan, moistureRead, type Outlook } from '../../../core/window';

/** The part of a forecast a job's climate needs: the same hours on the server and on every page. */
export function jobWeather(series: WeatherSeries, span: { startMs: number }): WeatherSeries {
  const skip = Math.max(0, Math.floor((span.startMs - series.startMs) / HOUR_MS));
  return { ...series, startMs: series.startMs + skip * HOUR_MS, hours: series.hours.slice(skip) };
}

/** What a part is judged by in every member of a forecast, from its view. */
export const outlookOf = (
  seen: PartView,
  span: JobView['span'],
  members: readonly WeatherSeries[] | null,
  nowMs: number
): Outlook => ({
  document: seen.job,
  members: members && members.map((m) => jobWeather(m, span)),
  span,
  measured: seen.measured,
  readings: moistureRead(seen.state, seen.job),
  knowledge: seen.knowledge,
  nowMs,
  onWood: seen.live.coats.at(-1)
});

/** A job as the server sees it: its log folded, its own part of the forecast, the crew's knowledge without its own share. */
export function viewJob(
  id: string,
  document: JobDocument,
  events: readonly WorkEvent[],
  weather: WeatherSeries | null,
  knowledge: Knowledge,
  nowMs: number,
  measured: readonly PlaceMeasured[] = []
): JobView {
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  return view({
    id,
    document,
    state,
    weather: weather && jobWeather(weather, span),
    span,
    measured,
    others: withoutJob(knowledge, id, document, state),
    nowMs
  });
}
