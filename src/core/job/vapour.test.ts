import { describe, expect, it } from 'vitest';
import { card, floorJob, knowledge, NOW, whole } from '../../../tests/fixtures';
import { cellsOf, splitPart, type JobDocument } from '../document';
import { fold } from '../log';
import { climateSpan } from '../window';
import { dosesToday, heaviestDoses } from './vapour';
import { view } from '.';

/** A floor and a worktop in one room, each a part; the worktop's oil is thinned. */
function job(): JobDocument {
  const d = whole(floorJob());
  const worktop = {
    ...structuredClone(d.surfaces[0]!),
    id: 'top',
    name: 'Worktop',
    kind: 'counter' as const,
    shape: { type: 'rectangle' as const, lengthM: 3, widthM: 0.6 }
  };
  delete worktop.exits;
  delete worktop.cutOuts;
  const both = {
    ...d,
    surfaces: [d.surfaces[0]!, worktop],
    products: [...d.products, card('corvane-worktop'), card('pellow-hardwax')]
  };
  const parted = splitPart(
    both,
    cellsOf(both).filter((c) => c.surface === 'top'),
    'top'
  );
  parted.parts[1]!.finish = { productId: 'corvane-worktop', colour: 'Clear', method: 'thin', bareWood: true };
  parted.parts[0]!.finish = { productId: 'pellow-hardwax', colour: 'Clear silk', method: 'roller', bareWood: true };
  for (const p of parted.parts) p.startAt = '2027-05-19T07:00:00Z';
  return parted;
}
function seen(d: JobDocument) {
  const state = fold([]);
  const span = climateSpan(state, NOW);
  return view({
    id: 'j',
    document: d,
    state,
    weather: null,
    span,
    measured: [],
    others: knowledge,
    nowMs: NOW
  }).parts;
}
const doses = (d: JobDocument, part: string) => heaviestDoses(seen(d), part);

describe('the vapour of a place', () => {
  it('of a coat that is about to be laid counts what other parts lay there that day, and no other day', () => {
    const on = (iso: string) => dosesToday(seen(job()), 'top', 1, Date.parse(iso)).map((d) => `${d.part} ${d.coat}`);
    expect(on('2027-05-19T06:30:00Z')).toEqual(['top 1', 'first 1']);
    expect(on('2027-05-18T06:30:00Z')).toEqual(['top 1']);
    expect(dosesToday(seen(job()), 'top', 9, NOW)).toEqual([]);
  });

  it('is that of all coats that go on there on one day, the part’s own first', () => {
    const [top, floor, ...more] = doses(job(), 'top');
    expect(more).toEqual([]);
    expect([top!.part, top!.coat, top!.product]).toEqual(['top', 1, 'Corvane Worktop']);
    expect(floor!.part).toBe('first');
    expect(top!.grams).toBeGreaterThan(10);
    expect(doses(job(), 'first').map((d) => d.part)).toEqual(['first', 'top']);
  });
  it('counts nothing of another day, of another place, or without a day', () => {
    const later = job();
    later.parts[0]!.startAt = '2027-05-25T07:00:00Z';
    expect(doses(later, 'top').map((d) => d.part)).toEqual(['top']);
    const elsewhere = job();
    elsewhere.places.push({ ...elsewhere.places[0]!, id: 'shed', name: 'Shed' });
    elsewhere.parts[0]!.placeId = 'shed';
    expect(doses(elsewhere, 'top').map((d) => d.part)).toEqual(['top']);
    const open = job();
    for (const p of open.parts) delete p.startAt;
    expect(doses(open, 'top').map((d) => d.part)).toEqual(['top']);
  });
  it('leaves out coats that go on elsewhere after it was carried away', () => {
    const carried = job();
    carried.surfaces[1]!.faces[0]!.coats = 2;
    carried.places.push({ ...carried.places[0]!, id: 'shed', name: 'Shed' });
    carried.parts[1]!.moves = [{ before: 2, placeId: 'shed' }];
    expect(doses(carried, 'top')[0]!.coat).toBe(1);
    expect(doses(carried, 'none')).toEqual([]);
  });
});
