import { decimals, type Parsed } from '$core/units';

/** Reads a factor of 1 to 3, such as a profile's. */
export function parseFactor(text: string): Parsed {
  const v = Number(text.trim().replace(/^[×x]\s*/, ''));
  if (text.trim() === '' || !(v >= 1 && v <= 3)) return { ok: false, problem: 'A factor is 1 to 3.' };
  return { ok: true, value: v, echo: showFactor(v) };
}

export const showFactor = (v: number): string => `× ${decimals(v, 2)}`;
