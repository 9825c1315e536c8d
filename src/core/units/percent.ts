import { decimals, readNumber, type Parsed } from './parsed';

/** Reads a share typed as 52 or 52 %, within limits in %. Gives 0–1. */
export const parsePercent =
  (lowPercent: number, highPercent: number) =>
  (text: string): Parsed => {
    const percent = readNumber(text.replace('%', ''));
    return percent !== null && percent >= lowPercent && percent <= highPercent
      ? { ok: true, value: percent / 100, echo: showPercent(percent / 100) }
      : { ok: false, problem: `Type a share from ${lowPercent} to ${highPercent} %.` };
  };

/** Shows 0–1 as "52 %" or "8.6 %". */
export const showPercent = (share: number): string => `${decimals(share * 100, 1, true)} %`;
