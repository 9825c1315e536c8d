import { MINUTE_MS } from '../units';
import type { MethodRow, StageRow } from './methods';
import type { StageId } from './schema';

/** A stage that was done to a laying, and the answer where it asks. */
export interface StageDone {
  stage: StageId;
  atMs: number;
  by: string;
  found?: boolean;
}

/** The next stage of a laying and the clock it runs against; `nth` counts from 1. */
export interface StageDue {
  stage: StageId;
  nth: number;
  /** How often it comes at the least. */
  least: number;
  fromMs: number;
  byMs: number;
  asks: boolean;
}

/** A laying as its stages see it. */
export interface StagedLaying {
  spreadAtMs: number;
  /** When it was wiped, or laid off. */
  wipedAtMs?: number;
  stages: readonly StageDone[];
}

const wanted = (row: StageRow, done: readonly StageDone[]): boolean =>
  done.length < row.least || (Boolean(row.asks) && done.length < row.most && Boolean(done.at(-1)?.found));

/** What is to be done next to a laying by its method, besides wiping; null when nothing is (handbook 16). */
export function stageDue(method: Pick<MethodRow, 'wet' | 'after'>, laying: StagedLaying): StageDue | null {
  const { spreadAtMs, wipedAtMs, stages } = laying;
  let sinceMs = wipedAtMs ?? spreadAtMs;
  for (const row of wipedAtMs === undefined ? method.wet : method.after) {
    const done = stages.filter((s) => s.stage === row.stage);
    sinceMs = Math.max(sinceMs, done.at(-1)?.atMs ?? sinceMs);
    if (wanted(row, done))
      return {
        stage: row.stage,
        nth: done.length + 1,
        least: row.least,
        fromMs: sinceMs + row.fromMinutes * MINUTE_MS,
        byMs: sinceMs + row.toMinutes * MINUTE_MS,
        asks: Boolean(row.asks)
      };
  }
  return null;
}

/** When a laying was last wetted: its longest dwell counts from here where it is kept wet (handbook 9). */
export function lastWetMs(method: Pick<MethodRow, 'wet'>, laying: StagedLaying): number {
  const wets = new Set(method.wet.filter((r) => r.wets).map((r) => r.stage));
  // What it refused did not wet it.
  const on = laying.stages.filter((s) => wets.has(s.stage) && s.found !== false);
  return on.reduce((ms, s) => Math.max(ms, s.atMs), laying.spreadAtMs);
}

/** How often oil went on in one laying: the first, and each wetting counted after it. */
export const applications = (method: Pick<MethodRow, 'wet'>, laying: StagedLaying): number =>
  1 + laying.stages.filter((s) => s.found !== false && method.wet.some((r) => r.wets && r.stage === s.stage)).length;

/** Looks of a laying, and whether there were as many as its method asks. */
export function looksOf(method: Pick<MethodRow, 'after'>, laying: StagedLaying): { done: number; least: number } {
  const least = method.after.find((r) => r.stage === 'look again')?.least ?? 0;
  return { done: laying.stages.filter((s) => s.stage === 'look again').length, least };
}
