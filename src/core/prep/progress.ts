import type { Keyed } from '../keyed';
import { MINUTE_MS } from '../units';
import type { PrepPlan } from './prep';
import type { PrepStep } from './steps';

/** What the log says of one step on one unit. */
export interface StepRecord {
  doneAtMs?: number;
  by?: string;
  gates: Map<string, { passed: boolean; atMs: number; by: string; note?: string; id: string }>;
  failures: { gate: string; atMs: number; by: string; note?: string }[];
}

/** The log of one surface's preparation, by step and unit. */
export type PrepLog = Keyed<StepRecord>;

export const noRecord = (): StepRecord => ({ gates: new Map(), failures: [] });

/** Key of a step's record; a surface without units has one record a step. */
export const stepKey = (step: string, unit?: string): string => (unit === undefined ? step : `${step} | ${unit}`);

export type StepStatus = 'ahead' | 'next' | 'gate' | 'again' | 'done';

/** Where one step stands on one unit: a failed gate repeats it, an open gate holds the next one back. */
export interface StepProgress {
  step: PrepStep;
  status: StepStatus;
  record: StepRecord | undefined;
  /** Gates still to be checked. */
  open: string[];
}

/** Steps of a plan on one unit, in order. */
export function unitProgress(plan: PrepPlan, log: PrepLog, unit?: string): StepProgress[] {
  let held = false;
  const here = plan.steps.filter((s) => !s.pieces || unit === undefined || s.pieces.includes(unit));
  return here.map((step) => {
    const record = log.get(stepKey(step.id, unit));
    const open = step.gates.filter((g) => !record?.gates.get(g.id)?.passed).map((g) => g.id);
    const done = record?.doneAtMs !== undefined;
    const failed = Boolean(record && !done && record.failures.length > 0);
    const status: StepStatus =
      done && open.length === 0 ? 'done' : held ? 'ahead' : failed ? 'again' : done ? 'gate' : 'next';
    if (status !== 'done') held = true;
    return { step, status, record, open };
  });
}

/** What was done and rests yet: the step, and the earliest the next may follow. */
export interface Resting {
  step: PrepStep;
  untilMs: number;
}

/** The step that holds the next one back longest by its shortest wait: a wash that dries, a conditioner that soaks; null when none does. */
export function restingStep(steps: readonly StepProgress[], nowMs: number): Resting | null {
  return steps.reduce<Resting | null>((longest, { step, record }) => {
    if (!step.wait || record?.doneAtMs === undefined) return longest;
    const untilMs = record.doneAtMs + step.wait.minMinutes * MINUTE_MS;
    return untilMs > Math.max(nowMs, longest?.untilMs ?? 0) ? { step, untilMs } : longest;
  }, null);
}

/** How far a whole surface is: units whose every step is done, and steps done of all. */
export function prepTally(plan: PrepPlan, log: PrepLog, units?: readonly string[]): { done: number; of: number } {
  const all = (units ?? [undefined]).flatMap((u) => unitProgress(plan, log, u));
  return { done: all.filter((p) => p.status === 'done').length, of: all.length };
}

/** Ids of the steps that are done, gates and all, on every unit. */
export function stepsDone(plan: PrepPlan, log: PrepLog, units?: readonly string[]): Set<string> {
  const each = (units ?? [undefined]).map((u) => unitProgress(plan, log, u));
  return new Set(
    plan.steps
      .map((s) => s.id)
      .filter((id) => each.every((steps) => (steps.find((p) => p.step.id === id)?.status ?? 'done') === 'done'))
  );
}
