/** The two systems of units a person may type and read in. Storage is always SI. */
export type UnitSystem = 'metric' | 'us';

/** Result of reading a typed quantity: the SI value with an echo of what was understood, or what is wrong and the cure. */
export type Parsed = { ok: true; value: number; echo: string } | { ok: false; problem: string };

export const refused = (problem: string): Parsed => ({ ok: false, problem });

/** Reads "12", "12.5", "6 1/2" or "1/2" as a number; null when it is none of these. */
export function readNumber(text: string): number | null {
  const t = text.trim().replace(/(\d),(\d{3})(?!\d)/g, '$1$2');
  if (/^-?\d+(\.\d+)?$|^-?\.\d+$/.test(t)) return Number(t);
  const mixed = /^(-?)(?:(\d+)[\s-]+)?(\d+)\/(\d+)$/.exec(t);
  if (!mixed || Number(mixed[4]) === 0) return null;
  const size = Number(mixed[2] ?? 0) + Number(mixed[3]) / Number(mixed[4]);
  return mixed[1] ? -size : size;
}

const NUMBER = String.raw`-?\d+[\s-]+\d+\/\d+|-?\d+\/\d+|-?\d*\.?\d+`;

/**
 * Sums terms such as `12' 6 1/2"` or `1 gal 2 fl oz` into SI by a table of unit patterns.
 * Null when a part is not understood or units repeat.
 */
export function sumTerms(text: string, units: readonly { pattern: RegExp; factor: number }[]): number | null {
  let rest = text.trim().replace(/(\d),(\d{3})(?!\d)/g, '$1$2');
  let sum = 0;
  let sign = 1;
  const used = new Set<number>();
  while (rest) {
    const head = new RegExp(`^(${NUMBER})\\s*`).exec(rest);
    if (!head) return null;
    const amount = readNumber(head[1]!);
    if (amount === null) return null;
    if (used.size === 0 && amount < 0) sign = -1;
    rest = rest.slice(head[0].length);
    const hit = units.findIndex((u) => u.pattern.test(rest));
    if (hit < 0 || used.has(hit)) return null;
    used.add(hit);
    sum += Math.abs(amount) * units[hit]!.factor;
    rest = rest.replace(units[hit]!.pattern, '').trim();
  }
  return used.size ? sign * sum : null;
}

/** Rounds to a number of decimals and drops trailing zeros only when `trim` is set. */
export function decimals(value: number, places: number, trim = false): string {
  const s = value.toFixed(places);
  return trim && s.includes('.') ? s.replace(/\.?0+$/, '') : s;
}

/** Groups thousands with a comma: 1250 → "1,250". */
export const grouped = (whole: string): string => whole.replace(/\B(?=(\d{3})+(?!\d))/g, ',');
