import { describe, expect, it } from 'vitest';
import { card, counterJob, deckJob, floorJob, knowledge, NOW, whole } from '../../../tests/fixtures';
import { HOUR_MS } from '../units';
import { bestStarts, plan } from './plan';
import { blockingProblems, jobProblems } from '../document';
import { loadList, purchases } from '../load';
import { siteClimate } from '../window';

const room = { startMs: NOW, hours: 240 };

describe('plan of a floor', () => {
  const job = { ...floorJob(), startAt: new Date(NOW).toISOString() };
  const p = plan(job, siteClimate(job, null, room), knowledge, NOW);

  it('measures 68.4 m² and lays two coats', () => {
    expect(p.totalAreaM2).toBeCloseTo(68.4, 9);
    expect(p.coats.map((c) => c.number)).toEqual([1, 2]);
    expect(p.problems).toEqual([]);
  });
  it('counts litres coat by coat: 68.4/30·1.15 and 68.4/45·√1.15, losses after', () => {
    expect(p.coats[0]!.netL).toBeCloseTo((68.4 / 30) * 1.15, 9);
    expect(p.coats[1]!.netL).toBeCloseTo((68.4 / 45) * Math.sqrt(1.15), 9);
    expect(p.coats[0]!.lossesL).toBeCloseTo(p.coats[0]!.netL * 0.04 + 0.02, 9);
  });
  it('buys at 90 %: net × factor + losses, covered by whole kits', () => {
    const load = p.load!;
    const [oil] = load.products;
    expect(load.needL).toBeCloseTo(load.netL * oil!.buyFactor + load.lossesL, 9);
    expect(oil!.buyFactor).toBeGreaterThan(1);
    expect(oil!.buy[0]!.totalMl).toBeGreaterThanOrEqual(load.needL * 1000 - 1);
    expect(oil!.mix.oilL / oil!.mix.hardenerL).toBeCloseTo(5, 9);
  });
  it('takes along what wet oil and hardener ask for', () => {
    const names = loadList(
      [{ job, plan: p }],
      purchases([{ job, plan: p }], knowledge, NOW),
      [],
      knowledge.house
    ).flatMap((v) => v.items.map((i) => i.name));
    expect(names).toContain('metal can with lid, filled with water');
    expect(names).toContain('breathing protection, A2-P2');
    expect(p.load!.rags).toBe(28);
  });
  it('the chosen start runs to light use and care', () => {
    expect(p.chosen).toMatchObject({ ok: true });
    expect(p.leave!.lightUse!.p50).toBeGreaterThan(p.chosen!.coats[1]!.laidToMs);
    expect(p.leave!.furniture!.p50).toBeGreaterThan(p.leave!.lightUse!.p50);
    expect(p.leave!.rugs).toEqual(p.leave!.fullCure);
    expect(p.keep!.surfaces[0]!.perYear).toBeCloseTo(0.25 * 3 * 0.85, 9);
  });
  it('is a function: the same in, the same out, and the job is not touched', () => {
    const before = JSON.stringify(job);
    expect(plan(job, siteClimate(job, null, room), knowledge, NOW)).toEqual(p);
    expect(JSON.stringify(job)).toBe(before);
  });
  it('the best start is open, within rule, and not in the past', () => {
    const best = bestStarts(job, siteClimate(job, null, room)!, knowledge, NOW)[0]!;
    expect(best.ok).toBe(true);
    expect(best.startMs).toBeGreaterThanOrEqual(NOW);
  });
});

describe('what a plan refuses and explains', () => {
  const paths = (change: (j: ReturnType<typeof floorJob>) => void, job = floorJob()) => {
    change(job);
    return jobProblems(job).map((p) => `${p.severity} ${p.path}`);
  };
  it('limits of the card', () => {
    expect(paths((j) => (j.surfaces[0]!.faces[0]!.coats = 4))).toContain('stop /surfaces');
    expect(paths((j) => (j.surfaces[0]!.lastGrit = 240))).toContain('check /surfaces/0/lastGrit');
    expect(paths((j) => (j.surfaces[0]!.kind = 'deck'))).toContain('stop /surfaces/0/kind');
    expect(paths((j) => (j.site.setting = 'outdoor'))).toContain('stop /finish/productId');
    expect(paths((j) => (j.finish!.method = 'spray'))).toContain('stop /finish/method');
    expect(paths((j) => (j.finish!.colour = 'Puce'))).toContain('stop /finish/colour');
    expect(paths((j) => (j.usedForFood = true), deckJob())).toContain('stop /finish/productId');
  });
  it('jobs that can not be', () => {
    const blocked = (change: (j: ReturnType<typeof floorJob>) => void) => {
      const j = floorJob();
      change(j);
      return blockingProblems(whole(j)).map((p) => p.path);
    };
    expect(blocked((j) => (j.site.timeZone = 'Mars/Olympus'))).toEqual(['/site/timeZone']);
    expect(blocked((j) => (j.site.workingHours.mon = { from: '17:00', to: '08:00' }))).toEqual([
      '/places/0/workingHours/mon'
    ]);
    expect(blocked((j) => (j.surfaces[0]!.speciesId = 'nope'))).toEqual(['/surfaces/0/speciesId']);
    expect(blocked((j) => ((j.surfaces[0]!.shape as { walls: { lengthM: number }[] }).walls[0]!.lengthM = 30))).toEqual(
      ['/surfaces/0/shape']
    );
    expect(blocked((j) => j.surfaces.push(j.surfaces[0]!))).toContain('/surfaces');
    expect(blocked((j) => (j.products[0]!.hours.recoatCloses = { label: { low: 1, high: 1 } }))).toContain(
      '/products/0/hours/recoatCloses'
    );
  });
  it('weathered wood is counted once', () => {
    const job = deckJob();
    const litres = () => plan(job, null, knowledge, NOW).coats[0]!.netL;
    job.surfaces[0]!.faces.forEach((f) => (f.texture = 'weathered'));
    const byTexture = litres();
    job.surfaces[0]!.weathered = true;
    expect(litres()).toBeCloseTo(byTexture, 9);
    expect(jobProblems(job).some((p) => p.path.endsWith('texture'))).toBe(true);
  });
  it('more oil than anybody lays is a typing error, and says so', () => {
    const job = floorJob();
    job.surfaces = Array.from({ length: 4 }, (_, i) => ({
      ...job.surfaces[0]!,
      id: `s${i}`,
      shape: { type: 'area' as const, areaM2: 100_000 }
    }));
    const p = plan(job, null, knowledge, NOW);
    expect(p.load).toBeNull();
    expect(p.problems.at(-1)).toMatchObject({
      path: '/surfaces',
      severity: 'stop',
      problem: expect.stringContaining('L of oil')
    });
  });
  it('a job with nothing in it is a plan with nothing in it', () => {
    const empty = {
      ...floorJob(),
      surfaces: [],
      finish: undefined,
      products: []
    };
    const p = plan(empty, siteClimate(empty, null, room), knowledge, NOW);
    expect(p).toMatchObject({
      load: null,
      chosen: null,
      leave: null,
      coats: []
    });
    expect(bestStarts(empty, siteClimate(empty, null, room)!, knowledge, NOW)).toEqual([]);
  });
});

describe('a counter for food', () => {
  it('waits for full cure before food', () => {
    const job = { ...counterJob(), startAt: new Date(NOW).toISOString() };
    const p = plan(job, siteClimate(job, null, room), knowledge, NOW);
    expect(p.leave!.food).toEqual(p.leave!.fullCure);
    expect(p.leave!.fullCure!.p50 - NOW).toBeGreaterThan(15 * 24 * HOUR_MS);
  });
});

describe('a held room has no horizon', () => {
  it('eight film coats over the better part of three weeks are planned to the last', () => {
    const varnish = card('skerry-varnish');
    varnish.limits.maxCoats = 8;
    varnish.uses.push('counter');
    for (const h of ['recoatOpens', 'recoatCloses'] as const)
      varnish.hours[h] = { label: h === 'recoatOpens' ? { low: 24, high: 36 } : { low: 240, high: 240 } };
    const job = counterJob();
    job.usedForFood = false;
    job.products = [varnish];
    job.finish = { productId: varnish.id, colour: 'Clear', method: 'brush', bareWood: true };
    for (const s of job.surfaces) for (const f of s.faces) f.coats = f.coats && 8;
    const climate = siteClimate(job, null, { startMs: NOW, hours: 240 })!;
    const [best] = bestStarts(job, climate, knowledge, NOW);
    expect(best).toMatchObject({ ok: true, failed: undefined });
    expect(best!.coats.map((c) => c.number)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
    const days = (best!.finishMs - best!.startMs) / 86_400_000;
    expect(days).toBeGreaterThan(10);
    expect(days).toBeLessThan(24);
  });
});
