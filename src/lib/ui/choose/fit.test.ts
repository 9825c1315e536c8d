import { describe, expect, it } from 'vitest';
import { plan } from '$core/plan';
import { siteClimate } from '$core/window';
import type { PartJob } from '$core/document';
import { card, counterJob, deckJob, floorJob, knowledge, NOW } from '../../../../tests/fixtures';
import { lineSegments } from '../rail/lines';
import { whyBatch, whyNeed, whyCoat } from '../why/why';
import { misfits, withProduct } from './fit';

const planned = (job: PartJob) => plan(job, siteClimate(job, null, { startMs: NOW, hours: 240 }), knowledge, NOW);

describe('which card fits', () => {
  const why = (job: PartJob, id: string) => misfits(job, card(id)).map((p) => p.problem);
  it('a floor takes a floor oil and hardwax, no deck oil, and says why', () => {
    expect(why(floorJob(), 'ostrel-duo')).toEqual([]);
    expect(why(floorJob(), 'pellow-hardwax')).toEqual([]);
    expect(why(floorJob(), 'marrum-deck').join(' ')).toMatch(/outdoor wood; this is indoor.*not for a floor/);
  });
  it('too many coats for one card may be right for another', () => {
    const job = floorJob();
    job.surfaces[0]!.faces[0]!.coats = 3;
    expect(why(job, 'ostrel-duo')).toHaveLength(1);
    expect(why(job, 'pellow-hardwax')).toEqual([]);
  });
  it('a counter for food takes only cards that claim it', () => {
    expect(why(counterJob(), 'corvane-worktop')).toEqual([]);
    expect(why(counterJob(), 'fenlight-wb').join(' ')).toContain('no claim for food');
  });
  it('colour and method are kept where the card has them, else moved to ones it has', () => {
    const { finish } = withProduct(floorJob(), card('ostrel-refresh'));
    expect(finish).toEqual({ productId: 'ostrel-refresh', colour: 'Peat', method: 'thin', bareWood: true });
    expect(withProduct(floorJob(), card('pellow-hardwax')).finish).toMatchObject({
      colour: 'Clear matt',
      method: 'thin'
    });
    expect(withProduct(deckJob(), card('old-barn-red')).finish).toMatchObject({ colour: 'Barn red', method: 'brush' });
  });
  it('trying a card does not touch the job', () => {
    const job = floorJob();
    const before = JSON.stringify(job);
    misfits(job, card('marrum-deck'));
    withProduct(job, card('marrum-deck'));
    expect(JSON.stringify(job)).toBe(before);
  });
});

describe('why this number', () => {
  const p = planned(floorJob());
  it('a coat names every factor with its grade, and they multiply to the number', () => {
    const lines = whyCoat(p.coats[0]!, () => 'Reading room, top', 'metric');
    expect(lines.map((l) => [l.name, l.value, l.grade])).toEqual([
      ['Reading room, top, effective area', '68.4 m²', 'law'],
      ['— spread rate, first coat', '30 m²/L', 'label'],
      ['— species drinks', '× 1.15', 'house'],
      ['— preparation', '× 1.00', 'house'],
      ['— method: thin', '× 1.00', 'house'],
      ['lost in tins, mixing, applicators', '125 ml', 'house']
    ]);
    expect((68.4 / 30) * 1.15 + 0.125).toBeCloseTo(p.coats[0]!.expectedL, 3);
  });
  it('a house spread rate is shown as one', () =>
    expect(
      whyCoat(planned(deckJob()).coats[0]!, () => 'deck', 'metric').find((l) => l.name.startsWith('— spread'))
    ).toMatchObject({ value: '8 m²/L', grade: 'house' }));
  it('the amount to buy shows likeliest, factor and losses', () => {
    const lines = whyNeed(p.load!.products[0]!, 0.9, 'metric');
    const [likeliest, rate] = lines;
    const [factor, losses] = lines.slice(-2);
    expect(rate!.name).toContain('no coat of ours yet');
    expect([likeliest!.value, losses!.value]).toEqual(['4.25 L', '210 ml']);
    expect(factor).toMatchObject({ name: 'factor at 90 % sure', value: '× 1.29' });
  });
  it('a batch names the limit that binds it, and its smallest honest size', () => {
    const lines = whyBatch(p.load!.batches[0]!, '5 : 1 by volume', 'metric');
    expect(lines[1]).toMatchObject({ name: 'largest batch, bound by area per mix', grade: 'house' });
    expect(lines.map((l) => l.name)).toContain('smallest honest batch');
    expect(whyBatch(planned(deckJob()).load!.batches[0]!, '1', 'us').some((l) => l.name.startsWith('usable'))).toBe(
      false
    );
  });
});

describe('lines of the rail', () => {
  it('a later coat covers an earlier one; the last cures', () => {
    const job = { ...floorJob(), startAt: new Date(NOW).toISOString() };
    const chosen = planned(job).chosen!;
    const { planned: segments, laid } = lineSegments(
      { coats: [], coatsWanted: 2, planned: chosen },
      NOW + 30 * 86_400_000
    );
    expect(laid).toEqual([]);
    expect(segments.filter((s) => s.state === 'oil on')).toHaveLength(2);
    expect(segments.at(-1)!.state).toBe('curing');
    for (let i = 1; i < segments.length; i++) expect(segments[i]!.fromMs).toBeGreaterThanOrEqual(segments[i - 1]!.toMs);
  });
});
