import { describe, expect, it } from 'vitest';
import { floorJob, whole } from '../../../tests/fixtures';
import { partJob, withPartJob } from '../document';
import { emptyHouse, houseProblems } from '../house';
import { forHouse, fromHouse, hasParted, newPlace } from '.';

const bench = { ...newPlace('bench', 'indoor', { mon: { from: '08:00', to: '16:00' } }), name: 'Our bench' };

describe('a place of the house', () => {
  it('is used as a copy that says where it is from, and what a job adds to it stays with the job', () => {
    const mine = fromHouse(bench, 'place-2');
    expect(mine).toMatchObject({ id: 'place-2', house: 'bench', name: 'Our bench' });
    mine.workingHours.tue = { from: '07:00', to: '12:00' };
    expect(bench.workingHours.tue).toBeUndefined();
    const worked = {
      ...mine,
      moisture: { percent: 8, at: '2027-05-18T08:00:00Z' },
      closures: [{ reason: 'fair', fromLocal: '2027-05-20T00:00', toLocal: '2027-05-21T00:00' }]
    };
    const kept = forHouse(worked, 'bench');
    expect(kept).toEqual({ ...bench, workingHours: mine.workingHours });
    expect(Object.keys(kept)).not.toContain('house');
  });
  it('has parted from its copy when air or hours differ, not for what was read or closed there', () => {
    const mine = fromHouse(bench, 'place-2');
    expect(hasParted(mine, bench)).toBe(false);
    expect(hasParted({ ...mine, name: 'Bench', moisture: { percent: 8, at: '2027-05-18T08:00:00Z' } }, bench)).toBe(
      false
    );
    expect(hasParted({ ...mine, room: { ...mine.room, tempC: 12 } }, bench)).toBe(true);
  });
  it('keeps its link through an edit of the part that is worked there', () => {
    const job = whole(floorJob());
    job.places = [fromHouse(bench, job.places[0]!.id)];
    const worked = partJob(job, 'first');
    expect(Object.keys(worked.site)).not.toContain('house');
    worked.site.room.tempC = 12;
    expect(withPartJob(job, worked).places[0]).toMatchObject({
      house: 'bench',
      name: 'Our bench',
      room: { tempC: 12 }
    });
  });
  it('has a name of its own among the places of the house', () => {
    const twice = { ...emptyHouse, places: [bench, { ...bench, id: 'bench-2' }] };
    expect(houseProblems(twice)).toEqual([
      { path: '/places/1/name', problem: 'the house has another place called “Our bench”' }
    ]);
    expect(houseProblems({ ...emptyHouse, places: [bench, { ...bench, id: 'store', name: 'Store' }] })).toEqual([]);
  });
});
