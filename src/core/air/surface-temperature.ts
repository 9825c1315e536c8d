import { horizontalSunWPerM2, throughCloud, type Exposure } from './sun';

/** Air speed at the boards, m/s, from the 10 m wind (handbook 8). */
export const boardAirSpeedMPerS = (windMPerS: number): number => Math.max(0.5, 0.6 * windMPerS);

/** Sun on level ground at which the clear sky cools no more, W/m². */
const SKY_OUTSHONE_W_PER_M2 = 100;

/**
 * Temperature of an outdoor surface, °C: warmed by the sun by day, cooled by the clear sky it sees by night, less and less as
 * the sun rises, so that dawn is no step (handbook 8). `sunWPerM2` is the sun on the surface itself.
 */
export function outdoorSurfaceTempC(
  air: { airTempC: number; windMPerS: number; cloud: number },
  sunWPerM2: number,
  sunElevationDeg: number,
  e: Pick<Exposure, 'absorption' | 'shelter' | 'tiltDeg'>
): number {
  const levelSunWPerM2 = horizontalSunWPerM2(sunElevationDeg) * throughCloud(air.cloud);
  const skySeen = (1 + Math.cos((e.tiltDeg * Math.PI) / 180)) / 2;
  const cooling =
    4 * (1 - air.cloud) * (1 - e.shelter) * skySeen * Math.max(0, 1 - levelSunWPerM2 / SKY_OUTSHONE_W_PER_M2);
  if (sunElevationDeg <= 0) return air.airTempC - cooling;
  const heatTransfer = 12 + 6 * boardAirSpeedMPerS(air.windMPerS);
  return air.airTempC + Math.min(40, (e.absorption * sunWPerM2) / heatTransfer) - cooling;
}
