/** The two systems of units a person may type and read in. Storage is always SI. */
export type UnitSystem = 'metric' | 'us';

/** Result of reading a typed quantity: the SI value with an echo of what was understood, or what is wrong and the cure. */
export type Parsed = { ok: true; value: number; echo: string } | { ok: false; problem: string };

export const refused = (problem: string): Parsed => ({ ok: false, problem });

/** One typed number: digits with commas and points as people set them. */
const WRITTEN = /\d[\d.,\u00a0\u202f]*/g;

/**
 * A typed text with its numbers as machines read them (handbook 5): a decimal comma becomes a point, a comma before three
 * figures and a point is left out. What could be read either way is refused with both readings.
 */
export function plainNumbers(text: string): { ok: true; text: string } | { ok: false; problem: string } {
  let problem: string | null = null;
  const plain = text.trim().replace(WRITTEN, (written) => {
    const n = written.replace(/[\u00a0\u202f]/g, '');
    const commas = n.split(',').length - 1;
    if (commas === 0) return n;
    const [before, after] = n.split(',') as [string, string];
    const unclear = (readings: string) => {
      problem ??= `“${n}” is unclear: ${readings}.`;
      return n;
    };
    if (commas > 1 || before.includes('.')) return unclear('type it with one point and no commas');
    if (/^\d{3}\.\d*$/.test(after)) return `${before}${after}`;
    if (!/^\d+$/.test(after)) return unclear('type it with one point and no commas');
    if (after.length !== 3 || Number(before) === 0) return `${before}.${after}`;
    return unclear(`type ${before}${after}, or ${before}.${after.replace(/0+$/, '') || '0'}`);
  });
  return problem === null ? { ok: true, text: plain } : { ok: false, problem };
}

/** Reads "12", "12.5", "6 1/2", "6 ½" or "1/2" as a number; null when it is none of these. */
export function readNumber(text: string): number | null {
  const t = withFractions(text).trim();
  if (/^-?\d+(\.\d+)?$|^-?\.\d+$/.test(t)) return Number(t);
  const mixed = /^(-?)(?:(\d+)[\s-]+)?(\d+)\/(\d+)$/.exec(t);
  if (!mixed || Number(mixed[4]) === 0) return null;
  const size = Number(mixed[2] ?? 0) + Number(mixed[3]) / Number(mixed[4]);
  return mixed[1] ? -size : size;
}

/** Fractions that are one sign, as figures. */
const FRACTION_SIGNS = [
  ['½', '1/2'],
  ['¼', '1/4'],
  ['¾', '3/4'],
  ['⅛', '1/8'],
  ['⅜', '3/8'],
  ['⅝', '5/8'],
  ['⅞', '7/8'],
  ['⅓', '1/3'],
  ['⅔', '2/3']
] as const;
const withFractions = (text: string): string =>
  FRACTION_SIGNS.reduce((t, [sign, figures]) => t.replaceAll(sign, ` ${figures}`), text);

const NUMBER = String.raw`-?\d+[\s-]+\d+\/\d+|-?\d+\/\d+|-?\d*\.?\d+`;

/**
 * Sums terms such as `12' 6 1/2"` or `1 gal 2 fl oz` into SI by a table of unit patterns, the smaller unit last. A number
 * behind the last term without a unit has the one the table names as following it: `26' 10` is feet and inches. Null when a
 * part is not understood, or the units do not get smaller.
 */
export function sumTerms(
  text: string,
  units: readonly { pattern: RegExp; factor: number; thenFactor?: number }[]
): number | null {
  let rest = withFractions(text).trim();
  let sum = 0;
  let sign = 1;
  let last: { factor: number; thenFactor?: number } | null = null;
  while (rest) {
    const head = new RegExp(`^(${NUMBER})\\s*`).exec(rest);
    if (!head) return null;
    const amount = readNumber(head[1]!);
    if (amount === null) return null;
    if (last === null && amount < 0) sign = -1;
    rest = rest.slice(head[0].length);
    if (rest === '' && last?.thenFactor !== undefined) return sign * (sum + Math.abs(amount) * last.thenFactor);
    const hit = units.find((u) => u.pattern.test(rest));
    if (!hit || (last && hit.factor >= last.factor)) return null;
    last = hit;
    sum += Math.abs(amount) * hit.factor;
    rest = rest.replace(hit.pattern, '').trim();
  }
  return last ? sign * sum : null;
}

/** Rounds to a number of decimals and drops trailing zeros only when `trim` is set. */
export function decimals(value: number, places: number, trim = false): string {
  const s = value.toFixed(places);
  return trim && s.includes('.') ? s.replace(/\.?0+$/, '') : s;
}

/** Groups thousands with a comma: 1250 → "1,250". */
export const grouped = (whole: string): string => whole.replace(/\B(?=(\d{3})+(?!\d))/g, ',');
