import { decimals, grouped, plainNumbers, readNumber, refused, sumTerms, type Parsed, type UnitSystem } from './parsed';

export const KG_PER_LB = 0.45359237;
export const KG_PER_OZ = KG_PER_LB / 16;

const UNITS = [
  { pattern: /^(kg|kilos?|kilograms?)(?![a-z])/i, factor: 1 },
  { pattern: /^(g|grams?)(?![a-z])/i, factor: 0.001 },
  { pattern: /^(lbs?|pounds?)(?![a-z])/i, factor: KG_PER_LB },
  { pattern: /^(oz|ounces?)(?![a-z])/i, factor: KG_PER_OZ }
] as const;

/** Reads a mass; a bare number is grams (US: ounces). Gives kilograms. */
export function parseMass(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  if (!plain.ok) return plain;
  const t = plain.text;
  if (!t) return refused('Type a weight, for example 1175 g or 2 lb 3 oz.');
  const bare = readNumber(t);
  const kg = bare !== null ? bare * (system === 'us' ? KG_PER_OZ : 0.001) : sumTerms(t, UNITS);
  if (kg === null || !Number.isFinite(kg))
    return refused(`“${t}” is not a weight. Type it like 1175 g, 1.2 kg or 2 lb 3 oz.`);
  if (kg < 0) return refused('A weight can not be below 0.');
  return { ok: true, value: kg, echo: showMass(kg, system) };
}

/** Shows kilograms as a scale does: "1,175 g"; US "41.4 oz". */
export const showMass = (kg: number, system: UnitSystem): string =>
  system === 'us' ? `${decimals(kg / KG_PER_OZ, 1)} oz` : `${grouped(decimals(kg * 1000, 0))} g`;
