import type { PrepPlan, PrepWait, StepStatus } from '$core/prep';
import { MINUTE_MS, showDuration } from '$core/units';

/** A wait in words: "20 min to 30 min: until the spirit has gone". */
export const waitWords = (w: PrepWait): string =>
  `${showDuration(w.minMinutes * MINUTE_MS)} to ${showDuration(w.maxMinutes * MINUTE_MS)}: ${w.why}`;

export const STATUS_WORDS: Record<StepStatus, string> = {
  ahead: 'to do',
  next: 'next',
  gate: 'to check',
  again: 'again',
  done: 'done'
};

/** Consumables of all steps together, by name, in the order they are first wanted. */
export function allConsumables(plans: readonly PrepPlan[]): { name: string; count: number }[] {
  const sums = new Map<string, number>();
  for (const p of plans)
    for (const s of p.steps) for (const c of s.consumables) sums.set(c.name, (sums.get(c.name) ?? 0) + c.count);
  return [...sums].map(([name, count]) => ({ name, count: Math.round(count * 10) / 10 }));
}
