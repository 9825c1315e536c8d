import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { floorJob, whole } from '../../../../tests/fixtures';
import { fieldWords } from '$words/field-words';
import { aroundProblems } from './around-problems';
import { dropDraft, keepDraft, keptDraft } from './draft';

describe('one bad field', () => {
  it('holds up no other: the rest is saved with that field as it was', () => {
    const saved = whole(floorJob());
    const typed = whole(floorJob());
    typed.title = 'Reading room, upstairs';
    typed.surfaces[0]!.thicknessM = -1;
    const sent = aroundProblems(typed, saved, [{ path: '/surfaces/0/thicknessM' }])!;
    expect(sent.title).toBe('Reading room, upstairs');
    expect(sent.surfaces[0]!.thicknessM).toBe(saved.surfaces[0]!.thicknessM);
    expect(typed.surfaces[0]!.thicknessM).toBe(-1);
  });
  it('that was never saved before can not be gone round', () => {
    const typed = whole(floorJob());
    typed.surfaces.push({ ...structuredClone(typed.surfaces[0]!), id: 'b', thicknessM: -1 });
    expect(aroundProblems(typed, whole(floorJob()), [{ path: '/surfaces/1/thicknessM' }])).toBeNull();
    expect(aroundProblems(typed, whole(floorJob()), [{ path: '' }])).toBeNull();
  });
  it.each([
    ['/surfaces/0/thicknessM', 'Reading room, thickness'],
    ['/places/0/workingHours/mon', 'Inside, working hours, mon'],
    ['/client/name', 'Client, name'],
    ['/places/0/closures/1/reason', 'Inside, closure 2, reason'],
    ['', 'The job']
  ])('%s is named as a person names it', (path, words) => {
    const job = whole(floorJob());
    job.surfaces[0]!.name = 'Reading room';
    expect(fieldWords(path, job)).toBe(words);
  });
});

describe('a draft on the device', () => {
  const kept = new Map<string, string>();
  let full = false;
  beforeEach(() => {
    kept.clear();
    full = false;
    globalThis.localStorage = {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => {
        if (full) throw new DOMException('full', 'QuotaExceededError');
        kept.set(k, v);
      },
      removeItem: (k: string) => void kept.delete(k)
    } as unknown as Storage;
  });
  afterEach(() => Reflect.deleteProperty(globalThis, 'localStorage'));

  it('is one person’s, of one job, until it is saved', () => {
    keepDraft('ines', 'j', { rowVersion: 3, document: whole(floorJob()) });
    expect(keptDraft('ines', 'j')!.rowVersion).toBe(3);
    expect([keptDraft('tove', 'j'), keptDraft('ines', 'k')]).toEqual([null, null]);
    dropDraft('ines', 'j');
    expect(keptDraft('ines', 'j')).toBeNull();
  });
  it('one kept before an update, of version 1, goes on as version 2', () => {
    const { part: _, placeId: _p, ...was } = floorJob();
    const document = { format: 'basket-job', version: 1, ...was };
    kept.set('basket draft ines j', JSON.stringify({ rowVersion: 3, document }));
    expect(keptDraft('ines', 'j')!.document).toEqual(whole(floorJob()));
    kept.set('basket draft ines j', JSON.stringify({ rowVersion: 3, document: { version: 1 } }));
    expect(keptDraft('ines', 'j')).toBeNull();
  });
  it('a full device or a broken draft stops nobody', () => {
    full = true;
    expect(() => keepDraft('ines', 'j', { rowVersion: 3, document: whole(floorJob()) })).not.toThrow();
    kept.set('basket draft ines j', '{broken');
    expect(keptDraft('ines', 'j')).toBeNull();
    kept.set('basket draft ines j', '{"rowVersion":"x"}');
    expect(keptDraft('ines', 'j')).toBeNull();
  });
});
