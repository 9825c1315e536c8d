import { csvLine } from './order-csv';
import { HOUR_MS } from '../core/units';
import type { HourShare } from '../core/window';
import type { HourVerdict } from '../core/judge';
import type { SiteClimate } from '../core/climate';

const iso = (ms: number) => new Date(ms).toISOString().replace('.000', '');
const fixed = (v: number, places: number) => v.toFixed(places);

/** The hours ahead as CSV: air and wood of the control, what closes each hour, and how many forecasts have it open. */
export function writeHours(climate: SiteClimate, hours: readonly HourVerdict[], shares: readonly HourShare[]): string {
  const byHour = new Map(shares.map((s) => [s.atMs, s]));
  const lines = hours.map((v) => {
    const h = climate.hours[Math.round((v.atMs - climate.startMs) / HOUR_MS)];
    const s = byHour.get(v.atMs);
    return csvLine([
      iso(v.atMs),
      ...(h
        ? [
            fixed(h.airTempC, 1),
            fixed(h.rh * 100, 1),
            fixed(h.surfaceTempC, 1),
            fixed(h.dewPointC, 1),
            h.mcPercent === null ? '' : fixed(h.mcPercent, 1),
            fixed(h.windMPerS, 1),
            fixed(h.rainMm, 1)
          ]
        : ['', '', '', '', '', '', '']),
      s ? s.open : '',
      s ? s.members : '',
      v.closed.map((c) => c.rule).join('; '),
      h?.bridged ? 'yes' : ''
    ]);
  });
  const head = [
    'time_utc',
    'air_temperature_C',
    'relative_humidity_percent',
    'surface_temperature_C',
    'dew_point_C',
    'wood_moisture_percent',
    'wind_m_s',
    'rain_mm',
    'open_in_forecasts',
    'forecasts',
    'closed_by',
    'bridged'
  ];
  return [csvLine(head), ...lines, ''].join('\r\n');
}
