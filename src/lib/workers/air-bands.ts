import { HOUR_MS } from '../../core/units';
import { hoursFrom, type SiteHour } from '../../core/climate';
import { quantileOf, type SequenceContext } from '../../core/window';

/** The quantities a person reads off the hours. */
export const BANDED = ['airTempC', 'dewGapC', 'surfaceTempC', 'mcPercent', 'rh'] as const;
export type Banded = (typeof BANDED)[number];

/** Lowest tenth, middle and highest tenth over the members, hour by hour; NaN where nothing is known. */
export type Band = Record<'p10' | 'p50' | 'p90', number[]>;

export interface AirBands {
  startMs: number;
  of: Record<Banded, Band>;
}

const hoursOf = ({ climate, work, horizonHours }: SequenceContext): (SiteHour | null)[] =>
  hoursFrom(climate, work.fromMs, horizonHours);

/** The spread of the members over the hours ahead. The contexts are of one horizon. */
export function airBands(contexts: readonly SequenceContext[]): AirBands {
  const members = contexts.map(hoursOf);
  const count = members[0]!.length;
  const bandOf = (q: Banded): Band => {
    const band: Band = { p10: [], p50: [], p90: [] };
    for (let i = 0; i < count; i++) {
      const values = members.flatMap((m) => m[i]?.[q] ?? []).sort((a, b) => a - b);
      for (const [name, share] of [
        ['p10', 0.1],
        ['p50', 0.5],
        ['p90', 0.9]
      ] as const)
        band[name].push(values.length ? quantileOf(values, share) : NaN);
    }
    return band;
  };
  return {
    startMs: contexts[0]!.work.fromMs,
    of: Object.fromEntries(BANDED.map((q) => [q, bandOf(q)])) as Record<Banded, Band>
  };
}

/** A stretch of rain in one member. */
export interface RainSpell {
  member: number;
  fromMs: number;
  toMs: number;
}

/** When it rains in each member: hours that touch are one spell. */
export function rainSpells(contexts: readonly SequenceContext[]): RainSpell[] {
  const out: RainSpell[] = [];
  contexts.forEach((ctx, member) => {
    let last: RainSpell | null = null;
    hoursOf(ctx).forEach((h, i) => {
      if (!h || h.rainMm <= 0) return;
      const fromMs = ctx.work.fromMs + i * HOUR_MS;
      if (last?.toMs === fromMs) last.toMs += HOUR_MS;
      else out.push((last = { member, fromMs, toMs: fromMs + HOUR_MS }));
    });
  });
  return out;
}
