import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator';

/** A visit as a calendar shows it. */
export interface CalendarVisit {
  jobId: string;
  number: number;
  title: string;
  what: string;
  place: string;
  client: string;
  fromMs: number;
  toMs: number;
  sequence: number;
  cancelled: boolean;
  changedMs: number;
  url: string;
}

/**
 * Visits as iCalendar (RFC 5545). A visit keeps its id for good; moved it has a higher sequence, called off it stays as
 * cancelled, so that a calendar that holds it strikes it out. Times are UTC: right in every zone and across clock changes.
 */
export function writeCalendar(name: string, visits: readonly CalendarVisit[]): string {
  const calendar = ical({ name, prodId: { company: 'basket', product: 'visits', language: 'EN' }, ttl: 3600 });
  calendar.method(ICalCalendarMethod.PUBLISH);
  for (const v of visits)
    calendar.createEvent({
      id: `${v.jobId}-${v.number}@basket`,
      sequence: v.sequence,
      stamp: new Date(v.changedMs),
      lastModified: new Date(v.changedMs),
      start: new Date(v.fromMs),
      end: new Date(v.toMs),
      summary: `${v.title}: ${v.what}`,
      location: v.place,
      description: `${v.client}. ${v.what}`,
      url: v.url,
      status: v.cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED
    });
  return calendar.toString();
}
