import { describe, expect, it } from 'vitest';
import { floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { cellsOf, splitPart, type JobDocument } from '../document';
import { fold, type WorkEvent } from '../log';
import { climateSpan } from '../window';
import { onWetSides, view, wetBeside } from '.';

/** Three doors of which the outside is a part and the inside another, on one bench; a floor beside them. */
function doors(): JobDocument {
  const job = whole(floorJob());
  const [floor] = job.surfaces;
  const faces = (['outside', 'inside'] as const).map((kind) => ({
    id: kind,
    kind,
    texture: 'sanded' as const,
    profile: 'flat' as const,
    coats: 2
  }));
  job.surfaces = [
    floor!,
    {
      ...structuredClone(floor!),
      id: 'doors',
      name: 'Doors',
      kind: 'door',
      cutOuts: [],
      exits: [],
      boards: undefined,
      shape: { type: 'door', widthM: 0.8, heightM: 2 },
      units: ['1', '2', '3'],
      faces
    }
  ];
  const of = (face: string) => cellsOf(job).filter((c) => c.surface === 'doors' && c.face === face);
  return splitPart(splitPart(job, of('outside'), 'out'), of('inside'), 'in');
}
function seen(events: readonly WorkEvent[], nowMs = NOW, document = doors()) {
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  const { parts } = view({ id: 'j', document, state, weather: null, span, measured: [], others: knowledge, nowMs });
  return { document, parts };
}
const laid = (part: string, face: string, piece: string, at: number, wiped?: number) => [
  made('laying.spread', { part, coat: 1, laying: 1, on: [{ surface: 'doors', face, pieces: [piece] }] }, at),
  ...(wiped === undefined ? [] : [made('laying.wiped', { part, coat: 1, laying: 1 }, wiped)])
];

describe('what is wet beside a part', () => {
  it('is no part before any oil, nor one that is worked elsewhere', () => {
    const dry = seen([]);
    expect(wetBeside(dry.parts, 'first')).toEqual([]);
    const elsewhere = doors();
    elsewhere.places.push({ ...elsewhere.places[0]!, id: 'garage', name: 'Garage' });
    elsewhere.parts[1]!.placeId = 'garage';
    const { parts } = seen(laid('out', 'outside', '1', -20), NOW, elsewhere);
    expect(wetBeside(parts, 'first')).toEqual([]);
    expect(wetBeside(parts, 'in')).toEqual([]);
  });
  it('is wet until nobody knows when while it is open, then until it is touch dry', () => {
    const open = seen(laid('out', 'outside', '1', -20));
    expect(wetBeside(open.parts, 'first')).toEqual([{ part: 'out', untilMs: null }]);
    const closed = [
      ...laid('out', 'outside', '1', -40, -10),
      made('coat.closed', { part: 'out', coat: 1, usedL: 0.1, guessed: false }, -5)
    ];
    const wiped = seen(closed);
    const [wet] = wetBeside(wiped.parts, 'first');
    expect(wet!.untilMs).toBeGreaterThan(NOW + 3_600_000);
    const later = seen(closed, wet!.untilMs! + 60_000);
    expect(wetBeside(later.parts, 'first')).toEqual([]);
    // Its own oil is no reason: that is what Ready and Work say of the part itself.
    expect(wetBeside(wiped.parts, 'out')).toEqual([]);
  });
});

describe('sides that would lie on wet oil', () => {
  const wetSides = (events: readonly WorkEvent[], nowMs?: number) =>
    [...onWetSides(seen(events, nowMs).parts).keys()].map((k) => k.split('\n').join(' '));
  it('are the other sides of the pieces laid, in whichever part, until they are touch dry', () => {
    expect(wetSides([])).toEqual([]);
    expect(wetSides(laid('out', 'outside', '1', -20))).toEqual(['doors inside 1']);
    expect(wetSides(laid('in', 'inside', '2', -40, -10))).toEqual(['doors outside 2']);
    expect(wetSides(laid('in', 'inside', '2', -40, -10), NOW + 3 * 86_400_000)).toEqual([]);
  });
  it('a floor has no other side to be turned to', () =>
    expect(wetSides([made('laying.spread', { coat: 1, laying: 1 }, -10)])).toEqual([]));
});
