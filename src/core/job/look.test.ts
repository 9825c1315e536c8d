import { describe, expect, it } from 'vitest';
import { floorJob, knowledge, made, NOW, whole } from '../../../tests/fixtures';
import { checkJobDocument } from '../../formats/job-json';
import { partJob, type JobDocument } from '../document';
import { fold, type WorkEvent } from '../log';
import { nextSteps } from '../site';
import { climateSpan } from '../window';
import { coatsWanted, stageOf, view } from '.';

const DAY = 24 * 60;
/** Three coats, of which the last hangs on the look. */
function job(): JobDocument {
  const document = whole(floorJob());
  for (const s of document.surfaces) for (const f of s.faces) f.coats = f.coats && 3;
  document.parts[0]!.finish!.lastByLook = true;
  return document;
}
function seen(events: readonly WorkEvent[], minutes = 0, document = job()) {
  const nowMs = NOW + minutes * 60_000;
  const state = fold(events);
  const span = climateSpan(state, nowMs);
  const v = view({ id: 'j', document, state, weather: null, span, measured: [], others: knowledge, nowMs });
  const [part] = v.parts;
  return {
    v,
    part,
    state,
    steps: nextSteps(part.job, part.state, part.live, nowMs, { ...knowledge.house, recoatBy: 'clock' }).map(
      (s) => s.kind
    )
  };
}
const coat = (n: number, minutes: number) => [
  made('laying.spread', { coat: n, laying: 1 }, minutes),
  made('laying.wiped', { coat: n, laying: 1 }, minutes + 20),
  made('coat.closed', { coat: n, usedL: 2, guessed: false }, minutes + 60)
];
const two = [...coat(1, -8 * DAY), ...coat(2, -4 * DAY)];
const said = (another: boolean, minutes = -10) => made('look.said', { coat: 3, another }, minutes);

describe('a last coat if the look says so', () => {
  it('is planned and bought like the others, and asked about when its turn comes, before anything is mixed', () => {
    const { part, steps } = seen(two);
    expect(part.plan.coats).toHaveLength(3);
    expect(steps).toContain('look');
    expect(steps).not.toContain('mix');
    expect(steps).not.toContain('spread');
    expect(seen(coat(1, -4 * DAY)).steps).not.toContain('look');
  });
  it('goes on like any other once somebody says that it is wanted', () => {
    const { part, steps } = seen([...two, said(true)]);
    expect(steps).toContain('mix');
    expect(steps).not.toContain('look');
    expect(part.live.allCoatsLaid).toBe(false);
  });
  it('is no coat of the job any more when it has enough: the plan, the stage and the dates go on without it', () => {
    const { v, part, state, steps } = seen([...two, said(false)]);
    expect(part.plan.coats).toHaveLength(2);
    expect(part.live.allCoatsLaid).toBe(true);
    expect(part.live.leave).not.toBeNull();
    expect(steps).toContain('leave');
    expect(v.stage).toBe('drying');
    expect([coatsWanted(job(), state), coatsWanted(job())]).toEqual([2, 3]);
    expect(stageOf(job(), state)).toBe('drying');
    // The document still wants three: it is the log that says otherwise, and can be taken back.
    expect(partJob(job(), 'first').surfaces[0]!.faces[0]!.coats).toBe(3);
    const back = seen([...two, said(false, -10), made('event.undone', { event: 'x' }, -5)]);
    expect(back.part.plan.coats).toHaveLength(2);
    const no = said(false, -10);
    expect(seen([...two, no, made('event.undone', { event: no.id }, -5)]).steps).toContain('look');
  });
  it('what was said of another coat, or after the coat is on, changes nothing', () => {
    const other = seen([...two, made('look.said', { coat: 2, another: false }, -10)]);
    expect(other.state.setAside).toHaveLength(1);
    expect(other.part.plan.coats).toHaveLength(3);
    expect(seen([...two, ...coat(3, -200), said(false)]).part.plan.coats).toHaveLength(3);
  });
  it('a coat that does not hang on the look is not asked about, and the file says which does', () => {
    const plain = job();
    delete plain.parts[0]!.finish!.lastByLook;
    expect(seen(two, 0, plain).steps).not.toContain('look');
    expect(seen([...two, said(false)], 0, plain).part.plan.coats).toHaveLength(3);
    expect(checkJobDocument(JSON.parse(JSON.stringify(job())))).toMatchObject({ ok: true });
  });
});
