import { getPosition } from 'suncalc';

const RAD = Math.PI / 180;

/** How a surface lies to the sky. Tilt 0 is flat, 90 upright; facing is degrees clockwise from north. */
export interface Exposure {
  tiltDeg: number;
  facingDeg: number;
  /** Share of the sun that is shaded away, 0–1. */
  shade: number;
  /** Share of the night sky that is covered, 0–1: a roof or tree keeps boards from cooling. */
  shelter: number;
  /** Solar absorption: 0.5 for light wood to 0.85 for dark. */
  absorption: number;
}

/** Sun elevation and azimuth in degrees at an instant (epoch ms) and place. */
export function sunPosition(atMs: number, latitudeDeg: number, longitudeDeg: number) {
  const p = getPosition(new Date(atMs), latitudeDeg, longitudeDeg);
  return { elevationDeg: p.altitude, azimuthDeg: p.azimuth };
}

/** Sun on level ground, W/m², from elevation in degrees and cloud 0–1 (handbook 8). */
export const horizontalSunWPerM2 = (elevationDeg: number, cloud: number): number =>
  elevationDeg <= 0 ? 0 : 1000 * Math.sin(elevationDeg * RAD) ** 1.15 * (1 - 0.72 * cloud ** 3.2);

/** Sun on a surface of any tilt, W/m²: direct by the angle of incidence, sky by the part it sees (handbook 8). */
export function surfaceSunWPerM2(
  sun: { elevationDeg: number; azimuthDeg: number },
  cloud: number,
  e: Pick<Exposure, 'tiltDeg' | 'facingDeg' | 'shade'>
): number {
  const g = horizontalSunWPerM2(sun.elevationDeg, cloud);
  if (g === 0) return 0;
  const [el, tilt] = [sun.elevationDeg * RAD, e.tiltDeg * RAD];
  const cosIncidence =
    Math.sin(el) * Math.cos(tilt) + Math.cos(el) * Math.sin(tilt) * Math.cos((sun.azimuthDeg - e.facingDeg) * RAD);
  const direct = (0.8 * Math.max(0, cosIncidence)) / Math.max(Math.sin(el), 0.2);
  return g * (direct + 0.1 * (1 + Math.cos(tilt))) * (1 - e.shade);
}
