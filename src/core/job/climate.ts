import type { WeatherSeries } from '../air';
import { HOUR_MS } from '../units';
import { heldRoomClimate, outdoorClimate, type SiteClimate } from '../window';
import { speciesOf } from '../wood';
import type { JobDocument } from './document-schema';

/** The climate at a job: its held room, or its boards under the weather. Null outdoors without weather. */
export function siteClimate(
  job: JobDocument,
  weather: WeatherSeries | null,
  span: { startMs: number; hours: number }
): SiteClimate | null {
  const { site } = job;
  const reading = site.moisture && {
    atMs: Date.parse(site.moisture.at),
    percent: site.moisture.percent
  };
  if (site.setting === 'indoor') return heldRoomClimate(site.room, site, wholeHours(span), reading);
  if (!weather || weather.hours.length === 0) return null;
  const first = job.surfaces[0];
  const board = {
    thicknessMm: (first?.thicknessM ?? 0.028) * 1000,
    hardness: first ? speciesOf(first.speciesId).hardness : ('softwood' as const)
  };
  return outdoorClimate(weather, site, site.exposure, board, reading ? [reading] : []);
}

const wholeHours = (span: { startMs: number; hours: number }) => ({
  startMs: Math.floor(span.startMs / HOUR_MS) * HOUR_MS,
  hours: span.hours
});
