import { describe, expect, it } from 'vitest';
import cards from '../../../demo/cards.json';
import { card } from '../../../tests/fixtures';
import { check } from '../../formats/validate/validate';
import { productCard } from '../../formats/validate/gen/productCard.gen.js';
import { cardHours, cardProblems, classTraits, gradedValue, spreadRate, touchDryProgress, type ProductCard } from '.';

describe('cards', () => {
  it.each(cards.map((c) => [c.id, c] as const))('%s fits the schema and claims nothing impossible', (_, c) => {
    expect(check(productCard, c)).toMatchObject({ ok: true });
    expect(cardProblems(c as ProductCard)).toEqual([]);
  });
  it('there is one for every class', () => expect(new Set(cards.map((c) => c.class)).size).toBe(12));

  const broken = (change: (c: ProductCard) => void) => {
    const c = card('ostrel-duo');
    change(c);
    return cardProblems(c).map((p) => p.path);
  };
  it('refuses a card whose recoat closes before it opens', () =>
    expect(broken((c) => (c.hours.recoatCloses = { label: { low: 10, high: 12 } }))).toContain('/hours/recoatCloses'));
  it('refuses touch dry after recoat, ranges upside down, dwell upside down, no pot life, no way to buy', () => {
    expect(broken((c) => (c.hours.touchDry = { label: { low: 40, high: 40 } }))).toContain('/hours/touchDry');
    expect(broken((c) => (c.hours.lightUse = { label: { low: 9, high: 4 } }))).toContain('/hours/lightUse/label');
    expect(broken((c) => (c.methods[0]!.dwellMinMinutes = 99))).toContain('/methods/0/dwellMaxMinutes');
    expect(broken((c) => delete c.methods[0]!.dwellMaxMinutes)).toContain('/methods/0/dwellMaxMinutes');
    expect(broken((c) => delete c.potLifeMinutesAt20C)).toContain('/potLifeMinutesAt20C');
    expect(broken((c) => (c.packs = [{ id: 'o', of: 'oil', volumeMl: 1000, priceCents: 1 }]))).toContain('/packs');
    expect(broken((c) => (c.limits.airMaxC = 2))).toContain('/limits/airMaxC');
  });
  it('a ratio of 0 does not fit the schema and names the field', () => {
    const c = card('ostrel-duo');
    c.components[1]!.parts = 0;
    expect(check(productCard, c)).toEqual({
      ok: false,
      problems: [{ path: '/components/1/parts', problem: 'must be 0.01 or more' }]
    });
  });
});

describe('label and house', () => {
  it('uses the upper end of a range, and the house value if set', () => {
    expect(gradedValue({ label: { low: 24, high: 36 } })).toEqual({
      value: 36,
      grade: 'label'
    });
    expect(
      gradedValue({
        label: 9,
        house: { value: 8, reason: 'r', date: '2026-01-01' }
      })
    ).toEqual({ value: 8, grade: 'house' });
    expect(spreadRate(card('marrum-deck'), 'first')).toEqual({
      value: 8,
      grade: 'house'
    });
  });
  it('touch-dry progress is touch dry over recoat, 0.6 when absent', () => {
    expect(touchDryProgress(card('pellow-hardwax'))).toBeCloseTo(0.5, 9);
    expect(touchDryProgress(card('lantern-wax'))).toBe(0.6);
  });
  it('knows its classes', () => {
    expect(classTraits('non-drying-oil').cures).toBe(false);
    expect(cardHours(card('corvane-day'), 'fullCure')).toBeUndefined();
  });
});
