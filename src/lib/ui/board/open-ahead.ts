import type { VerdictRun } from '$core/judge';
import { HOUR_MS } from '$core/units';

/** How many hours of those a line tells are open to work from now on, in halves, and where they end; null where none is told. */
export function openAhead(runs: readonly VerdictRun[], nowMs: number): { hours: number; untilMs: number } | null {
  const ahead = runs.filter((r) => r.toMs > nowMs);
  const last = ahead.at(-1);
  if (!last) return null;
  const openMs = ahead.filter((r) => !r.rule).reduce((sum, r) => sum + r.toMs - Math.max(nowMs, r.fromMs), 0);
  return { hours: Math.round((openMs / HOUR_MS) * 2) / 2, untilMs: last.toMs };
}
