import { describe, expect, it } from 'vitest';
import { card, counterJob, floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { TIN_REASON_ROWS, TIN_REASONS } from '../course';
import type { JobDocument } from '../document';
import { fold, type WorkEvent } from '../log';
import { unitProgress } from '../prep';
import { HOUR_MS } from '../units';
import { climateSpan } from '../window';
import { beforeTin, view, type TinReason } from '.';

function gate(document: JobDocument, events: readonly WorkEvent[] = [], nowMs = NOW) {
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  const seen = view({ id: 'j', document, state, weather: null, span, measured: [], others: knowledge, nowMs });
  return { seen, gate: beforeTin(seen, document.parts[0]!.id) };
}
const kinds = (reasons: readonly TinReason[] | undefined) => (reasons ?? []).map((r) => r.kind);

/** Every step of preparation done and every gate passed, as a careful crew would log it. */
function prepared(document: JobDocument): WorkEvent[] {
  const { seen } = gate(document);
  return seen.surveys.flatMap(({ surfaceId: surface, prep }) =>
    prep.steps.flatMap((step) => [
      made('prep.done', { surface, step: step.id }, -600),
      ...step.gates.map((g) => made('gate.checked', { surface, step: step.id, gate: g.id, passed: true }, -599))
    ])
  );
}
const laid = (coat: number, from: number) => [
  made('laying.spread', { coat, laying: 1 }, from),
  made('laying.wiped', { coat, laying: 1 }, from + 16),
  made('coat.closed', { coat, usedL: 0.3, guessed: false }, from + 17)
];
const counter = () => whole(counterJob());

describe('before the tin', () => {
  it('asks for the preparation of what will be touched, and opens when it is done', () => {
    const shut = gate(counter()).gate!;
    expect(shut.coat).toBe(1);
    expect(kinds(shut.open)).toContain('prep');
    const [prep] = shut.open.filter((r) => r.kind === 'prep');
    expect(prep).toMatchObject({ overrule: 'anybody', whose: 'crew', fact: { surface: 'counter' } });
    expect(kinds(gate(counter(), prepared(counter())).gate!.open)).not.toContain('prep');
  });

  it('a gate that failed holds the tin shut, though every other step is done', () => {
    const events = prepared(counter());
    const last = events.filter((e) => e.type === 'gate.checked').at(-1)!;
    if (last.type !== 'gate.checked') throw new Error();
    const failed = made('gate.checked', { ...last.data, passed: false }, -500);
    const [prep] = gate(counter(), [...events, failed]).gate!.open.filter((r) => r.kind === 'prep');
    expect(prep!.fact).toMatchObject({ kind: 'prep', left: 1, gate: true });
  });

  it('what was made ready but has not rested holds the tin shut until it has', () => {
    const wet = counter();
    wet.surfaces[0]!.waterPopped = true;
    const events = prepared(wet).map((e) => ({ ...e, at: e.at + 590 * 60_000 }));
    const [prep] = gate(wet, events).gate!.open.filter((r) => r.kind === 'prep');
    expect(prep!.fact).toMatchObject({ left: 0, next: null, rests: { step: 'water-pop' } });
    const rested = gate(wet, events, NOW + 2 * HOUR_MS).gate!;
    expect(kinds(rested.open)).not.toContain('prep');
  });

  it('an overrule stands with its reason, for that coat alone; what nobody overrules is not taken', () => {
    const why = 'sanded by the joiner, seen this morning';
    const said = made('tin.overruled', { coat: 1, reason: 'prep', of: 'counter', why }, -5);
    const { open, reasons } = gate(counter(), [said]).gate!;
    expect(kinds(open)).not.toContain('prep');
    expect(reasons.find((r) => r.kind === 'prep')!.settled).toMatchObject({ why });
    const wet = fold([made('tin.overruled', { coat: 2, reason: 'below wet', why: 'no time' }, -5)]);
    expect(wet.tins).toEqual([]);
    expect(wet.setAside[0]!.reason).toBe('nobody overrules it');
    const check = fold([made('tin.checked', { coat: 2, reason: 'early' }, -5)]);
    expect(check.setAside[0]!.reason).toBe('it is no check that somebody makes');
  });

  it('a coat below that is wet, then touch dry, then ready', () => {
    const events = [...prepared(counter()), ...laid(1, 0)];
    const at = (hours: number) => gate(counter(), events, NOW + hours * HOUR_MS).gate!;
    const [wet] = at(1).open.filter((r) => r.kind === 'below wet');
    expect(wet).toMatchObject({ overrule: 'nobody', fact: { below: 1 } });
    const ready = at(200);
    expect(kinds(ready.open)).not.toContain('below wet');
    expect(kinds(ready.open)).not.toContain('early');
    expect(kinds(ready.open)).not.toContain('prep');
    // Its window has closed meanwhile: it is abraded, whatever was planned.
    expect(ready.open.find((r) => r.kind === 'between')!.fact).toMatchObject({ between: { how: 'abrade' } });
  });

  it('between coats: rubbed with what the class asks, and the lamp clear', () => {
    const events = [...prepared(counter()), ...laid(1, 0)];
    const later = NOW + 30 * HOUR_MS;
    const between = (more: WorkEvent[]) =>
      gate(counter(), [...events, ...more], later).gate!.open.find((r) => r.kind === 'between');
    expect(between([])!.fact).toMatchObject({ between: { how: 'denib', with: 'denib pad, P320' }, failed: false });
    const flaw = made('coat.rubbed', { coat: 2, how: 'denib', lamp: false }, 1700);
    expect(between([flaw])!.fact).toMatchObject({ failed: true });
    expect(between([flaw, made('coat.rubbed', { coat: 2, how: 'denib', lamp: true }, 1710)])).toBeUndefined();
  });

  it('the thumb that still finds it tacky is a reason of the crew', () => {
    const events = [...prepared(counter()), ...laid(1, 0), made('tack.felt', { coat: 1, felt: 'tacky' }, 60 * 199)];
    const [thumb] = gate(counter(), events, NOW + 200 * HOUR_MS).gate!.open.filter((r) => r.kind === 'thumb');
    expect(thumb).toMatchObject({ whose: 'crew', overrule: 'anybody', fact: { felt: 'tacky' } });
  });

  it('is no question any more once the tin is open, or every coat is on', () => {
    expect(gate(counter(), [made('laying.spread', { coat: 1, laying: 1 }, -5)]).gate).toBeNull();
    const mixed = made(
      'batch.mixed',
      {
        batch: 'A',
        for: [{ part: counter().parts[0]!.id, coat: 1 }],
        components: [{ role: 'oil', litres: 0.5, lot: '1' }]
      },
      -5
    );
    expect(gate(counter(), [mixed]).gate).toBeNull();
  });

  it('what protects people comes first and is seen to by somebody, for a day', () => {
    const job = whole(floorJob());
    job.products[0] = { ...job.products[0]!, isocyanate: true };
    job.places[0]!.room = { ...job.places[0]!.room, volumeM3: 120 };
    const [first, ...others] = gate(job).gate!.open;
    expect(first).toMatchObject({ kind: 'isocyanate', whose: 'people', overrule: 'nobody', checked: true });
    expect(others.every((r) => r.kind !== 'isocyanate')).toBe(true);
    const seen = made('tin.checked', { coat: 1, reason: 'isocyanate' }, -5);
    expect(kinds(gate(job, [seen]).gate!.open)).not.toContain('isocyanate');
    expect(kinds(gate(job, [seen], NOW + 24 * HOUR_MS).gate!.open)).toContain('isocyanate');
  });

  it('people first, then the label, the house, the crew', () => {
    const job = whole(floorJob());
    job.products[0] = { ...job.products[0]!, isocyanate: true };
    const board = (productId: string) => ({
      id: 'board-1',
      name: 'Board 1',
      speciesId: 'oak',
      lastGrit: 120,
      waterPopped: false,
      layers: [{ productId, colour: 'Peat', method: 'thin' as const }],
      madeOn: '2027-05-12',
      light: 'daylight, north' as const
    });
    job.samples = [board('skerry-varnish')];
    // A board of another part's oil is none of its business.
    expect(kinds(gate(job).gate!.open)).not.toContain('colour');
    job.samples = [board('ostrel-duo')];
    const order = gate(job).gate!.open.map((r) => ['people', 'label', 'house', 'crew'].indexOf(r.whose));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(new Set(order).size).toBeGreaterThan(2);
  });

  it('a room whose vapour stays over the house’s reference is aired first', () => {
    const job = counter();
    job.places[0]!.room = { ...job.places[0]!.room, volumeM3: 8, airChangesPerHour: 0.2 };
    job.products = [{ ...card('corvane-worktop'), vocGPerL: 400 }];
    const [vapour] = gate(job).gate!.open.filter((r) => r.kind === 'vapour');
    expect(vapour).toMatchObject({ whose: 'people', overrule: 'nobody', checked: true });
  });

  it('a word on the hour or the wood’s moisture holds for its day, one on the preparation for its coat', () => {
    const day = TIN_REASONS.filter((k) => TIN_REASON_ROWS[k].lasts === 'day');
    expect(day).toEqual(['isocyanate', 'vapour', 'hour', 'moisture']);
    const damp = counter();
    damp.places[0]!.moisture = { percent: 14, at: '2027-05-17T09:00:00+01:00' };
    const why = 'read again by the window, 10 %';
    const said = made('tin.overruled', { coat: 1, reason: 'moisture', of: 'boards wet', why }, -5);
    expect(kinds(gate(damp).gate!.open)).toContain('moisture');
    expect(kinds(gate(damp, [said]).gate!.open)).not.toContain('moisture');
    expect(kinds(gate(damp, [said], NOW + 24 * HOUR_MS).gate!.open)).toContain('moisture');
  });

  it('every reason is somebody’s, and only what people see to is ticked by hand', () => {
    for (const kind of TIN_REASONS) {
      const row = TIN_REASON_ROWS[kind];
      expect(row.checked).toBe(kind === 'isocyanate' || kind === 'vapour');
      if (row.of === 'people') expect(row.overrule, kind).toBe('nobody');
      if (row.of === 'crew') expect(row.overrule, kind).toBe('anybody');
    }
  });

  it('pieces are made ready each: one that is not holds the tin shut', () => {
    const job = counter();
    job.surfaces[0]!.units = ['A', 'B'];
    const { seen } = gate(job);
    const prep = seen.surveys[0]!.prep;
    const done = prep.steps.flatMap((step) => [
      made('prep.done', { surface: 'counter', step: step.id, unit: 'A' }, -600),
      ...step.gates.map((g) =>
        made('gate.checked', { surface: 'counter', step: step.id, gate: g.id, passed: true, unit: 'A' }, -599)
      )
    ]);
    const state = fold(done);
    expect(unitProgress(prep, state.prep.get('counter')!, 'A').every((p) => p.status === 'done')).toBe(true);
    expect(kinds(gate(job, done).gate!.open)).toContain('prep');
  });
});
