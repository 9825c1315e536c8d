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

/** Share of the sun that comes through cloud 0–1 (handbook 8). */
export const throughCloud = (cloud: number): number => 1 - 0.72 * cloud ** 3.2;

/** Sun on level ground under a clear sky, W/m², from elevation in degrees (handbook 8). */
export const horizontalSunWPerM2 = (elevationDeg: number): number =>
  elevationDeg <= 0 ? 0 : 1000 * Math.sin(elevationDeg * RAD) ** 1.15;

/**
 * Sun on a surface of any tilt under a clear sky, W/m²: direct by the angle of incidence, sky by the part it sees
 * (handbook 8). `shadeNow` is the shade of the hour, 0–1; the deeper of it and the surface's own counts.
 */
export function surfaceSunWPerM2(
  sun: { elevationDeg: number; azimuthDeg: number },
  e: Pick<Exposure, 'tiltDeg' | 'facingDeg' | 'shade'>,
  shadeNow = 0
): number {
  const g = horizontalSunWPerM2(sun.elevationDeg);
  if (g === 0) return 0;
  const el = sun.elevationDeg * RAD;
  const tilt = e.tiltDeg * RAD;
  const cosIncidence =
    Math.sin(el) * Math.cos(tilt) + Math.cos(el) * Math.sin(tilt) * Math.cos((sun.azimuthDeg - e.facingDeg) * RAD);
  const direct = (0.8 * Math.max(0, cosIncidence)) / Math.max(Math.sin(el), 0.2);
  return g * (direct + 0.1 * (1 + Math.cos(tilt))) * (1 - Math.max(e.shade, shadeNow));
}
