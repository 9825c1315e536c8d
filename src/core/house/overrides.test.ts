import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { defaultHouseRules, houseOverrides } from '.';

const say = (change: Partial<typeof defaultHouseRules>, ...ids: string[]) =>
  houseOverrides({ ...defaultHouseRules, ...change }, ids.map(card)).map((o) => `${o.rule} ${o.product}`);

describe('labels that win over the house', () => {
  it('a method the card does not allow', () => {
    expect(say({}, 'skerry-varnish')).toContain('how-much Skerry Varnish');
    expect(say({}, 'marrum-deck')).not.toContain('how-much Marrum Deck');
    expect(say({ preferTrowel: true }, 'marrum-deck', 'ostrel-duo')).toContain('leave Marrum Deck');
    expect(say({ preferTrowel: true }, 'ostrel-duo')).not.toContain('leave Ostrel Duo');
  });
  it('stricter air, cooler boards, a wider dew gap', () => {
    expect(say({ rhMax: 0.85 }, 'ostrel-duo')).toContain('rhMax Ostrel Duo');
    expect(say({ rhMax: 0.5 }, 'ostrel-duo')).not.toContain('rhMax Ostrel Duo');
    expect(say({ surfaceHotC: 50 }, 'ostrel-duo')).toContain('surfaceHotC Ostrel Duo');
    expect(say({ dewGapMinC: 2 }, 'marrum-deck')).toContain('dewGapMinC Marrum Deck');
    expect(say({ dewGapMinC: 4 }, 'marrum-deck')).not.toContain('dewGapMinC Marrum Deck');
  });
  it('few coats against several thin ones; a small batch against whole tins', () => {
    expect(say({ rhythm: 'several thin' }, 'ostrel-duo')).toContain('rhythm Ostrel Duo');
    const duo = { ...card('ostrel-duo'), batchLimitL: 0.2 };
    expect(houseOverrides({ ...defaultHouseRules, mixing: 'whole tins' }, [duo]).map((o) => o.rule)).toContain(
      'two-part'
    );
    expect(say({ mixing: 'whole tins' }, 'ostrel-duo')).not.toContain('two-part Ostrel Duo');
  });
});
