import {
  climateSpan,
  deadlines,
  fold,
  liveWork,
  moistureRead,
  plan,
  siteClimate,
  withOwn,
  withoutOwn,
  type Deadline,
  type JobDocument,
  type Knowledge,
  type LiveWork,
  type Outlook,
  type Plan,
  type WorkEvent,
  type WorkState
} from '../../../core/job';
import type { WeatherSeries } from '../../../core/air';
import { HOUR_MS } from '../../../core/units';
import type { MeasuredHour, SiteClimate } from '../../../core/window';

/** Everything computed of a job at an instant. */
export interface JobView {
  state: WorkState;
  span: { startMs: number; hours: number };
  climate: SiteClimate | null;
  /** What the crew knows, this job's own tack tests as they stand. */
  knowledge: Knowledge;
  plan: Plan;
  live: LiveWork;
  deadlines: Deadline[];
}

/** The part of a forecast a job's climate needs: the same hours on the server and on every page. */
export function jobWeather(series: WeatherSeries, span: { startMs: number }): WeatherSeries {
  const skip = Math.max(0, Math.floor((span.startMs - series.startMs) / HOUR_MS));
  return { ...series, startMs: series.startMs + skip * HOUR_MS, hours: series.hours.slice(skip) };
}

/** What a job is judged by in every member of a forecast, from its view. */
export const outlookOf = (
  document: JobDocument,
  view: JobView,
  members: readonly WeatherSeries[] | null,
  measured: readonly MeasuredHour[],
  nowMs: number
): Outlook => ({
  document,
  members: members && members.map((m) => jobWeather(m, view.span)),
  span: view.span,
  measured,
  readings: moistureRead(view.state),
  knowledge: view.knowledge,
  nowMs,
  onWood: view.live.coats.at(-1)
});

/** Folds and computes a job: the same functions the phone runs. */
export function viewJob(
  id: string,
  document: JobDocument,
  events: readonly WorkEvent[],
  weather: WeatherSeries | null,
  knowledge: Knowledge,
  nowMs: number,
  measured: readonly MeasuredHour[] = []
): JobView {
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  const climate = siteClimate(document, weather && jobWeather(weather, span), span, measured, moistureRead(state));
  const taught = withOwn(withoutOwn(knowledge, id, document, state), id, document, state, climate, nowMs);
  const live = liveWork(document, state, climate, taught, nowMs);
  const computed = plan(document, climate, taught, nowMs, live.coats.at(-1));
  return {
    state,
    span,
    climate,
    knowledge: taught,
    plan: computed,
    live,
    deadlines: deadlines(id, document, state, live, computed.chosen, nowMs)
  };
}
