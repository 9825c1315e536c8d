import { HOUR_MS } from '$core/units';
import type { MeasuredHour } from '$core/climate';

/** Whole hours in which a sensor said nothing, from the beginning of the first to the end of the last, ms since the epoch. */
export interface Silence {
  fromMs: number;
  toMs: number;
}

/**
 * The silences of a sensor: every run of hours without a reading after its first one and before `nowMs`. The hour that runs
 * now is not yet a silence. Hours in order, as `sensorHours` gives them.
 */
export function silencesOf(hours: readonly Pick<MeasuredHour, 'atMs'>[], nowMs: number): Silence[] {
  const ends = [...hours.map((h) => h.atMs), Math.floor(nowMs / HOUR_MS) * HOUR_MS];
  const out: Silence[] = [];
  for (let i = 1; i < ends.length; i++) {
    const fromMs = ends[i - 1]! + HOUR_MS;
    if (ends[i]! > fromMs) out.push({ fromMs, toMs: ends[i]! });
  }
  return out;
}

/** Every hour from the first reading to the last, those without one empty: what a chart needs to break its lines. */
export function wholeHours(hours: readonly MeasuredHour[]): MeasuredHour[] {
  const first = hours[0];
  if (!first) return [];
  const known = new Map(hours.map((h) => [h.atMs, h]));
  const count = (hours.at(-1)!.atMs - first.atMs) / HOUR_MS + 1;
  return Array.from({ length: count }, (_, i) => {
    const atMs = first.atMs + i * HOUR_MS;
    return known.get(atMs) ?? { atMs };
  });
}
