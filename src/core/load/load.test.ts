import { describe, expect, it } from 'vitest';
import { card, counterJob, deckJob, floorJob, knowledge, NOW } from '../../../tests/fixtures';
import type { ProductCard } from '../product';
import { purchases } from './load';
import { loadList, type Packing } from './load-list';
import { plan } from '../plan';
import { siteClimate } from '../window';
import type { PartJob } from '../document';
import type { StockTin } from '../stock';

const loadOf = (job: PartJob) => plan(job, siteClimate(job, null, { startMs: NOW, hours: 240 }), knowledge, NOW).load!;
const withCard = (
  job: PartJob,
  id: string,
  method: ProductCard['methods'][number]['method'],
  change: (c: ProductCard) => void = () => {}
): PartJob => {
  const c = card(id);
  change(c);
  return { ...job, finish: { productId: c.id, colour: c.colours[0]!, method, bareWood: true }, products: [c] };
};
const vanList = (parts: readonly Packing[], known = knowledge) =>
  loadList(parts, purchases(parts, known, NOW), [], known.house);
const itemsOf = (job: PartJob) => {
  const p = plan(job, siteClimate(job, null, { startMs: NOW, hours: 240 }), knowledge, NOW);
  return vanList([{ job, plan: p }]).flatMap((v) => v.items);
};
const names = (job: PartJob) => itemsOf(job).map((g) => g.name);
const oilOf = (job: PartJob) => loadOf(job).products[0]!;

describe('what goes into the van', () => {
  it('follows method, hardener, solvent, place and crew', () => {
    expect(names(deckJob())).toContain('moisture meter');
    expect(names(deckJob())).not.toContain('straight-sided vessels, 5 L');
    expect(names(floorJob())).toContain('straight-sided vessels, 5 L');
    expect(names(withCard(floorJob(), 'pellow-hardwax', 'roller'))).toEqual(
      expect.arrayContaining(['short-nap rollers', 'roller frames and pole', 'breathing protection, A2'])
    );
    expect(names(withCard(counterJob(), 'corvane-day', 'thin'))).not.toContain('metal can with lid, filled with water');
    const gloves = (people: number) =>
      itemsOf({ ...floorJob(), crew: { people } }).find((g) => g.name.startsWith('nitrile'))!.count;
    expect([gloves(2), gloves(5)]).toEqual([8, 20]);
  });
  it('every item says why it is there', () => {
    for (const job of [floorJob(), deckJob(), counterJob()])
      for (const g of itemsOf(job)) expect(g.why.length).toBeGreaterThan(4);
  });
  it('kits are bought as kits, parts as parts, each for its own need', () => {
    expect(oilOf(floorJob()).buy.map((b) => b.of)).toEqual(['kit']);
    const parts = oilOf(withCard(floorJob(), 'pellow-rapid', 'roller'));
    expect(parts.buy.map((b) => b.of)).toEqual(['oil', 'hardener']);
    expect(parts.buy[0]!.needL / parts.buy[1]!.needL).toBeCloseTo(10, 9);
    expect(parts.costCents).toBe(parts.buy[0]!.costCents + parts.buy[1]!.costCents);
  });
  it('a thinned paint counts its thinner in the mix', () => {
    const job = withCard(deckJob(), 'old-barn-red', 'brush');
    const { mix } = oilOf(job);
    expect(mix.thinnerL / mix.oilL).toBeCloseTo(0.2, 9);
    expect(mix.totalL).toBeCloseTo(loadOf(job).expectedL, 9);
  });
});

describe('one van list over all parts', () => {
  const packing = (job: PartJob, part: string, hours: number) => {
    const started = { ...job, part, startAt: new Date(NOW + hours * 3_600_000).toISOString() };
    const climate = siteClimate(started, null, { startMs: NOW, hours: 240 });
    return { job: started, plan: plan(started, climate, knowledge, NOW) };
  };
  const floor = packing(floorJob(), 'first', 1);
  const top = packing(counterJob(), 'top', 2);
  it('coats of one day are one visit, whichever part they are of; tools are not taken twice, oil adds up', () => {
    const [day] = vanList([floor, top]);
    expect(day!.work.map((w) => [w.part, w.coats[0]])).toEqual([
      ['first', 1],
      ['top', 1]
    ]);
    expect(day!.atMs).toBe(Math.min(...[floor, top].map((p) => p.plan.chosen!.coats[0]!.laidFromMs)));
    const count = (of: typeof floor | null, name: RegExp) =>
      (of ? vanList([of])[0]! : day!).items.find((i) => name.test(i.name))?.count ?? 0;
    for (const name of [/^raking lamp/, /^metal can/])
      expect(count(null, name)).toBe(Math.max(count(floor, name), count(top, name)));
    expect(day!.items.filter((i) => i.group === 'oil').map((i) => i.name.split(',')[0])).toEqual(
      expect.arrayContaining(['Ostrel Duo', 'Corvane Worktop'])
    );
  });
  it('a coat that is laid keeps its day, so that what was ticked for the visits after it stays with them', () => {
    const before = vanList([top]);
    const { laidFromMs } = top.plan.chosen!.coats[0]!;
    const rest = { ...top.plan.chosen!, coats: top.plan.chosen!.coats.slice(1) };
    const after = vanList([
      { ...top, plan: { ...top.plan, chosen: rest }, live: { coats: [{ number: 1, laidFromMs }] } }
    ]);
    expect(after.map((v) => [v.index, v.work])).toEqual(before.map((v) => [v.index, v.work]));
  });
  it('a visit keeps its van when others come before it; one from an older document goes by its number', () => {
    const [one, two] = vanList([floor]);
    const crew = { people: 2, vanOf: [{ visit: one!.id, van: 'Heron' }], vans: ['Plover', 'Plover'] };
    const vans = (...parts: Packing[]) => vanList(parts.map((p) => ({ ...p, job: { ...p.job, crew } })));
    expect(vans(floor).map((v) => v.van)).toEqual(['Heron', ...(two ? ['Plover'] : [])]);
    const earlier = vans(floor, packing(counterJob(), 'top', -0.5));
    expect(earlier.find((v) => v.work.some((w) => w.part === 'first' && w.coats[0] === 1))!.van).toBe('Heron');
    const later = vans(floor, packing(counterJob(), 'top', 100));
    expect(later.at(-1)!.van).toBe('');
  });
  it('visits come in the order of their days, numbered over the whole job', () => {
    const visits = vanList([packing(counterJob(), 'top', 100), floor]);
    expect(visits.map((v) => v.index)).toEqual(visits.map((_, i) => i));
    expect(visits[0]!.work[0]!.part).toBe('first');
    const days = visits.flatMap((v) => (v.atMs === null ? [] : [v.atMs]));
    expect(days).toEqual([...days].sort((a, b) => a - b));
  });
});

describe('oil of several parts', () => {
  const tin = (id: string, ml: number): StockTin => ({
    id,
    productId: 'corvane-worktop',
    of: 'oil',
    colour: counterJob().finish!.colour,
    lot: 'W1',
    volumeMl: ml,
    leftMl: ml,
    place: 'van',
    boughtOn: '2027-05-01'
  });
  const parts = (known: typeof knowledge) =>
    ['first', 'second'].map((part) => {
      const job = { ...counterJob(), part };
      return { job, plan: plan(job, siteClimate(job, null, { startMs: NOW, hours: 240 }), known, NOW) };
    });
  it('of one product is bought together: less than twice one part’s, as the chance of each is its own', () => {
    const two = parts(knowledge);
    const [together, ...more] = purchases(two, knowledge, NOW);
    const [alone] = two[0]!.plan.load!.products;
    expect(more).toEqual([]);
    expect(together!.work.map((w) => w.part)).toEqual(['first', 'second']);
    expect(together!.netL).toBeCloseTo(2 * alone!.netL, 9);
    expect(together!.needL).toBeLessThanOrEqual(2 * alone!.needL);
    expect(together!.needL).toBeGreaterThan(alone!.needL);
    expect(together!.costCents).toBeLessThanOrEqual(2 * alone!.costCents);
    expect(purchases([two[0]!], knowledge, NOW)[0]).toMatchObject(alone!);
  });
  it('takes each tin of the stock once, and the list says it once', () => {
    const known = { ...knowledge, stock: [tin('t1', 400)] };
    const two = parts(known);
    const taken = (p: { buy: { stock: { takenMl: number } }[] }) => p.buy[0]!.stock.takenMl;
    const [together] = purchases(two, known, NOW);
    expect(taken(two[0]!.plan.load!.products[0]!)).toBe(400);
    expect(taken(together!)).toBe(400);
    const lines = vanList(two, known).flatMap((v) => v.items.filter((i) => i.id.startsWith('stock')));
    expect(lines.map((l) => l.count)).toEqual([400]);
  });
});

describe('batches of a plan', () => {
  it('cover the coat evenly and stay within every limit', () => {
    for (const job of [floorJob(), withCard(floorJob(), 'fenlight-wb', 'roller')]) {
      const p = plan(job, siteClimate(job, null, { startMs: NOW, hours: 240 }), knowledge, NOW);
      p.load!.batches.forEach((b, i) => {
        expect(b.count * b.each.totalL).toBeCloseTo(p.coats[i]!.expectedL, 9);
        expect(b.each.totalL).toBeLessThanOrEqual(b.largestL + 1e-9);
        expect(b.each.totalL).toBeGreaterThan(b.smallestL);
      });
    }
  });
  it('a hot room makes them smaller and quicker', () => {
    const hot = { ...floorJob(), site: { ...floorJob().site, room: { ...floorJob().site.room, tempC: 38 } } };
    expect(loadOf(hot).batches[0]!.usableMinutes!).toBeLessThan(loadOf(floorJob()).batches[0]!.usableMinutes! / 2);
    expect(loadOf(hot).batches[0]!.count).toBeGreaterThanOrEqual(loadOf(floorJob()).batches[0]!.count);
  });
  it('an oil without hardener has no pot life', () => expect(loadOf(deckJob()).batches[0]!.usableMinutes).toBeNull());
});

describe('the need at a confidence', () => {
  it('grows with the confidence, and shrinks as two species even out', () => {
    const at = (buyConfidence: number) =>
      plan(floorJob(), null, { ...knowledge, house: { ...knowledge.house, buyConfidence } }, NOW).load!.needL;
    expect(at(0.5)).toBeCloseTo(loadOf(floorJob()).expectedL, 9);
    expect(at(0.95)).toBeGreaterThan(at(0.9));
    const two = floorJob();
    two.surfaces.push({ ...structuredClone(two.surfaces[0]!), id: 'b', speciesId: 'maple' });
    expect(oilOf(two).buyFactor).toBeLessThan(oilOf(floorJob()).buyFactor);
  });
  it('a maintenance coat over an old finish takes the maintenance rate', () => {
    const job = floorJob();
    job.finish!.bareWood = false;
    const [first] = plan(job, null, knowledge, NOW).coats;
    expect(first!.netL).toBeCloseTo((68.4 / 50) * Math.sqrt(1.15), 9);
  });
});
