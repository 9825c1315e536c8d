import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, counterJob, deckJob, knowledge, made, NOW } from '../../../tests/fixtures';
import { deskEnsemble, type Scenario } from '../../stand-ins/weather-desk';
import { DAY_MS, HOUR_MS } from '../units';
import { closedBits, closuresOf, firstRule, RULES } from '../judge';
import { hourShares, quantileOf, rankStart } from './search';
import { simulateStart } from './sequence';
import { findStarts, memberContexts, whatHelps, type Outlook } from './ensemble';
import { kappaFor } from '../knowledge';
import { withOwn } from '../knowledge';
import { fold } from '../log';
import { liveWork } from '../site';
import { plan } from '../plan';
import { siteClimate } from './job-climate';

const span = { startMs: NOW - 5 * DAY_MS, hours: 15 * 24 };
const outlook = (scenario?: Scenario, members = 8, change: Partial<Outlook> = {}): Outlook => {
  const document = deckJob();
  return {
    document,
    members: deskEnsemble(document.site, NOW, NOW - 5 * DAY_MS, NOW + 10 * DAY_MS, scenario, members),
    span,
    knowledge,
    nowMs: NOW,
    ...change
  };
};

describe('starts over an ensemble', () => {
  it('agree with a reference that simulates every start in every member on its own', () => {
    for (const scenario of ['showers', 'front on day 3', undefined] as const) {
      const o = outlook(scenario, 5);
      const contexts = [...memberContexts(o)];
      const found = findStarts(o);
      expect(found.length).toBeGreaterThan(50);
      for (const r of found) {
        const all = contexts.map((c) => simulateStart(c, r.startMs));
        const good = all.filter((x) => x.ok);
        expect(r.holds).toBe(good.length);
        expect(r.members).toBe(5);
        const finishes = good.map((x) => x.finishMs).sort((a, b) => a - b);
        expect(r.finish?.p50 ?? null).toBe(finishes.length ? quantileOf(finishes, 0.5) : null);
        expect(rankStart(contexts, r.startMs)).toEqual(r);
      }
      for (let i = 1; i < found.length; i++) expect(found[i - 1]!.holds).toBeGreaterThanOrEqual(found[i]!.holds);
    }
  });
  it('a settled high is surer than showers, and says what stops the rest', () => {
    const [high, showers] = [findStarts(outlook('settled high'))[0]!, findStarts(outlook('showers'))];
    expect(high.holds).toBeGreaterThan(6);
    expect(showers[0]!.holds).toBeLessThanOrEqual(high.holds);
    expect(showers.some((s) => s.stopper?.rule === 'rain' || s.stopper?.rule === 'boards wet')).toBe(true);
  });
  it('a held room has one forecast and every start is sure or not', () => {
    const document = counterJob();
    const found = findStarts({ document, members: null, span, knowledge, nowMs: NOW });
    expect(found.every((s) => s.members === 1)).toBe(true);
    expect(found[0]!.holds).toBe(1);
  });
  it('hour by hour the share is that of the members, and the bits name what the words name', () => {
    const o = outlook('showers', 6);
    const contexts = [...memberContexts(o)];
    const shares = hourShares(contexts);
    shares.forEach((s, i) => {
      const open = contexts.filter((c) => c.coats[0]!.closed[i] === 0).length;
      expect(s.open).toBe(open);
      expect(s.rule === null).toBe(open === 6);
    });
    const [one] = contexts;
    const { limits } = one!.coats[0]!;
    closedBits(one!.climate.hours, limits).forEach((bits, i) => {
      const words = closuresOf(one!.climate.hours[i]!, limits);
      expect(RULES.filter((_, r) => bits & (1 << r))).toEqual(words.map((w) => w.rule));
      expect(firstRule(bits)).toBe(words[0]?.rule ?? null);
    });
  });
  it('a series that begins only tomorrow leaves today without data, not with another day’s', () => {
    const o = outlook('settled high', 1);
    const [whole] = o.members!;
    const late = (NOW + DAY_MS - whole!.startMs) / HOUR_MS;
    const from = Math.ceil(late);
    const cut = { ...whole!, startMs: whole!.startMs + from * HOUR_MS, hours: whole!.hours.slice(from) };
    const [ctx] = memberContexts({ ...o, members: [cut] });
    const [full] = memberContexts(o);
    for (let i = 0; i < 23; i++) expect(firstRule(ctx!.coats[0]!.closed[i]!)).toBe('no data');
    expect(ctx!.coats[0]!.closed.length).toBe(full!.coats[0]!.closed.length);
    expect(ctx!.climate.hours.at(-1)!.airTempC).toBe(full!.climate.hours.at(-1)!.airTempC);
  });
  it('until the issue all members are one', () => {
    const [a, b] = [...memberContexts(outlook('showers', 2))];
    const cut = (NOW - span.startMs) / HOUR_MS;
    expect(a!.climate.hours.slice(0, cut - 6)).toEqual(b!.climate.hours.slice(0, cut - 6));
    expect(a!.climate.hours.slice(cut + 90)).not.toEqual(b!.climate.hours.slice(cut + 90));
  });
  it('a longer recoat window never lowers the count; dry boards from the start never do either', () =>
    fc.assert(
      fc.property(fc.constantFrom<Scenario>('showers', 'front on day 3', 'sea fog mornings'), (scenario) => {
        const best = (change: (d: Outlook['document']) => void) => {
          const o = outlook(scenario, 4);
          change(o.document);
          return findStarts(o).reduce((m, s) => Math.max(m, s.holds), 0);
        };
        const asIs = best(() => undefined);
        const longer = best((d) => {
          const h = d.products[0]!.hours;
          if (h.recoatCloses) h.recoatCloses = { label: { low: 400, high: 400 } };
        });
        expect(longer).toBeGreaterThanOrEqual(asIs);
      }),
      { numRuns: 3 }
    ));
});

describe('what would help', () => {
  it('a tarp on foggy days with hot boards, never less sure than without', () => {
    const o = outlook('showers', 6);
    const asIs = findStarts(o)[0]!;
    const helps = whatHelps(o, asIs, [card('marrum-clear')]);
    for (const h of helps) expect(h.best.holds).toBeGreaterThanOrEqual(asIs.holds);
    const wet = { ...outlook('sea fog mornings', 6), nowMs: NOW + 12 * HOUR_MS };
    const later = findStarts(wet)[0]!;
    expect(later.holds).toBeLessThan(6);
    expect(whatHelps(wet, later).map((h) => h.kind)).toContain('tarp');
  });
  it('a tarp too where only a later coat goes on in the open', () => {
    const deck = deckJob();
    const { site } = deck;
    const moves = [{ before: 2, placeId: 'yard', name: 'Yard', site }];
    const held = { ...counterJob().site, moisture: { percent: 12, at: new Date(NOW - DAY_MS).toISOString() } };
    const o = { ...outlook('showers', 6), document: { ...deck, site: { ...held, timeZone: site.timeZone }, moves } };
    const asIs = findStarts(o)[0]!;
    expect(asIs.holds).toBeLessThan(6);
    expect(asIs.stopper!.coat).toBe(2);
    const tarp = whatHelps(o, asIs).find((h) => h.kind === 'tarp');
    expect(tarp!.best.holds).toBeGreaterThan(asIs.holds);
  });
  it('a heater and a dehumidifier only indoors', () => {
    const document = counterJob();
    document.site.room = { ...document.site.room, tempC: 13, rh: 0.66 };
    const kinds = whatHelps({ document, members: null, span, knowledge, nowMs: NOW }, null).map((h) => h.kind);
    expect(kinds).toContain('heater');
    expect(kinds).not.toContain('tarp');
  });
});

describe('a heater', () => {
  it('is what helps in a room that follows the weather through a cold snap', () => {
    const document = counterJob();
    document.site.room = { ...document.site.room, kind: 'follows outdoors', offsetC: 2 };
    const o = { ...outlook('cold snap', 6), document };
    const asIs = findStarts(o)[0]!;
    expect(asIs.holds).toBe(0);
    const heater = whatHelps(o, asIs).find((h) => h.kind === 'heater')!;
    expect(heater.best).toMatchObject({ holds: 6, members: 6 });
  });
});

describe('work under way', () => {
  const laid = [
    made('coat.opened', { coat: 1 }, -60 * 20),
    made('laying.spread', { coat: 1, laying: 1 }, -60 * 20),
    made('laying.wiped', { coat: 1, laying: 1 }, -60 * 20 + 16),
    made('coat.closed', { coat: 1, usedL: 0.3, guessed: false }, -60 * 19)
  ];
  const job = counterJob();
  const climate = siteClimate(job, null, span);
  const seen = (...more: ReturnType<typeof made>[]) => {
    const state = fold([...laid, ...more]);
    const taught = withOwn(knowledge, 'j', job, state, climate, NOW);
    const live = liveWork(job, state, climate, taught, NOW);
    return { taught, live, plan: plan(job, climate, taught, NOW, live.coats.at(-1)) };
  };
  it('a tack test that says slower moves the gate later and the rest with it', () => {
    const before = seen();
    const after = seen(made('tack.felt', { coat: 1, felt: 'tacky' }, -5));
    expect(kappaFor(after.taught, job, job.products[0]!.id).p50).toBeLessThan(
      kappaFor(before.taught, job, job.products[0]!.id).p50
    );
    expect(after.live.coats[0]!.recoatOpens.p50).toBeGreaterThan(before.live.coats[0]!.recoatOpens.p50);
    expect(after.plan.chosen!.coats[0]!.laidFromMs).toBeGreaterThanOrEqual(before.plan.chosen!.coats[0]!.laidFromMs);
    expect(after.live.coats[0]!.kappa.tests).toBe(1);
  });
  it('the rest is planned from the coat on the wood, never before it has opened', () => {
    const { plan: p, live } = seen();
    expect(p.chosen!.coats.map((c) => c.number)[0]).toBe(2);
    expect(p.chosen!.coats[0]!.laidFromMs).toBeGreaterThanOrEqual(live.coats[0]!.recoatOpens.p50);
    const before = p.hours.filter((h) => h.atMs + HOUR_MS <= live.coats[0]!.recoatOpens.p50);
    expect(before.every((h) => h.closed.some((c) => c.rule === 'not ready'))).toBe(true);
  });
  it('κ falls back from the site to the product, then to 1', () => {
    const test = {
      jobId: 'x',
      productId: job.products[0]!.id,
      coat: 1,
      atMs: 0,
      felt: 'tacky' as const,
      lnProgress: 0,
      touchDry: 0.6
    };
    const knows = (site: string) => ({ ...knowledge, drying: [{ ...test, site }] });
    const here = job.site.place.toLowerCase();
    expect(kappaFor(knows(here), job, test.productId).tests).toBe(1);
    expect(kappaFor(knows('elsewhere'), job, test.productId).p50).toBeLessThan(0.8);
    expect(kappaFor(knows('elsewhere'), job, 'another').p50).toBeCloseTo(1, 6);
  });
});
