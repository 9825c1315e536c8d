import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { counterJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { FLAW_ROWS, FLAWS, MENDINGS } from '../course';
import { cellsOf, coatsOnFace, partJobs, withMoreCoats, type JobDocument, type Taken } from '../document';
import { fold, type WorkEvent } from '../log';
import { nextSteps } from '../site';
import { unitCount } from '../surface';
import { climateSpan } from '../window';
import { beforeTin, view } from '.';

function seenOf(document: JobDocument, events: readonly WorkEvent[], nowMs = NOW) {
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  return view({ id: 'j', document, state, weather: null, span, measured: [], others: knowledge, nowMs });
}
const stepsAt = (events: readonly WorkEvent[], nowMs = NOW, document = whole(counterJob())) => {
  const seen = seenOf(document, events, nowMs);
  const { job, state, live } = seen.parts[0];
  return nextSteps(job, state, live, nowMs, knowledge.house, [], beforeTin(seen, job.part));
};
/** A coat laid and closed, so many hours ago. */
const laid = (coat: number, hoursAgo: number) => [
  made('laying.spread', { coat, laying: 1 }, -hoursAgo * 60),
  made('laying.wiped', { coat, laying: 1 }, -hoursAgo * 60 + 16),
  made('coat.closed', { coat, usedL: 0.3, guessed: false }, -hoursAgo * 60 + 17)
];
const top: Taken[] = [{ surface: 'counter', face: 'top' }];
const found = (more: boolean, coat = 1, on = top, minutes = -1) =>
  made('flaw.found', { coat, flaw: 'run', on, extent: 'whole face', more }, minutes);
const coatsOf = (events: readonly WorkEvent[], face: string) => {
  const { job } = seenOf(whole(counterJob()), events).parts[0];
  const [surface] = job.surfaces;
  return coatsOnFace(
    job.finish,
    surface!,
    surface!.faces.find((f) => f.id === face)!
  ).length;
};

describe('a flaw found', () => {
  it('every flaw has its branch: what is cut back or touched in, in an order that makes sense', () => {
    for (const kind of FLAWS) {
      const { branch } = FLAW_ROWS[kind];
      expect(branch.length, kind).toBeGreaterThan(0);
      expect(new Set(branch).size).toBe(branch.length);
      expect(branch.every((m) => MENDINGS.includes(m))).toBe(true);
      if (branch.includes('touch in')) expect(branch.at(-1)).toBe('touch in');
    }
  });

  it('is mended before anything else of its part, once its coat is touch dry', () => {
    const flaw = found(true);
    const wet = stepsAt([...laid(1, 1), flaw]).find((s) => s.kind === 'mend');
    expect(wet).toMatchObject({ closed: 'coat 1 is not touch dry', branch: ['cut back', 'touch in'] });
    const dry = stepsAt([...laid(1, 72), flaw]);
    expect(dry[0]).toMatchObject({ kind: 'mend', flaw: flaw.id, on: top, more: true });
    expect(dry[0]!.closed).toBeUndefined();
    const mended = stepsAt([...laid(1, 72), flaw, made('flaw.mended', { coat: 1, flaw: flaw.id })]);
    expect(mended.some((s) => s.kind === 'mend')).toBe(false);
  });

  it('holds the tin of the next coat shut until it is mended; anybody may go on with a reason', () => {
    const flaw = found(false);
    const reasons = (events: WorkEvent[]) =>
      beforeTin(seenOf(whole(counterJob()), [...laid(1, 72), ...events]), 'first')!.open.filter(
        (r) => r.kind === 'flaw'
      );
    expect(reasons([flaw])).toMatchObject([{ of: flaw.id, overrule: 'anybody', fact: { flaw: 'run', below: 1 } }]);
    expect(reasons([flaw, made('flaw.mended', { coat: 1, flaw: flaw.id })])).toEqual([]);
    const overruled = made('tin.overruled', { coat: 2, reason: 'flaw', of: flaw.id, why: 'It lies under the sink' });
    expect(reasons([flaw, overruled])).toEqual([]);
  });

  it('gives its face one coat more than its like, and the plan and its litres with it', () => {
    const before = coatsOf([], 'top');
    expect(coatsOf([found(true)], 'top')).toBe(before + 1);
    expect(coatsOf([found(false)], 'top')).toBe(before);
    expect(coatsOf([found(true)], 'underside')).toBe(coatsOf([], 'underside'));
    const plan = (events: WorkEvent[]) => seenOf(whole(counterJob()), events).parts[0].plan;
    const [less, more] = [plan([]), plan([found(true)])];
    expect(more.coats).toHaveLength(less.coats.length + 1);
    expect(more.coats.at(-1)!.faces.map((f) => f.faceId)).toEqual(['top']);
    const litres = (p: typeof less) => p.coats.reduce((s, c) => s + c.expectedL, 0);
    expect(litres(more)).toBeGreaterThan(litres(less));
  });

  it('taken back, or mended before it was found, leaves no trace', () => {
    const flaw = found(true);
    const undone = made('event.undone', { event: flaw.id }, 1);
    expect(fold([flaw, undone]).flaws).toEqual([]);
    expect(coatsOf([flaw, undone], 'top')).toBe(coatsOf([], 'top'));
    const mend = made('flaw.mended', { coat: 1, flaw: flaw.id }, 2);
    expect(fold([mend, flaw]).flaws[0]!.mended).toMatchObject({ by: 'Tove' });
    expect(fold([mend]).setAside).toEqual([{ id: mend.id, reason: 'no such flaw was found' }]);
    expect(fold([flaw, mend, made('flaw.mended', { coat: 1, flaw: flaw.id }, 3)]).setAside).toHaveLength(1);
  });
});

/** Four doors with two faces each, in one part. */
function doors(): JobDocument {
  const job = whole(counterJob());
  const face = { texture: 'sanded', profile: 'flat' } as const;
  return {
    ...job,
    surfaces: [
      {
        ...job.surfaces[0]!,
        id: 'doors',
        kind: 'door',
        shape: { type: 'door', widthM: 0.8, heightM: 2 },
        cutOuts: undefined,
        units: ['1', '2', '3', '4'],
        faces: [
          { ...face, id: 'inside', kind: 'inside', coats: 2 },
          { ...face, id: 'outside', kind: 'outside', coats: 3 }
        ]
      }
    ]
  } as JobDocument;
}
const taken: fc.Arbitrary<Taken[]> = fc.array(
  fc.record(
    {
      surface: fc.constantFrom('doors', 'nowhere'),
      face: fc.constantFrom('inside', 'outside', 'top'),
      pieces: fc.uniqueArray(fc.constantFrom('1', '2', '3', '4', '9'), { minLength: 1, maxLength: 3 })
    },
    { requiredKeys: ['surface'] }
  ),
  { minLength: 1, maxLength: 3 }
);

describe('one coat more on what is named', () => {
  it('every face of every piece is still in the part once, with as many coats more as it was named', () =>
    fc.assert(
      fc.property(fc.array(taken, { maxLength: 4 }), (more) => {
        const [job] = partJobs(doors());
        const grown = withMoreCoats(job!, more);
        const key = (c: { face: string; piece?: string }) => `${c.face} ${c.piece}`;
        const cells = cellsOf(grown);
        expect(cells.map(key).sort()).toEqual(cellsOf(job!).map(key).sort());
        expect(new Set(grown.surfaces.map((s) => s.id)).size).toBe(grown.surfaces.length);
        expect(grown.surfaces.reduce((n, s) => n + unitCount(s), 0)).toBe(4);
        for (const cell of cells) {
          const face = grown.surfaces.find((s) => s.id === cell.surface)!.faces.find((f) => f.id === cell.face)!;
          const times = more.filter((on) =>
            on.some(
              (t) =>
                t.surface === 'doors' &&
                (t.face ?? cell.face) === cell.face &&
                (t.pieces ?? [cell.piece]).includes(cell.piece!)
            )
          ).length;
          expect(face.coats).toBe((cell.face === 'inside' ? 2 : 3) + times);
        }
      })
    ));
});
