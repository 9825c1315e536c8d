import { HOUR_MS } from '../units';
import { emcPercent, moistureTauHours, type Board } from '../wood';

/** The wood's moisture as somebody read it. */
export interface MoistureReading {
  atMs: number;
  percent: number;
}

/** Readings as an hourly series meets them: the newest of before it, and the highest of each hour within. */
export interface KnownMoisture {
  before: MoistureReading | null;
  byHour: ReadonlyMap<number, number>;
}

/** Sorts readings, in any order, to the hours of a series that begins at `startMs`. */
export function knownMoisture(readings: readonly MoistureReading[], startMs: number): KnownMoisture {
  let before: MoistureReading | null = null;
  const byHour = new Map<number, number>();
  for (const r of readings) {
    if (r.atMs < startMs) {
      if (!before || r.atMs > before.atMs || (r.atMs === before.atMs && r.percent > before.percent)) before = r;
      continue;
    }
    const hour = Math.floor(r.atMs / HOUR_MS) * HOUR_MS;
    byHour.set(hour, Math.max(byHour.get(hour) ?? 0, r.percent));
  }
  return { before, byHour };
}

/** Moisture, %, of wood that stood so many hours in unchanging air: towards its EMC by the board's time constant (handbook 8). */
export function carriedMoisturePercent(
  percent: number,
  hours: number,
  air: { airTempC: number; rh: number },
  board: Board
): number {
  const emc = emcPercent(air.airTempC, air.rh);
  return emc + (percent - emc) * Math.exp(-hours / moistureTauHours(board, 0));
}

/** A reading from before a series, carried to its start with the first hour's air (handbook 8). */
export const carriedToStart = (
  before: MoistureReading,
  startMs: number,
  air: { airTempC: number; rh: number },
  board: Board
): number => carriedMoisturePercent(before.percent, Math.max(0, startMs - before.atMs) / HOUR_MS, air, board);
