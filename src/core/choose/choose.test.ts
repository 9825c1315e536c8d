import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, deckJob, floorJob, knowledge, made, NOW, readDry } from '../../../tests/fixtures';
import terrace from '../../../demo/jobs/04-saltgate-terrace.json';
import doorsFile from '../../../tests/version-1/cell-doors.json';
import { defaultHouseRules, emptyHouse, houseRules } from '../house';
import { coverageLog } from '../coverage';
import type { ProductCard } from '../product';
import { DAY_MS } from '../units';
import { deskSeries } from '../../stand-ins/weather-desk';
import { coatCount, coatsOnFace, coatSpecs, withSystem, type FinishSystem, type PartJob } from '../document';
import { colourLock, sampleProblems } from './samples';
import { compareSystems } from './compare';
import { finishedCoats } from '../knowledge';
import { fold, forPart } from '../log';
import { houseFigures, plan, sameFigures } from '../plan';
import { liveWork, nextSteps } from '../site';
import { loadList } from '../load';
import { siteClimate } from '../window';

const doors = (): PartJob =>
  readDry({
    ...structuredClone(doorsFile.document),
    part: 'first',
    products: [card('tansy-gel'), card('skerry-varnish')]
  } as unknown as PartJob);
const room = { startMs: NOW, hours: 240 };

describe('coats of several products', () => {
  it('four coats, of which the top edge gets the first and the last', () => {
    const job = doors();
    expect(coatCount(job)).toBe(4);
    expect(coatSpecs(job).map((c) => c.productId)).toEqual(['tansy-gel', 'tansy-gel', 'tansy-gel', 'skerry-varnish']);
    const faces = Object.fromEntries(
      job.surfaces[0]!.faces.map((f) => [f.id, coatsOnFace(job.finish, job.surfaces[0]!, f)])
    );
    expect(faces.outside).toEqual([1, 2, 3, 4]);
    expect(faces['top-edge']).toEqual([1, 4]);
  });
  it('each coat has its product’s litres, tins and batches; the varnish closes the job', () => {
    const job = { ...doors(), startAt: new Date(NOW).toISOString() };
    const p = plan(job, siteClimate(job, null, room), knowledge, NOW);
    expect(p.load!.products.map((x) => [x.productId, x.coats])).toEqual([
      ['tansy-gel', [1, 2, 3]],
      ['skerry-varnish', [4]]
    ]);
    expect(p.load!.needL).toBeCloseTo(
      p.load!.products.reduce((s, x) => s + x.needL, 0),
      9
    );
    expect(p.layers.map((l) => [l.below, l.above, l.result])).toEqual([
      [1, 2, 'denib'],
      [2, 3, 'denib'],
      [1, 4, 'test patch'],
      [3, 4, 'test patch']
    ]);
    expect(p.problems.filter((x) => x.severity === 'stop')).toEqual([]);
    expect(p.chosen!.coats).toHaveLength(4);
    expect(p.chosen!.coats[0]!.rounds).toHaveLength(2);
  });
  it('an impossible pair stops the plan and names the cure', () => {
    const job = doors();
    job.products.push(card('fenlight-wb'));
    job.finish!.coats![3] = { productId: 'fenlight-wb', colour: 'Clear matt', method: 'brush' };
    const stop = plan(job, null, knowledge, NOW).problems.find(
      (x) => x.path === '/finish/coats/3' && x.severity === 'stop'
    );
    expect(stop!.problem).toContain('spirit sealer');
  });
  it('on site each coat runs by its own card: the gel is wiped, the varnish is laid off', () => {
    const job = doors();
    const log = [1, 2, 3].flatMap((coat) => [
      made('coat.opened', { coat }, -6000 + 1500 * coat),
      made('coat.closed', { coat, usedL: 3, guessed: false }, -5990 + 1500 * coat)
    ]);
    const state = fold([
      ...log,
      made('coat.opened', { coat: 4 }, -5),
      made('laying.spread', { coat: 4, laying: 1 }, -4)
    ]);
    const live = liveWork(
      job,
      state,
      siteClimate(job, null, { startMs: NOW - 10 * DAY_MS, hours: 480 }),
      knowledge,
      NOW
    );
    expect(nextSteps(job, state, live, NOW)[0]).toMatchObject({ kind: 'wipe', left: true });
    expect(live.coats.map((c) => c.number)).toEqual([1, 2, 3, 4]);
  });
});

describe('amounts', () => {
  it('are linear in area, coat by coat', () =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 200, noNaN: true }), (area) => {
        const of = (m2: number) => {
          const job = floorJob();
          job.surfaces[0]!.shape = { type: 'area', areaM2: m2 };
          delete job.surfaces[0]!.cutOuts;
          delete job.surfaces[0]!.exits;
          return plan(job, null, knowledge, NOW).coats.map((c) => c.netL);
        };
        of(2 * area).forEach((l, i) => expect(l).toBeCloseTo(2 * of(area)[i]!, 6));
      }),
      { numRuns: 30 }
    ));
  it('what the log has taught moves the litres, and makes the need surer', () => {
    const job = deckJob();
    const [before] = plan(job, null, knowledge, NOW).load!.products;
    const coverage = coverageLog(
      Array.from({ length: 6 }, () => ({
        key: 'marrum-deck first softwood thin',
        lnRate: Math.log(6.5),
        precision: 1 / 0.12 ** 2
      }))
    );
    const [after] = plan(job, null, { ...knowledge, coverage }, NOW).load!.products;
    expect(after!.expectedL).toBeGreaterThan(before!.expectedL * 1.1);
    expect(after!.buyFactor).toBeLessThan(before!.buyFactor);
    expect(after!.keys[0]!.rate.coats).toBe(6);
  });
  it('a finished coat teaches what it showed', () => {
    const job = deckJob();
    const { netL, lossesL } = plan(job, null, knowledge, NOW).coats[0]!;
    const state = fold([
      made('coat.opened', { coat: 1 }),
      made('coat.closed', { coat: 1, usedL: netL + lossesL, guessed: false }, 60)
    ]);
    const [coat] = finishedCoats(job, state, knowledge.house);
    expect(Math.exp(coat!.keys[0]!.observed.lnRate)).toBeCloseTo(8, 6);
  });
  it('stock comes first; what is bought covers the rest; one tin fewer runs short more often', () => {
    const stock = [
      {
        id: 't',
        productId: 'marrum-deck',
        of: 'oil' as const,
        colour: 'Larch',
        lot: 'A',
        volumeMl: 5000,
        leftMl: 4200,
        place: 'store',
        boughtOn: '2027-03-01'
      }
    ];
    const [line] = plan(deckJob(), null, { ...knowledge, stock }, NOW).load!.products[0]!.buy;
    expect(line!.stock.takenMl).toBe(4200);
    expect(line!.stock.takenMl + line!.totalMl).toBeGreaterThanOrEqual(line!.needL * 1000 - 1);
    const risks = line!.steps.map((s) => s.shortRisk);
    expect(risks).toEqual([...risks].sort((a, b) => b - a));
    expect(risks[1]).toBeLessThanOrEqual(0.1 + 1e-9);
  });
});

describe('systems side by side', () => {
  const job = { ...structuredClone(terrace.document), products: [card('marrum-clear')] } as unknown as PartJob;
  const shelf: ProductCard[] = ['marrum-deck', 'ostrel-duo', 'corvane-day'].map(card);
  const weather = deskSeries(job.site, NOW, NOW - 10 * DAY_MS, NOW + 10 * DAY_MS);
  const climate = siteClimate(job, weather, room);
  const system = (id: string, productId: string, colour: string, method: 'thin' | 'flood'): FinishSystem => ({
    id,
    finish: { productId, colour, method, bareWood: true }
  });
  const figures = compareSystems(
    job,
    [
      system('thin', 'marrum-deck', 'Silt', 'thin'),
      system('flood', 'marrum-deck', 'Silt', 'flood'),
      system('clear', 'marrum-clear', 'Clear', 'flood'),
      system('duo', 'ostrel-duo', 'Clear', 'thin')
    ],
    shelf,
    fold([]),
    climate,
    knowledge,
    NOW
  );
  const [thin, flood, clear, duo] = figures;
  it('a flooded deck takes more oil, more rags, and is likelier to bleed back', () => {
    expect(flood!.needL).toBeGreaterThan(thin!.needL * 1.3);
    expect(flood!.rags).toBeGreaterThan(2 * thin!.rags);
    expect(flood!.risks.map((r) => r.id)).toContain('bleed-back');
    expect(thin!.risks.map((r) => r.id)).not.toContain('bleed-back');
  });
  it('no pigment in the sun: poor, and greys early', () => {
    expect([thin!.fitness.sun, clear!.fitness.sun]).toEqual(['good', 'poor']);
    expect(clear!.risks[0]!.id).toBe('early-grey');
  });
  it('an indoor oil outdoors is ruled out, with its reason', () =>
    expect(duo!.ruledOut[0]!.reason).toContain('Ostrel Duo is for indoor wood'));
  it('says what the job itself says once it is chosen', () => {
    const chosen = withSystem(job, system('thin', 'marrum-deck', 'Silt', 'thin'), shelf);
    expect(plan(chosen, null, knowledge, NOW).load!.needL).toBeCloseTo(thin!.needL, 9);
    expect(thin!.litres80.low).toBeLessThan(thin!.expectedL);
    expect(thin!.litres80.high).toBeGreaterThan(thin!.expectedL);
  });
});

describe('a sample board', () => {
  const approved = made('sample.approved', {
    sample: 'board-1',
    client: 'Library',
    layers: [{ productId: 'ostrel-duo', colour: 'Peat' }]
  });
  it('locks the colour it shows, and names who approved it', () => {
    const state = forPart(fold([approved]), 'first');
    expect(colourLock(floorJob(), state)).toMatchObject({ held: true, approval: { client: 'Library' } });
    const chalk = floorJob();
    chalk.finish!.colour = 'Chalk';
    expect(sampleProblems(chalk, state)[0]!.problem).toContain('Library approved another colour');
  });
  it('with oil on the wood it goes only darker, whoever asks', () => {
    const chalk = floorJob();
    chalk.finish!.colour = 'Chalk';
    const events = [approved, made('coat.opened', { coat: 1 }, 1), made('sample.reopened', { reason: 'lamps' }, 2)];
    const state = forPart(fold(events), 'first');
    expect(sampleProblems(chalk, state).map((p) => p.problem)).toEqual([expect.stringContaining('never lighter')]);
    expect(sampleProblems(floorJob(), state)).toEqual([]);
  });
});

describe('house rules at work', () => {
  const rules = (id: string, option: string) =>
    houseRules({ ...emptyHouse, choices: { [id]: { option, reason: 'r', date: '2027-01-01' } } });
  const under = (job: PartJob, id: string, option: string) =>
    houseFigures(job, siteClimate(job, null, room), { ...knowledge, house: rules(id, option) }, NOW);
  it('whole tins only: batches are kits; several thin coats: half the film after the first', () => {
    const job = floorJob();
    const base = houseFigures(job, siteClimate(job, null, room), knowledge, NOW);
    const whole = plan(job, null, { ...knowledge, house: rules('two-part', 'whole') }, NOW).load!.batches[0]!;
    expect([whole.boundBy, whole.each.totalL]).toEqual(['whole tins', 1.5]);
    const thin = plan(job, null, { ...knowledge, house: rules('rhythm', 'several-thin') }, NOW).coats;
    const full = plan(job, null, knowledge, NOW).coats;
    expect(thin.map((c, i) => c.netL / full[i]!.netL)).toEqual([1, 0.5]);
    expect(sameFigures(base, base)).toBe(true);
    expect(sameFigures(base, under(job, 'rhythm', 'several-thin'))).toBe(false);
  });
  it('the label’s values alone: a house spread rate no longer counts', () => {
    const [house, label] = [knowledge, { ...knowledge, house: rules('values', 'label') }].map(
      (k) => plan(deckJob(), null, k, NOW).coats[0]!
    );
    expect(house!.keys[0]!.rate.cardM2PerL).toBe(8);
    expect(label!.keys[0]!.rate.cardM2PerL).toBe(9);
  });
  it('by the touch: no next coat without a test that says ready', () => {
    const job = floorJob();
    const log = [
      made('coat.opened', { coat: 1 }, -4000),
      made('coat.closed', { coat: 1, usedL: 2.6, guessed: false }, -3990)
    ];
    const spread = (recoatBy: 'touch' | 'clock', more: ReturnType<typeof made>[] = []) => {
      const state = fold([...log, ...more] as never);
      const live = liveWork(
        job,
        state,
        siteClimate(job, null, { startMs: NOW - 10 * DAY_MS, hours: 480 }),
        knowledge,
        NOW
      );
      return nextSteps(job, state, live, NOW, { ...defaultHouseRules, recoatBy }).find((s) => s.kind === 'spread')!
        .closed;
    };
    expect(spread('touch')).toContain('no tack test');
    expect(spread('touch', [made('tack.felt', { coat: 1, felt: 'ready' }, -5) as never])).toBe('mix a batch first');
    expect(spread('clock')).toBe('mix a batch first');
  });
  it('rags flat outdoors: a line instead of the can', () => {
    const job = deckJob();
    const names = (house = knowledge.house) =>
      loadList([{ job, plan: plan(job, null, knowledge, NOW) }], [], [], house).flatMap((v) =>
        v.items.map((i) => i.name)
      );
    expect(names()).toContain('metal can with lid, filled with water');
    expect(names(rules('rags', 'flat'))).toContain('line and pegs, outdoors');
  });
});
