import { decimals, type Parsed } from '$core/units';

/** Reads the angle of a turn, degrees: 0 goes straight on, 90 is square, under 180. */
export function parseTurn(text: string): Parsed {
  const m = /^(\d+(?:\.\d+)?)\s*(?:°|deg(?:rees)?)?$/.exec(text.trim());
  const deg = m ? Number(m[1]) : NaN;
  if (!(deg >= 0 && deg < 180)) return { ok: false, problem: 'A turn is 0 to 180°: 90 is square.' };
  return { ok: true, value: deg, echo: showTurn(deg) };
}

export const showTurn = (deg: number): string => `${decimals(deg, 2, true)}°`;

/** Reads a direction, degrees, −180 to 180. */
export function parseDirection(text: string): Parsed {
  const m = /^(-?\d+(?:\.\d+)?)\s*(?:°|deg(?:rees)?)?$/.exec(text.trim());
  const deg = m ? Number(m[1]) : NaN;
  if (!(deg >= -180 && deg <= 180)) return { ok: false, problem: 'A direction is −180 to 180°: 0 is along side A.' };
  return { ok: true, value: deg, echo: showTurn(deg) };
}
