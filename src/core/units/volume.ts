import { decimals, grouped, plainNumbers, readNumber, refused, sumTerms, type Parsed, type UnitSystem } from './parsed';
import { M2_PER_FT2 } from './area';

export const L_PER_GAL = 3.785411784;
export const L_PER_FL_OZ = L_PER_GAL / 128;

const UNITS = [
  { pattern: /^(ml|millilit(er|re)s?)(?![a-z])/i, factor: 0.001 },
  { pattern: /^(gal|gallons?)(?![a-z])/i, factor: L_PER_GAL },
  { pattern: /^(qt|quarts?)(?![a-z])/i, factor: L_PER_GAL / 4 },
  { pattern: /^(pt|pints?)(?![a-z])/i, factor: L_PER_GAL / 8 },
  {
    pattern: /^(fl\.?\s*oz|fluid\s+ounces?|oz)(?![a-z])/i,
    factor: L_PER_FL_OZ
  },
  { pattern: /^(l|lit(er|re)s?)(?![a-z])/i, factor: 1 }
] as const;

/** Reads a volume; a bare number is ml (US: fluid ounces). Gives litres. */
export function parseVolume(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  if (!plain.ok) return plain;
  const t = plain.text;
  if (!t) return refused('Type an amount, for example 1250 ml or 1 gal 2 fl oz.');
  const bare = readNumber(t);
  const litres = bare !== null ? (system === 'us' ? bare * L_PER_FL_OZ : bare / 1000) : sumTerms(t, UNITS);
  if (litres === null || !Number.isFinite(litres))
    return refused(`“${t}” is not an amount. Type it like 1250 ml, 1.5 L or 1 gal 2 fl oz.`);
  if (litres < 0) return refused('An amount can not be below 0.');
  return { ok: true, value: litres, echo: showVolume(litres, system) };
}

/** The figure and its unit apart: ml below 1 L (US: fl oz below 1 gal). */
export function volumeParts(litres: number, system: UnitSystem): { number: string; unit: string } {
  if (system === 'us') {
    const oz = litres / L_PER_FL_OZ;
    return oz < 127.95
      ? { number: decimals(oz, 1), unit: 'fl oz' }
      : { number: decimals(litres / L_PER_GAL, 2), unit: 'gal' };
  }
  const ml = Math.round(litres * 1000);
  return ml < 1000 ? { number: grouped(String(ml)), unit: 'ml' } : { number: decimals(litres, 2), unit: 'L' };
}

/** Shows litres as "250 ml" or "4.60 L"; US "12.5 fl oz" or "1.20 gal". */
export function showVolume(litres: number, system: UnitSystem): string {
  const { number, unit } = volumeParts(litres, system);
  return `${number} ${unit}`;
}

/** Shows a mixing amount always in the small unit, for pouring: "1,250 ml" or "42.3 fl oz". */
export function showPour(litres: number, system: UnitSystem): string {
  return system === 'us'
    ? `${decimals(litres / L_PER_FL_OZ, 1)} fl oz`
    : `${grouped(String(Math.round(litres * 1000)))} ml`;
}

/** Spread rate m² per litre as "30 m²/L" or "1,222 sq ft/gal". */
export function showSpreadRate(m2PerL: number, system: UnitSystem): string {
  return system === 'us'
    ? `${grouped(decimals((m2PerL / M2_PER_FT2) * L_PER_GAL, 0))} sq ft/gal`
    : `${decimals(m2PerL, 1, true)} m²/L`;
}

/** Wet film thickness in µm of a spread rate: 1000 / rate (handbook 1). */
export const wetFilmUm = (spreadRateM2PerL: number): number => 1000 / spreadRateM2PerL;
