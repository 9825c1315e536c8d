import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coatCount, coatsOnFace, coatSpecs, type PartJob } from '$core/document';
import { compareSystems } from '$core/choose';
import { fold } from '$core/log';
import { siteClimate } from '$core/window';
import { emptyHouse, houseRules } from '$core/house';
import { withProduct } from './fit';
import { card, counterJob, deckJob, floorJob, knowledge, NOW } from '../../../../tests/fixtures';
import doorsFile from '../../../../tests/version-1/cell-doors.json';
import {
  addCoat,
  changeCoat,
  chooseSystem,
  isChosen,
  keepCards,
  listCoats,
  orderCoats,
  ownSystem,
  preferredMethod,
  removeCoat,
  setCoatProduct,
  setOnFace,
  stackOf,
  systemOf,
  unlistCoats
} from './choose-edits';
import { compareRows, sortedBy } from './compare-rows';

const house = knowledge.house;
const doors = () =>
  ({
    ...structuredClone(doorsFile.document),
    part: 'first',
    products: [card('tansy-gel'), card('skerry-varnish')]
  }) as unknown as PartJob;
const numbers = (job: PartJob, faceId: string) => {
  const [surface] = job.surfaces;
  return coatsOnFace(
    job.finish,
    surface!,
    surface!.faces.find((f) => f.id === faceId)!
  );
};
const names = (job: PartJob) => coatSpecs(job).map((c) => c.productId);

describe('coats written out one by one', () => {
  it('say what they said before, and can be put back', () => {
    const job = deckJob();
    const before = coatSpecs(job);
    listCoats(job);
    expect(job.finish!.coats).toHaveLength(2);
    expect(coatSpecs(job).map(({ productId, colour, method }) => [productId, colour, method])).toEqual(
      before.map(({ productId, colour, method }) => [productId, colour, method])
    );
    listCoats(job);
    expect(job.finish!.coats).toHaveLength(2);
    unlistCoats(job);
    expect(coatSpecs(job)).toEqual(before);
  });
  it('another product moves colour and method to ones its card has, and brings its card', () => {
    const job = doors();
    setCoatProduct(job, 3, card('fenlight-wb'), house);
    expect(job.finish!.coats![3]).toMatchObject({ productId: 'fenlight-wb', colour: 'Clear matt', method: 'brush' });
    expect(job.finish!.coats![3]!.tool).toBeUndefined();
    expect(job.products.map((p) => p.id).sort()).toEqual(['fenlight-wb', 'tansy-gel']);
  });
  it('the finish always speaks of its first coat', () => {
    const job = doors();
    setCoatProduct(job, 0, card('sorrel-door'), house);
    expect(job.finish).toMatchObject({ productId: 'sorrel-door', colour: 'Clear' });
    orderCoats(job, [3, 0, 1, 2]);
    expect(job.finish!.productId).toBe('skerry-varnish');
    changeCoat(job, 0, (c) => (c.method = 'roller'));
    expect(job.finish!.method).toBe('roller');
  });
  it('an order that is none changes nothing', () => {
    const job = doors();
    orderCoats(job, [0, 1]);
    expect(names(job)).toEqual(names(doors()));
  });
  it('a coat on top goes on the faces that have all coats, and no more than twelve', () => {
    const job = doors();
    addCoat(job);
    expect(numbers(job, 'outside')).toEqual([1, 2, 3, 4, 5]);
    expect(numbers(job, 'top-edge')).toEqual([1, 4]);
    for (let i = 0; i < 20; i++) addCoat(job);
    expect(job.finish!.coats).toHaveLength(12);
  });
  it('a coat taken out leaves each face its other coats', () => {
    const job = doors();
    removeCoat(job, 1);
    expect(names(job)).toEqual(['tansy-gel', 'tansy-gel', 'skerry-varnish']);
    expect(numbers(job, 'outside')).toEqual([1, 2, 3]);
    expect(numbers(job, 'top-edge')).toEqual([1, 3]);
    removeCoat(job, 2);
    expect(job.products.map((p) => p.id)).toEqual(['tansy-gel']);
  });
  it('the last coat can not be taken out', () => {
    const job = doors();
    for (let i = 0; i < 9; i++) removeCoat(job, 0);
    expect(job.finish!.coats).toHaveLength(1);
  });
  it('on or off a face: what is put on and taken off again leaves no trace', () =>
    fc.assert(
      fc.property(fc.constantFrom('outside', 'top-edge', 'lock-edge'), fc.integer({ min: 0, max: 3 }), (face, i) => {
        const job = doors();
        const before = numbers(job, face);
        const on = before.includes(i + 1);
        setOnFace(job, i, `doors/${face}`, !on);
        expect(numbers(job, face).includes(i + 1)).toBe(!on);
        expect(numbers(job, face).filter((n) => n !== i + 1)).toEqual(before.filter((n) => n !== i + 1));
        setOnFace(job, i, `doors/${face}`, on);
        expect(numbers(job, face)).toEqual(before);
      })
    ));
  it('of six coats a face with the first two gets the sixth when the sixth is pressed, and no other', () => {
    const job = doors();
    const listed = job.finish!.coats!;
    job.finish!.coats = [...listed, structuredClone(listed[3]!), structuredClone(listed[3]!)].map(
      ({ not: _, ...c }) => c
    );
    const face = job.surfaces[0]!.faces.find((f) => f.id === 'outside')!;
    face.coats = 2;
    expect(numbers(job, 'outside')).toEqual([1, 2]);
    setOnFace(job, 5, 'doors/outside', true);
    expect(numbers(job, 'outside')).toEqual([1, 2, 6]);
    setOnFace(job, 0, 'doors/outside', false);
    expect(numbers(job, 'outside')).toEqual([2, 6]);
  });
  it('a face nobody knows, or what is so already, changes nothing', () => {
    const job = doors();
    setOnFace(job, 0, 'doors/roof', true);
    setOnFace(job, 0, 'doors/outside', true);
    setOnFace(job, 40, 'doors/outside', true);
    expect(job).toEqual(doors());
  });
});

describe('cards of a job', () => {
  it('those nobody names go, those put in replace the ones held', () => {
    const job = doors();
    const dearer = { ...card('tansy-gel'), name: 'Newer' };
    keepCards(job, [dearer, card('lantern-wax')]);
    expect(job.products.map((p) => p.name)).toEqual(['Newer', 'Skerry Varnish']);
  });
  it('the house’s method is taken where the card allows it', () => {
    const flood = houseRules({
      ...emptyHouse,
      choices: { 'how-much': { option: 'flood', reason: 'r', date: '2027-01-01' } }
    });
    const trowel = houseRules({
      ...emptyHouse,
      choices: { leave: { option: 'trowel', reason: 'r', date: '2027-01-01' } }
    });
    expect(preferredMethod(card('marrum-deck'), flood)).toBe('flood');
    expect(preferredMethod(card('skerry-varnish'), flood)).toBe('brush');
    expect(preferredMethod(card('ostrel-duo'), trowel)).toBe('trowel');
    expect(preferredMethod(card('marrum-deck'), trowel)).toBe('thin');
  });
  it('a crew that saturates on day one lays one coat', () => {
    const rules = houseRules({
      ...emptyHouse,
      choices: { rhythm: { option: 'saturate', reason: 'r', date: '2027-01-01' } }
    });
    const bare = { ...deckJob(), finish: undefined, products: [] };
    expect(coatCount(withProduct(bare, card('marrum-deck'), rules))).toBe(1);
    expect(withProduct(bare, card('marrum-deck'), rules).finish!.method).toBe('flood');
    expect(coatCount(withProduct(bare, card('marrum-deck'), house))).toBe(2);
  });
});

describe('systems to weigh', () => {
  it('hold to the most coats a card allows', () => {
    const system = systemOf(card('ostrel-duo'), 'thin', counterJob());
    expect(Math.max(...Object.values(system.faceCoats!))).toBe(2);
    expect(systemOf(card('marrum-deck'), 'thin', deckJob()).faceCoats).toBeUndefined();
  });
  it('a system of several products made from nothing lists its coats, on every face that is coated', () => {
    const job = counterJob();
    const layer = (id: string, method: 'thin' | 'brush', coats: number) => ({ card: card(id), method, coats });
    const system = stackOf([layer('tansy-gel', 'thin', 2), layer('skerry-varnish', 'brush', 3)], job);
    expect(system.finish.coats!.map((c) => [c.productId, c.method])).toEqual([
      ['tansy-gel', 'thin'],
      ['tansy-gel', 'thin'],
      ['skerry-varnish', 'brush'],
      ['skerry-varnish', 'brush'],
      ['skerry-varnish', 'brush']
    ]);
    expect(system.finish).toMatchObject({ productId: 'tansy-gel', method: 'thin' });
    const wanted = job.surfaces.flatMap((s) => s.faces.filter((f) => f.coats > 0));
    expect(Object.values(system.faceCoats!)).toEqual(wanted.map(() => 5));
    chooseSystem(job, system, [card('tansy-gel'), card('skerry-varnish')]);
    expect(isChosen(job, system)).toBe(true);
    expect(job.products.map((p) => p.id)).toEqual(['tansy-gel', 'skerry-varnish']);
    const many = stackOf([layer('tansy-gel', 'thin', 8), layer('skerry-varnish', 'brush', 8)], job);
    expect(many.finish.coats).toHaveLength(12);
  });
  it('one that is chosen is the job’s, and the cards held stay as they are held', () => {
    const job = deckJob();
    const held = { ...card('marrum-deck'), name: 'As planned' };
    job.products = [held];
    const system = systemOf(card('marrum-deck'), 'flood', job);
    expect(isChosen(job, system)).toBe(false);
    chooseSystem(job, system, [card('marrum-deck'), card('marrum-clear')]);
    expect(isChosen(job, system)).toBe(true);
    expect(job.products).toEqual([held]);
    expect(isChosen(job, ownSystem(job)!)).toBe(true);
    expect(ownSystem({ ...job, finish: undefined })).toBeNull();
  });
});

describe('the rows of a comparison', () => {
  const job = floorJob();
  const climate = siteClimate(job, null, { startMs: NOW, hours: 240 });
  const shelf = ['pellow-hardwax', 'fenlight-wb', 'marrum-deck'].map(card);
  const system = (id: string, method: 'thin' | 'roller') =>
    systemOf(
      [card('ostrel-duo'), ...shelf].find((c) => c.id === id)!,
      method,
      job
    );
  const figures = compareSystems(
    job,
    [
      system('ostrel-duo', 'thin'),
      system('pellow-hardwax', 'roller'),
      system('fenlight-wb', 'roller'),
      system('marrum-deck', 'thin')
    ],
    shelf,
    fold([]),
    climate,
    knowledge,
    NOW
  );
  const rows = compareRows('metric', 'GBP', NOW, 'Europe/London');
  it('every figure has its words, spans hold their value', () => {
    for (const row of rows)
      for (const f of figures) {
        expect(row.show(f).length, row.id).toBeGreaterThan(0);
        const span = row.span?.(f);
        if (span) expect(span.low).toBeLessThan(span.high);
      }
    expect(rows.find((r) => r.id === 'dwell')!.show(figures[1]!)).toBe('left on');
    expect(compareRows('us', 'USD', NOW, 'Europe/London').find((r) => r.id === 'dwell')!.unit).toContain('68 °F');
  });
  it('sorting puts the least first, what has no value last, and takes nothing away', () => {
    for (const row of rows) {
      const sorted = sortedBy(figures, row);
      expect(new Set(sorted)).toEqual(new Set(figures));
      const values = sorted.map((f) => row.value(f) ?? Infinity);
      expect(values).toEqual([...values].sort((a, b) => (a === b ? 0 : a - b)));
    }
    expect(sortedBy(figures, undefined)).toEqual(figures);
  });
});
