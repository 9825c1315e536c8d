import { methodOf, type ProductCard } from '../product';
import type { HouseRules } from './house';

/** A product whose own limit wins over a house rule (handbook 3). */
export interface HouseOverride {
  /** The school or number it overrides. */
  rule: string;
  product: string;
  text: string;
}

/** Every product limit that wins over the rules of a house, by product. */
export function houseOverrides(rules: HouseRules, cards: readonly ProductCard[]): HouseOverride[] {
  return cards.flatMap((c) => {
    const out: HouseOverride[] = [];
    const add = (rule: string, text: string) => out.push({ rule, product: c.name, text });
    if (!methodOf(c, rules.preferredMethod))
      add(
        'how-much',
        `may not be laid by ${rules.preferredMethod}; it is laid by ${c.methods.map((m) => m.method).join(' or ')}`
      );
    if (rules.preferTrowel && !methodOf(c, 'trowel')) add('leave', 'may not be trowelled');
    const finest = Math.max(...Object.values(rules.sanding.endGrit));
    if (c.maxGrit < finest) add('last-grit', `is sanded no finer than P${c.maxGrit}`);
    if (c.limits.rhMax < rules.rhMax) add('rhMax', `wants air at ${Math.round(c.limits.rhMax * 100)} % or drier`);
    if (c.limits.surfaceMaxC < rules.surfaceHotC)
      add('surfaceHotC', `wants boards at ${c.limits.surfaceMaxC} °C or cooler`);
    if ((c.limits.dewGapMinC ?? 0) > rules.dewGapMinC)
      add('dewGapMinC', `wants a dew gap of ${c.limits.dewGapMinC} °C`);
    if (rules.rhythm === 'several thin' && c.limits.maxCoats !== undefined && c.limits.maxCoats < 3)
      add('rhythm', `takes at most ${c.limits.maxCoats} coats`);
    if (rules.mixing === 'whole tins' && c.components.length > 1 && c.batchLimitL !== undefined) {
      const kit = Math.min(...c.packs.filter((p) => p.of === 'kit').map((p) => p.volumeMl / 1000), Infinity);
      if (kit > c.batchLimitL) add('two-part', `may be mixed only up to ${c.batchLimitL} L at once`);
    }
    return out;
  });
}
