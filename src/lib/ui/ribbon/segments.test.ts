import { describe, expect, it } from 'vitest';
import type { CoatTimes, Span } from '$core/drying';
import { coatSegments, cutAt } from './segments';

const span = (p50: number): Span => ({ p10: p50 - 5, p50, p90: p50 + 8 });
const times: CoatTimes = {
  laidFromMs: 0,
  laidToMs: 10,
  tacky: span(20),
  touchDry: span(40),
  recoatOpens: span(60),
  recoatCloses: span(120),
  rainSafe: span(50),
  lightUse: span(90),
  fullCure: span(300),
  opensAtProgress: 1,
  cureFactor: 1,
  pastForecast: false
};

describe('coat ribbon', () => {
  it('goes from oil on through drying and dry to the open gate, then shut', () => {
    const s = coatSegments(times, 'recoat', 200);
    expect(s.map((x) => [x.state, x.fromMs, x.toMs])).toEqual([
      ['oil on', 0, 10],
      ['drying', 10, 40],
      ['dry', 40, 60],
      ['open', 60, 120],
      ['shut', 120, 200]
    ]);
    expect(s[3]!.scarf).toEqual(span(60));
  });
  it('a coat laid in sittings dries between them', () => {
    const sittings = [
      { fromMs: 0, toMs: 3 },
      { fromMs: 7, toMs: 10 }
    ];
    expect(coatSegments({ ...times, sittings }, 'recoat', 50).map((x) => [x.state, x.fromMs, x.toMs])).toEqual([
      ['oil on', 0, 3],
      ['drying', 3, 7],
      ['oil on', 7, 10],
      ['drying', 10, 40],
      ['dry', 40, 50]
    ]);
  });
  it('the last coat cures once it is safe, and shows no gate', () => {
    expect(coatSegments(times, 'cure', 200).map((x) => [x.state, x.fromMs, x.toMs])).toEqual([
      ['oil on', 0, 10],
      ['drying', 10, 40],
      ['dry', 40, 50],
      ['curing', 50, 200]
    ]);
  });
  it('leaves no hole and no overlap, and ends where the next coat begins', () => {
    const cut = cutAt(coatSegments(times, 'recoat', 200), 75);
    expect(cut.at(-1)).toMatchObject({ state: 'open', toMs: 75 });
    for (let i = 1; i < cut.length; i++) expect(cut[i]!.fromMs).toBe(cut[i - 1]!.toMs);
  });
  it('a class that never dries is dry as soon as it is laid', () => {
    const s = coatSegments(
      { ...times, tacky: null, touchDry: null, recoatCloses: null, rainSafe: null },
      'recoat',
      100
    );
    expect(s.map((x) => x.state)).toEqual(['oil on', 'dry', 'open']);
  });
});
