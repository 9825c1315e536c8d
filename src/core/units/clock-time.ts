/** Reads a time of day by 24 hours, "7:30", "0730" or "7", as "07:30"; null when it is none. 24:00 is the day's end. */
export function parseClockTime(text: string): string | null {
  const m = /^(\d{1,2})(?:[:.h ]?(\d{2}))?$/.exec(text.trim());
  if (!m) return null;
  const [hour, minute] = [Number(m[1]), Number(m[2] ?? 0)];
  if (minute > 59 || hour > 24 || (hour === 24 && minute > 0)) return null;
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
}
