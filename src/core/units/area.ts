import { decimals, grouped, plainNumbers, readNumber, refused, sumTerms, type Parsed, type UnitSystem } from './parsed';
import { M_PER_FT, M_PER_IN } from './length';

export const M2_PER_FT2 = M_PER_FT * M_PER_FT;

const UNITS = [
  {
    pattern: /^(sq\.?\s*ft|square\s+f(ee|oo)t|ft²|ft2|sf)(?![a-z])/i,
    factor: M2_PER_FT2
  },
  {
    pattern: /^(sq\.?\s*in|square\s+inch(es)?|in²|in2)(?![a-z])/i,
    factor: M_PER_IN * M_PER_IN
  },
  { pattern: /^(m²|m2|sq\.?\s*m|square\s+met(er|re)s?)(?![a-z])/i, factor: 1 }
] as const;

/** Reads an area; a bare number is m² (US: square feet). Gives m². */
export function parseArea(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  if (!plain.ok) return plain;
  const t = plain.text;
  if (!t) return refused('Type an area, for example 68.4 m² or 64 sq ft.');
  const bare = readNumber(t);
  const m2 = bare !== null ? (system === 'us' ? bare * M2_PER_FT2 : bare) : sumTerms(t, UNITS);
  if (m2 === null || !Number.isFinite(m2)) return refused(`“${t}” is not an area. Type it like 68.4 m² or 64 sq ft.`);
  if (m2 <= 0) return refused('An area must be more than 0.');
  return { ok: true, value: m2, echo: showArea(m2, system) };
}

/** Shows m² with one decimal (two below 10), or square feet. */
export function showArea(m2: number, system: UnitSystem): string {
  const { number, unit } = areaParts(m2, system);
  return `${number} ${unit}`;
}

/** The figure and its unit apart, for large numerals. */
export function areaParts(m2: number, system: UnitSystem): { number: string; unit: string } {
  const v = system === 'us' ? m2 / M2_PER_FT2 : m2;
  const [whole, part] = decimals(v, v < 10 ? 2 : 1).split('.');
  return {
    number: `${grouped(whole!)}.${part}`,
    unit: system === 'us' ? 'sq ft' : 'm²'
  };
}
