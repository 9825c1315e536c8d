import type { Consumable, PrepPlan, PrepStep, PrepWait, StepStatus } from '$core/prep';
import { namedList } from '$core/surface';
import { MINUTE_MS, showArea, showDuration, showPour, type UnitSystem } from '$core/units';

/** A wait in words: "20 min to 30 min: until the spirit has gone". */
export function waitWords({ minMinutes, maxMinutes, why }: PrepWait): string {
  const from = showDuration(minMinutes * MINUTE_MS);
  return minMinutes === maxMinutes
    ? `${from} at least, ${why}`
    : `${from} to ${showDuration(maxMinutes * MINUTE_MS)}: ${why}`;
}

/** Where a step is done, and whose it is: "edges, door 2 · ours". */
export const scopeWords = ({ on, pieces, own, timed }: Pick<PrepStep, 'on' | 'pieces' | 'own' | 'timed'>): string =>
  [
    [on, pieces && namedList(pieces)].filter(Boolean).join(', '),
    own === 'house' ? 'our house’s' : own === 'job' ? 'for this job' : '',
    timed ? 'our minutes' : ''
  ]
    .filter(Boolean)
    .join(' · ');

export const STATUS_WORDS: Record<StepStatus, string> = {
  ahead: 'to do',
  next: 'next',
  gate: 'to check',
  again: 'again',
  done: 'done'
};

/** An amount of a consumable as it is bought: pieces, or a length, an area, a volume, a weight. */
export function amountWords({ count, unit }: Pick<Consumable, 'count' | 'unit'>, units: UnitSystem): string {
  switch (unit) {
    case 'm':
      return units === 'us' ? `${Math.ceil(count / 0.3048)} ft` : `${count} m`;
    case 'm²':
      return showArea(count, units);
    case 'L':
      return showPour(count, units);
    case 'g':
      return units === 'us' ? `${Math.ceil(count / 28.349523)} oz` : `${count} g`;
    default:
      return String(count);
  }
}

/** "17 m masking tape" or "2 P60 discs". */
export const consumableWords = (c: Consumable, units: UnitSystem): string => `${amountWords(c, units)} ${c.name}`;

/** Consumables of all steps together, by name, in the order they are first wanted. */
export function allConsumables(plans: readonly PrepPlan[]): Consumable[] {
  const sums = new Map<string, Consumable>();
  for (const c of plans.flatMap((p) => p.steps.flatMap((s) => s.consumables))) {
    const sum = sums.get(c.name);
    if (sum) sum.count = Math.round((sum.count + c.count) * 10) / 10;
    else sums.set(c.name, { ...c });
  }
  return [...sums.values()];
}
