import { HOUR_MS } from '../units';
import { emcPercent, moistureTauHours, nextBoardMoisturePercent, type Board } from '../wood';

/** Readings of one surface together, %. */
export interface MoistureStats {
  count: number;
  wanted: number;
  meanPercent: number;
  highestPercent: number;
  lowestPercent: number;
  /** Standard deviation of the readings, percentage points; 0 for one. */
  spreadPercent: number;
}

/** Readings a surface needs: at least three, or one per 10 m² (handbook 2). */
export const readingsWanted = (areaM2: number): number => Math.max(3, Math.ceil(areaM2 / 10 - 1e-9));

const ONE_ROUND_MS = 12 * HOUR_MS;

/** Readings of the last round only: those within twelve hours of the newest. Older ones stay in the record. */
export function latestReadings<T extends { atMs: number }>(readings: readonly T[]): T[] {
  const newest = readings.reduce((m, r) => Math.max(m, r.atMs), 0);
  return readings.filter((r) => newest - r.atMs <= ONE_ROUND_MS);
}

/** Mean, extremes and spread of readings; null when there are none. */
export function moistureStats(percents: readonly number[], areaM2: number): MoistureStats | null {
  const n = percents.length;
  if (n === 0) return null;
  const mean = percents.reduce((s, v) => s + v, 0) / n;
  const variance = n > 1 ? percents.reduce((s, v) => s + (v - mean) ** 2, 0) / (n - 1) : 0;
  return {
    count: n,
    wanted: readingsWanted(areaM2),
    meanPercent: mean,
    highestPercent: Math.max(...percents),
    lowestPercent: Math.min(...percents),
    spreadPercent: Math.sqrt(variance)
  };
}

/** The air a surface stands in: held, or hour by hour as forecast. */
export interface MoistureAir {
  hours: readonly { airTempC: number; rh: number; rainMm: number; sunWPerM2: number }[];
}

/** Where the wood's moisture is going in this air. */
export interface MoistureTrend {
  /** EMC of the air, mean over its hours, %. */
  emcPercent: number;
  /** Within one percentage point of the air's EMC it is settled. */
  going: 'drying' | 'taking up' | 'settled';
  /** Days until the highest reading is within the limit; 0 when it is, null when this air never lets it. */
  daysToLimit: number | null;
}

const SETTLED_PERCENT = 1;
const LONGEST_DAYS = 400;

/**
 * EMC of the air beside the readings, which way the wood goes, and days until the highest reading is at most the limit:
 * the board model of the handbook's section 8, hour by hour through the air given and after that in its mean.
 */
export function moistureTrend(
  stats: MoistureStats,
  limitPercent: number,
  air: MoistureAir,
  board: Board
): MoistureTrend {
  const { hours } = air;
  if (hours.length === 0) throw new RangeError('moistureTrend needs at least one hour of air');
  const emc = hours.reduce((s, h) => s + emcPercent(h.airTempC, h.rh), 0) / hours.length;
  const gap = stats.meanPercent - emc;
  return {
    emcPercent: emc,
    going: Math.abs(gap) <= SETTLED_PERCENT ? 'settled' : gap > 0 ? 'drying' : 'taking up',
    daysToLimit: daysUntil(stats.highestPercent, limitPercent, air, emc, board)
  };
}

function daysUntil(
  fromPercent: number,
  limit: number,
  { hours }: MoistureAir,
  emc: number,
  board: Board
): number | null {
  if (fromPercent <= limit) return 0;
  let m = fromPercent;
  for (let i = 0; i < hours.length; i++) {
    m = nextBoardMoisturePercent(m, hours[i]!, hours[i]!.sunWPerM2, board);
    if (m <= limit) return (i + 1) / 24;
  }
  if (emc >= limit) return null;
  const sun = hours.reduce((s, h) => s + h.sunWPerM2, 0) / hours.length;
  const days = hours.length / 24 + (moistureTauHours(board, sun) * Math.log((m - emc) / (limit - emc))) / 24;
  return days > LONGEST_DAYS ? null : days;
}
