export const MINUTE_MS = 60_000;
export const HOUR_MS = 3_600_000;
export const DAY_MS = 86_400_000;

/**
 * Shows a length of time in words with units, never as a clock: "11 min 08 s", "3 h 49 min", "5 d 4 h".
 * Takes milliseconds; negative values are shown by their size.
 */
export function showDuration(ms: number, withSeconds = false): string {
  const s = Math.floor(Math.abs(ms) / 1000);
  if (withSeconds && s < 3600) return `${Math.floor(s / 60)} min ${String(s % 60).padStart(2, '0')} s`;
  const min = Math.round(Math.abs(ms) / MINUTE_MS);
  if (min < 60) return `${min} min`;
  if (min < 48 * 60)
    return min % 60 ? `${Math.floor(min / 60)} h ${String(min % 60).padStart(2, '0')} min` : `${min / 60} h`;
  const h = Math.round(min / 60);
  if (h < 24 * 14) return h % 24 ? `${Math.floor(h / 24)} d ${h % 24} h` : `${h / 24} d`;
  return `${Math.round(h / 24)} d`;
}
