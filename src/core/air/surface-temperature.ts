import type { Exposure } from './sun';

/** Air speed at the boards, m/s, from the 10 m wind (handbook 8). */
export const boardAirSpeedMPerS = (windMPerS: number): number => Math.max(0.5, 0.6 * windMPerS);

/**
 * Temperature of an outdoor surface, °C: warmed by sun by day, cooled by the clear sky by night (handbook 8).
 * `sunWPerM2` is the sun on the surface itself; day means the sun's elevation is above 0.
 */
export function outdoorSurfaceTempC(
  air: { airTempC: number; windMPerS: number; cloud: number },
  sunWPerM2: number,
  byDay: boolean,
  e: Pick<Exposure, 'absorption' | 'shelter'>
): number {
  if (!byDay) return air.airTempC - 4 * (1 - air.cloud) * (1 - e.shelter);
  const heatTransfer = 12 + 6 * boardAirSpeedMPerS(air.windMPerS);
  return air.airTempC + Math.min(40, (e.absorption * sunWPerM2) / heatTransfer);
}
