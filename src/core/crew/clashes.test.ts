import { describe, expect, it } from 'vitest';
import { clashOf, type BookedVisit } from './clashes';

const visit = (jobId: string, from: number, to: number, people = 2): BookedVisit => ({
  jobId,
  part: 'first',
  title: jobId,
  fromMs: from,
  toMs: to,
  people
});

describe('the same people at one hour', () => {
  it('two jobs of two people want more than a crew of three', () => {
    const clash = clashOf(visit('a', 8, 12), [visit('b', 10, 14)], 3)!;
    expect(clash.wanted).toBe(4);
    expect(clash.others.map((o) => o.jobId)).toEqual(['b']);
    expect(clashOf(visit('a', 8, 12), [visit('b', 10, 14)], 4)).toBeNull();
  });
  it('one after another is no clash, nor is a job with itself', () => {
    expect(clashOf(visit('a', 8, 12), [visit('b', 12, 14), visit('a', 9, 10)], 2)).toBeNull();
  });
  it('the worst hour counts, not all of a day together', () => {
    const day = [visit('b', 8, 10, 1), visit('c', 10, 12, 1)];
    expect(clashOf(visit('a', 8, 12), day, 3)).toBeNull();
    expect(clashOf(visit('a', 8, 12), [...day, visit('d', 11, 13, 1)], 3)).toMatchObject({ wanted: 4 });
  });
});
