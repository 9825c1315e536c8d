import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { writeCalendar, type CalendarVisit } from './calendar';

const visit = (change: Partial<CalendarVisit> = {}): CalendarVisit => ({
  jobId: 'j1',
  number: 1,
  title: 'Boathouse deck, “Heron Slip”; east',
  what: 'coat 1',
  place: 'Heron Slip, Saltmarsh Wick',
  client: 'Heron Slip',
  // The night the clocks go back: 00:30 to 03:30 UTC.
  fromMs: Date.parse('2027-10-31T00:30:00Z'),
  toMs: Date.parse('2027-10-31T03:30:00Z'),
  sequence: 0,
  cancelled: false,
  changedMs: Date.parse('2027-10-20T09:00:00Z'),
  url: 'http://127.0.0.1:4180/jobs/j1',
  ...change
});
/** Read back by a second library. */
const events = (...visits: CalendarVisit[]) =>
  new ICAL.Component(ICAL.parse(writeCalendar('Visits', visits)) as [])
    .getAllSubcomponents('vevent')
    .map((c) => new ICAL.Event(c));

describe('visits as iCalendar', () => {
  it('say what, where and when, right across the clock change', () => {
    const [e] = events(visit());
    expect(e!.summary).toBe('Boathouse deck, “Heron Slip”; east: coat 1');
    expect(e!.location).toBe('Heron Slip, Saltmarsh Wick');
    expect(e!.startDate.toJSDate().toISOString()).toBe('2027-10-31T00:30:00.000Z');
    expect(e!.duration.toSeconds()).toBe(3 * 3600);
  });
  it('keep their id when moved, with a higher sequence', () => {
    const [[a], [b]] = [events(visit()), events(visit({ fromMs: visit().fromMs + 864e5, sequence: 1 }))];
    expect(a!.uid).toBe(b!.uid);
    expect(b!.sequence).toBe(1);
    expect(events(visit({ number: 2 }))[0]!.uid).not.toBe(a!.uid);
  });
  it('called off they stay, as cancelled', () => {
    const [e] = events(visit({ cancelled: true, sequence: 2 }));
    expect(e!.component.getFirstPropertyValue('status')).toBe('CANCELLED');
  });
  it('an empty calendar is one', () => expect(events()).toEqual([]));
});
