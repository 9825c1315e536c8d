import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { defaultHouseRules as house } from '../house';
import { cautionsFor, ragsForCoat } from '.';

const ids = (id: string, food = false) => cautionsFor([card(id)], food).map((c) => c.id);

describe('cautions', () => {
  it('rags come first for every drying oil, whatever its flash point', () => {
    expect(ids('ostrel-duo')[0]).toBe('rags');
    expect(ids('marrum-deck')[0]).toBe('rags');
    expect(ids('corvane-day')).not.toContain('rags');
  });
  it('hardener, vapour and food speak when they matter', () => {
    expect(ids('ostrel-duo')).toContain('isocyanate');
    expect(ids('ostrel-duo')).not.toContain('vapour');
    expect(ids('pellow-hardwax')).toContain('vapour');
    expect(ids('corvane-worktop', true)).toContain('food');
  });
});

describe('rags', () => {
  it('flooding needs three times as many; a film only a couple; never fewer than the least', () => {
    expect(ragsForCoat(card('marrum-deck'), 'thin', 41, house)).toBe(9);
    expect(ragsForCoat(card('marrum-deck'), 'flood', 41, house)).toBe(25);
    expect(ragsForCoat(card('marrum-deck'), 'thin', 1, house)).toBe(4);
    expect(ragsForCoat(card('fenlight-wb'), 'roller', 200, house)).toBe(2);
  });
});
