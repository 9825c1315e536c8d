/** What a rig stands in: the numbers it measures around. */
export interface RigAir {
  airTempC: number;
  rh: number;
  surfaceTempC: number;
  mcPercent: number;
}

/** A SenML record as the rig writes it. */
export interface SenmlOut {
  bn?: string;
  bt?: number;
  n: string;
  u: string;
  v: number;
}

/**
 * A small rig of instruments that ships with the app in place of a real one: air, surface and moisture pins, as one SenML
 * pack (RFC 8428). Its numbers wander a little about what it stands in, the same for the same instant.
 */
export function rigPack(name: string, around: RigAir, atMs: number, batteryPercent = 87): SenmlOut[] {
  const wander = (k: number) => Math.sin(atMs / 1.7e6 + k * 2.3) * 0.5 + Math.sin(atMs / 4.3e5 + k) * 0.3;
  const round = (v: number, steps: number) => Math.round(v * steps) / steps;
  return [
    {
      bn: `urn:dev:${name}:`,
      bt: Math.round(atMs / 1000),
      n: 'air',
      u: 'Cel',
      v: round(around.airTempC + wander(1) * 0.3, 10)
    },
    { n: 'humidity', u: '%RH', v: round(around.rh * 100 + wander(2), 10) },
    { n: 'surface', u: 'Cel', v: round(around.surfaceTempC + wander(3) * 0.3, 10) },
    { n: 'moisture', u: '%', v: round(around.mcPercent + wander(4) * 0.2, 10) },
    { n: 'battery', u: '%EL', v: batteryPercent }
  ];
}
