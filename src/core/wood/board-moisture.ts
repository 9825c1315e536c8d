import { emcPercent } from './emc';

/** A board outdoors: how fast it follows the air. */
export interface Board {
  thicknessMm: number;
  hardness: 'hardwood' | 'softwood';
}

const REFERENCE_MM = 28;
const TAU_HOURS = { softwood: 72, hardwood: 120 } as const;
const SUN_W_PER_M2 = 120;

/** Time constant of board moisture, h: 72 softwood or 120 hardwood at 28 mm, by thickness squared, ×0.6 in sun (handbook 8). */
export const moistureTauHours = (board: Board, sunWPerM2: number): number =>
  TAU_HOURS[board.hardness] * (board.thicknessMm / REFERENCE_MM) ** 2 * (sunWPerM2 > SUN_W_PER_M2 ? 0.6 : 1);

/**
 * Board moisture, %, one hour on: towards the EMC of the air by exact exponential, then lifted by that hour's rain
 * to at most 28 % (handbook 8).
 */
export function nextBoardMoisturePercent(
  mcPercent: number,
  hour: { airTempC: number; rh: number; rainMm: number },
  sunWPerM2: number,
  board: Board
): number {
  const emc = emcPercent(hour.airTempC, hour.rh);
  const dried = emc + (mcPercent - emc) * Math.exp(-1 / moistureTauHours(board, sunWPerM2));
  return hour.rainMm > 0 ? Math.max(dried, Math.min(28, dried + 0.35 * hour.rainMm)) : dried;
}
