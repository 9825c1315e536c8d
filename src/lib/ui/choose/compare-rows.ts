import type { SystemFigures } from '$core/choose';
import {
  decimals,
  HOUR_MS,
  showDuration,
  showMoney,
  showPour,
  showTemperature,
  showVolume,
  type UnitSystem
} from '$core/units';
import { whenWords } from '$words/time';

/** One measure systems are held against each other by; less is better in all of them. */
export interface CompareRow {
  id: string;
  name: string;
  unit: string;
  value: (f: SystemFigures) => number | null;
  /** The 80 % span of an unsure number: its bar is cut as a scarf. */
  span?: (f: SystemFigures) => { low: number; high: number } | null;
  show: (f: SystemFigures) => string;
}

const days = (d: number) => decimals(d, d < 10 ? 1 : 0, true);

/** The rows of the comparison, in the order they are read. */
export const compareRows = (units: UnitSystem, currency: string, nowMs: number, timeZone: string): CompareRow[] => [
  {
    id: 'litres',
    name: 'Oil to have',
    unit: 'at our confidence, all coats',
    value: (f) => f.needL,
    span: (f) => f.litres80,
    show: (f) => showVolume(f.needL, units)
  },
  {
    id: 'money',
    name: 'Money for oil',
    unit: 'tins to buy, stock counted in',
    value: (f) => f.costCents,
    show: (f) => showMoney(f.costCents, currency)
  },
  {
    id: 'hours',
    name: 'Hands on',
    unit: 'of one person, all coats',
    value: (f) => f.personHours,
    show: (f) => showDuration(f.personHours * HOUR_MS)
  },
  {
    id: 'dwell',
    name: 'Oil may sit',
    unit: `until it must be off, at ${showTemperature(20, units, 0)}`,
    value: (f) => f.dwellMinutes,
    show: (f) => (f.dwellMinutes === null ? 'left on' : `${f.dwellMinutes} min`)
  },
  {
    id: 'rags',
    name: 'Rags to make safe',
    unit: 'cotton rags, all coats',
    value: (f) => f.rags,
    show: (f) => String(f.rags)
  },
  {
    id: 'visits',
    name: 'Visits',
    unit: 'days on site for coats',
    value: (f) => f.visits,
    show: (f) => (f.visits === null ? 'no start' : String(f.visits))
  },
  {
    id: 'finish',
    name: 'Earliest finish',
    unit: 'last coat touch dry, this forecast',
    value: (f) => f.start && (f.start.finishMs - nowMs) / 86_400_000,
    show: (f) => (f.start ? whenWords(f.start.finishMs, nowMs, timeZone) : 'no start in 10 days')
  },
  {
    id: 'use',
    name: 'Light use',
    unit: 'days from now',
    value: (f) => f.useDays?.likely ?? null,
    span: (f) => f.useDays && { low: f.useDays.low, high: f.useDays.high },
    show: (f) => (f.useDays ? days(f.useDays.likely) : 'not known')
  },
  {
    id: 'cure',
    name: 'Full cure',
    unit: 'days from now',
    value: (f) => f.cureDays,
    show: (f) => (f.cureDays === null ? (f.start ? 'never' : 'not known') : days(f.cureDays))
  },
  {
    id: 'care-visits',
    name: 'Care, ten years',
    unit: 'visits or coats',
    value: (f) => f.care.visits,
    show: (f) => String(f.care.visits)
  },
  {
    id: 'care-litres',
    name: 'Oil for care',
    unit: 'ten years',
    value: (f) => f.care.litres,
    show: (f) => (f.care.litres < 0.1 ? showPour(f.care.litres, units) : showVolume(f.care.litres, units))
  },
  {
    id: 'care-money',
    name: 'Money for care',
    unit: 'oil of ten years',
    value: (f) => f.care.costCents,
    show: (f) => showMoney(f.care.costCents, currency)
  }
];

/** Systems in the order of a row, the least first; those without a value last. */
export function sortedBy(figures: readonly SystemFigures[], row: CompareRow | undefined): SystemFigures[] {
  if (!row) return [...figures];
  const at = (f: SystemFigures) => row.value(f) ?? Infinity;
  return [...figures].sort((a, b) => (at(a) === at(b) ? 0 : at(a) - at(b)));
}
