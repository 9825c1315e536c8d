import { decimals, plainNumbers, readNumber, refused, sumTerms, type Parsed, type UnitSystem } from './parsed';

export const M_PER_IN = 0.0254;
export const M_PER_FT = 0.3048;

const UNITS = [
  { pattern: /^(mm|millimet(er|re)s?)(?![a-z])/i, factor: 0.001 },
  { pattern: /^(cm|centimet(er|re)s?)(?![a-z])/i, factor: 0.01 },
  { pattern: /^(ft|feet|foot|['′’](?!'))(?![a-z])/i, factor: M_PER_FT, thenFactor: M_PER_IN },
  { pattern: /^(in|inch|inches|["″”]|'')(?![a-z])/i, factor: M_PER_IN },
  { pattern: /^(m|met(er|re)s?)(?![a-z²2])/i, factor: 1 }
] as const;

/**
 * Reads a length. A bare number is mm from 100 up and m below that; in US it is inches (handbook 5).
 * Gives metres; refuses what is not a positive, finite length.
 */
export function parseLength(text: string, system: UnitSystem): Parsed {
  const read = parseOffset(text, system);
  if (read.ok && read.value <= 0) return refused('A length must be more than 0.');
  return read;
}

/**
 * Reads a length that can only be small: thickness, gap, girth, nosing, board width. A bare number is mm; in US inches
 * (handbook 5). Metres.
 */
export function parseSmallLength(text: string, system: UnitSystem): Parsed {
  const read = parseSmallOffset(text, system);
  if (read.ok && read.value <= 0) return refused('A length must be more than 0.');
  return read;
}

/** The same where nothing may be meant: a gap of 0. */
export function parseSmallOffset(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  const bare = plain.ok ? readNumber(plain.text) : null;
  return parseOffset(bare !== null && system === 'metric' ? `${bare} mm` : text, system);
}

/** Reads a distance that may be nothing or go the other way: a length with 0 and less allowed. Metres. */
export function parseOffset(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  if (!plain.ok) return plain;
  const t = plain.text;
  if (!t) return refused('Type a length, for example 3.45 m or 12\' 6 1/2".');
  const bare = readNumber(t);
  const metres =
    bare !== null
      ? system === 'us'
        ? bare * M_PER_IN
        : Math.abs(bare) >= 100
          ? bare / 1000
          : bare
      : sumTerms(t, UNITS);
  if (metres === null || !Number.isFinite(metres))
    return refused(`“${t}” is not a length. Type it like 3.45 m, 3450, 11 ft 4 in or 12' 6 1/2".`);
  return { ok: true, value: metres, echo: showLength(metres, system) };
}

/** Shows metres as "3.45 m" (to the mm when it is not a whole cm) or feet and inches to 1/16. */
export function showLength(metres: number, system: UnitSystem): string {
  if (system === 'metric') {
    if (Math.abs(metres) < 0.1) return `${decimals(metres * 1000, 1, true)} mm`;
    const mm = Math.round(metres * 1000);
    return `${decimals(mm / 1000, mm % 10 === 0 ? 2 : 3)} m`;
  }
  if (metres < 0) return `-${showLength(-metres, system)}`;
  const sixteenths = Math.round((metres / M_PER_IN) * 16);
  const feet = Math.floor(sixteenths / 192);
  const inches = Math.floor((sixteenths - feet * 192) / 16);
  const rest = sixteenths % 16;
  const fraction = rest ? reducedSixteenths(rest) : '';
  const inchText = [inches || !fraction ? String(inches) : '', fraction].filter(Boolean).join(' ');
  return feet ? `${feet}' ${inchText}"` : `${inchText}"`;
}

function reducedSixteenths(n: number): string {
  let over = 16;
  while (n % 2 === 0) {
    n /= 2;
    over /= 2;
  }
  return `${n}/${over}`;
}

/** Shows a depth of rain: "0.4 mm" or "0.02 in". */
export const showRain = (mm: number, system: UnitSystem): string =>
  system === 'us' ? `${decimals(mm / 1000 / M_PER_IN, 2)} in` : `${decimals(mm, 1)} mm`;
