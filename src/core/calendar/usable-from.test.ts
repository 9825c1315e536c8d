import { describe, expect, it } from 'vitest';
import { usableFrom } from './usable-from';
import type { WorkingHours } from './working-hours';

const at = (text: string) => Date.parse(text);
const day = { from: '08:00', to: '17:00' };
const week: WorkingHours = { mon: day, tue: day, wed: day, thu: day, fri: day, sat: { from: '08:00', to: '13:00' } };
const said = (ready: string, workingHours: WorkingHours = week) => {
  const { atMs, part } = usableFrom(at(ready), { workingHours, timeZone: 'Europe/London' });
  return [new Date(atMs).toISOString(), part];
};

describe('when something may be used', () => {
  it.each([
    ['in the night', '2027-05-18T02:10:00+01:00', '2027-05-18T07:00:00.000Z', 'morning'],
    ['as work begins', '2027-05-18T08:00:00+01:00', '2027-05-18T07:00:00.000Z', 'morning'],
    ['a minute later', '2027-05-18T08:01:00+01:00', '2027-05-18T12:00:00.000Z', 'afternoon'],
    ['at 13:00', '2027-05-18T13:00:00+01:00', '2027-05-18T12:00:00.000Z', 'afternoon'],
    ['after it', '2027-05-18T13:01:00+01:00', '2027-05-19T07:00:00.000Z', 'morning'],
    ['on a Saturday that ends at 13:00', '2027-05-22T10:00:00+01:00', '2027-05-24T07:00:00.000Z', 'morning'],
    ['over the night the clocks change', '2027-10-30T14:00:00+01:00', '2027-11-01T08:00:00.000Z', 'morning']
  ])('%s', (_, ready, from, part) => {
    expect(said(ready)).toEqual([from, part]);
  });
  it('a crew that works afternoons alone, or one day a week, is waited for', () => {
    expect(said('2027-05-18T09:00:00+01:00', { tue: { from: '14:00', to: '18:00' } })).toEqual([
      '2027-05-18T13:00:00.000Z',
      'afternoon'
    ]);
    expect(said('2027-05-18T15:00:00+01:00', { tue: day })).toEqual(['2027-05-25T07:00:00.000Z', 'morning']);
  });
  it('where nobody works it is the instant itself', () => {
    expect(said('2027-05-18T09:00:00+01:00', {})).toEqual(['2027-05-18T08:00:00.000Z', 'morning']);
  });
});
