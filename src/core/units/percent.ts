import { decimals, plainNumbers, readNumber, type Parsed } from './parsed';

/** Reads a share typed as 52 or 52 %, within limits in %. Gives 0–1. */
export const parsePercent =
  (lowPercent: number, highPercent: number) =>
  (text: string): Parsed => {
    const plain = plainNumbers(text);
    if (!plain.ok) return plain;
    const percent = readNumber(plain.text.replace('%', ''));
    return percent !== null && percent >= lowPercent && percent <= highPercent
      ? { ok: true, value: percent / 100, echo: showPercent(percent / 100) }
      : { ok: false, problem: `Type a share from ${lowPercent} to ${highPercent} %.` };
  };

/** Shows 0–1 as "52 %" or "8.6 %". */
export const showPercent = (share: number): string => `${decimals(share * 100, 1, true)} %`;

/** Reads a bare number within limits, for what has no unit. */
export const parseNumber =
  (low: number, high: number) =>
  (text: string): Parsed => {
    const plain = plainNumbers(text);
    if (!plain.ok) return plain;
    const value = readNumber(plain.text);
    return value !== null && value >= low && value <= high
      ? { ok: true, value, echo: showNumber(value) }
      : { ok: false, problem: `Type a number from ${low} to ${high}.` };
  };

/** Shows a bare number to two decimals at most. */
export const showNumber = (value: number): string => decimals(value, 2, true);
