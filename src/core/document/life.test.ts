import { describe, expect, it } from 'vitest';
import { counterJob, deckJob, knowledge, NOW, whole } from '../../../tests/fixtures';
import { keepPlan } from '../care';
import { settingsOf } from './life';
import { partJob, withPartJob } from './part-job';
import { jobProblems } from './problems';
import { finishCard } from './coat-specs';
import type { PartJob } from './part-job';

const with_ = (job: PartJob, change: (job: PartJob) => void): PartJob => {
  const next = structuredClone(job);
  change(next);
  return next;
};
const perYear = (job: PartJob) => keepPlan(job, finishCard(job)!, NOW, knowledge.house).surfaces[0]!;

describe('where a face will live', () => {
  it('is where it is worked, unless it says otherwise: then wear and fitness go by that', () => {
    const bench = counterJob();
    const out = with_(bench, (j) => (j.surfaces[0]!.faces[0]!.life = 'sun side'));
    expect(settingsOf(bench)).toEqual(new Set(['indoor']));
    expect(settingsOf(out)).toEqual(new Set(['outdoor', 'indoor']));
    expect(perYear(bench).base).toBe('counterDryingOil');
    expect(perYear(out).base).toBe('deckOilHorizontal');
    expect(perYear(out).perYear).toBeGreaterThan(perYear(bench).perYear);
  });
  it('the hardest-lived face that is seen speaks for its surface', () => {
    const deck = deckJob();
    const shaded = with_(deck, (j) => j.surfaces[0]!.faces.forEach((f) => (f.life = 'outdoors, shaded')));
    const one = with_(shaded, (j) => (j.surfaces[0]!.faces[0]!.life = 'sun side'));
    expect(perYear(one).perYear / perYear(shaded).perYear).toBeCloseTo(1.3 / 0.6, 6);
  });
  it('a finish that is not made for it is refused by name', () => {
    const deck = deckJob();
    const inside = with_(deck, (j) => j.surfaces[0]!.faces.forEach((f) => (f.life = 'indoors')));
    const unfit = (j: PartJob) => jobProblems(j).filter((p) => /wood; this is/.test(p.problem));
    expect(unfit(deck)).toEqual([]);
    expect(unfit(inside)).toMatchObject([{ severity: 'stop', problem: expect.stringContaining('this is indoor') }]);
  });
});

describe('how a face lies outdoors', () => {
  const standing = () =>
    with_(deckJob(), (j) => j.surfaces[0]!.faces.forEach((f) => (f.lies = { tiltDeg: 90, facingDeg: 0 })));
  it('is what sun and dew meet, in place of what its place says; the place stays as it is', () => {
    const document = whole(standing());
    const job = partJob(document, 'first');
    expect(job.site.exposure).toMatchObject({ tiltDeg: 90, facingDeg: 0 });
    expect(document.places[0]!.exposure).toMatchObject({ tiltDeg: 0 });
    expect(withPartJob(document, job)).toEqual(document);
  });
  it('faces of one part that lie apart are told so, by both names', () => {
    const apart = (j: PartJob) => jobProblems(partJob(whole(j), 'first')).filter((p) => p.path.endsWith('/lies'));
    expect(apart(deckJob())).toEqual([]);
    expect(apart(standing())).toEqual([]);
    const mixed = with_(standing(), (j) => Object.assign(j.surfaces[0]!.faces[1]!, { coats: 1, lies: { tiltDeg: 0 } }));
    expect(apart(mixed)).toMatchObject([{ severity: 'check', problem: expect.stringContaining('parts of their own') }]);
  });
});
