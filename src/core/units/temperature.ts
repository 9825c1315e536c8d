import { decimals, plainNumbers, readNumber, refused, type Parsed, type UnitSystem } from './parsed';

const toF = (c: number) => (c * 9) / 5 + 32;

/** Reads a temperature; a bare number is °C (US: °F). Gives °C; refuses below absolute zero. */
export function parseTemperature(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  if (!plain.ok) return plain;
  const t = plain.text;
  const m = /^(.+?)\s*°?\s*([cf])?$/i.exec(t);
  const n = m ? readNumber(m[1]!.replace(/°$/, '')) : null;
  if (n === null) return refused(`“${t}” is not a temperature. Type it like 19.5 °C or 68 °F.`);
  const fahrenheit = m![2] ? m![2].toLowerCase() === 'f' : system === 'us';
  const c = fahrenheit ? ((n - 32) * 5) / 9 : n;
  if (c < -273.15) return refused('That is below absolute zero.');
  return { ok: true, value: c, echo: showTemperature(c, system) };
}

/** Reads a difference of temperatures, as of a floor over its air; a bare number is °C (US: °F). Gives °C. */
export function parseTemperatureGap(text: string, system: UnitSystem): Parsed {
  const plain = plainNumbers(text);
  if (!plain.ok) return plain;
  const t = plain.text;
  const m = /^(.+?)\s*°?\s*([cf])?$/i.exec(t);
  const n = m ? readNumber(m[1]!.replace(/°$/, '')) : null;
  if (n === null) return refused(`“${t}” is not a difference of temperatures. Type it like 4 °C or 7 °F.`);
  const fahrenheit = m![2] ? m![2].toLowerCase() === 'f' : system === 'us';
  const c = fahrenheit ? (n * 5) / 9 : n;
  return { ok: true, value: c, echo: showTemperatureGap(c, system) };
}

/** Shows °C as "14.2 °C" or "57.6 °F". */
export const showTemperature = (c: number, system: UnitSystem, places = 1): string =>
  system === 'us' ? `${decimals(toF(c), places)} °F` : `${decimals(c, places)} °C`;

/** A temperature as the number on a system's scale, for axes: °C, or °F in US units. */
export const temperatureOnScale = (c: number, system: UnitSystem): number => (system === 'us' ? toF(c) : c);

/** Shows a difference of temperatures (a dew gap): no offset between the scales. */
export const showTemperatureGap = (c: number, system: UnitSystem): string =>
  system === 'us' ? `${decimals((c * 9) / 5, 1)} °F` : `${decimals(c, 1)} °C`;

/** Shows a wind or air speed: "4.0 m/s" or "9 mph". */
export const showSpeed = (mPerS: number, system: UnitSystem): string =>
  system === 'us' ? `${decimals(mPerS * 2.236936, 0)} mph` : `${decimals(mPerS, mPerS < 10 ? 1 : 0)} m/s`;
