import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import cards from '../../../demo/cards.json';
import {
  CARD_FIELDS,
  cardDifferences,
  cardValue,
  cardValueWords,
  mergedCard,
  withCardValue,
  type ProductCard
} from '.';

describe('the fields of a card', () => {
  it('reach everything any card holds: a card built from its fields is the card', () => {
    for (const c of cards as unknown as ProductCard[]) {
      const built = CARD_FIELDS.reduce<unknown>((o, f) => withCardValue(o, f.path, cardValue(c, f.path)), {});
      expect({ warnings: [], ...(built as object) }, c.id).toEqual(c);
    }
  });
  it('a field set or taken out leaves the card given alone, and empty groups go with it', () => {
    const c = card('marrum-deck');
    const before = structuredClone(c);
    const bare = ['value', 'reason', 'date'].reduce(
      (x, k) => withCardValue(x, `spreadRateM2PerL.first.house.${k}`, undefined),
      c
    );
    expect(bare.spreadRateM2PerL.first).toEqual({ label: 9 });
    expect(withCardValue(c, 'hours.rainSafe.label.high', 30).hours.rainSafe!.label.high).toBe(30);
    expect(c).toEqual(before);
  });
  it('two cards differ field by field, and a merge takes what is asked for', () => {
    const mine = card('tansy-gel');
    const theirs = { ...structuredClone(mine), name: 'Other', vocGPerL: 999 };
    expect(cardDifferences(mine, theirs).map((d) => [d.field.path, d.mine, d.theirs])).toEqual([
      ['name', mine.name, 'Other'],
      ['vocGPerL', mine.vocGPerL, 999]
    ]);
    expect(mergedCard(mine, theirs, ['vocGPerL'])).toEqual({ ...mine, vocGPerL: 999 });
    expect(cardDifferences(mine, mine)).toEqual([]);
  });
  it('tables are told in words', () => {
    const duo = card('ostrel-duo');
    expect(cardValueWords(duo.components)).toBe('5 oil (0.94 kg/L); 1 hardener (1.12 kg/L)');
    expect(cardValueWords(duo.methods)).toContain('thin, wiped after 10–40 min');
    expect(cardValueWords(duo.packs)).toContain('kit 1500 ml at 149.00');
    expect([cardValueWords(undefined), cardValueWords(true), cardValueWords([])]).toEqual(['not given', 'yes', 'none']);
  });
});
