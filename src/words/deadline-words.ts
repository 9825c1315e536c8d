import type { Deadline } from '../core/site';
import type { JudgedBooking } from '../core/starts';
import { counted, countedRags, showDuration, showVolume, type UnitSystem } from '../core/units';
import { stageWords } from './method-words';
import { RULE_WORD } from './rule-words';
import { spanWords, whenWords } from './time';

/** A deadline in the words of a calm foreman: the verb first, then what is known about it. */
export interface DeadlineWords {
  title: string;
  detail: string;
  action: string;
  station: 'work' | 'when' | 'leave';
}

/** Words for a deadline at an instant, in the site's zone. */
export function deadlineWords(d: Deadline, nowMs: number, timeZone: string, units: UnitSystem): DeadlineWords {
  const when = (ms: number) => whenWords(ms, nowMs, timeZone);
  switch (d.kind) {
    case 'wipe':
      return {
        title:
          d.end === 'will stay tacky'
            ? `${d.what ?? `Bay ${d.laying}`} stands, past wiping`
            : `Wipe ${d.what ?? `bay ${d.laying}`}`,
        detail: `coat ${d.coat}, oil on since ${when(d.spreadAtMs)}${d.batch ? `, batch ${d.batch}` : ''}`,
        action: 'Open Work',
        station: 'work'
      };
    case 'stage': {
      const { title } = stageWords(d, d.what ?? `bay ${d.laying}`);
      return {
        title,
        detail: `coat ${d.coat}, from ${when(d.fromMs)}`,
        action: 'Open Work',
        station: 'work'
      };
    }
    case 'remedy':
      return {
        title: `Coat ${d.coat} will stay tacky`,
        detail: `${d.layings.length ? `oil stood on bay ${d.layings.join(', ')}. ` : ''}Every date after it waits for the remedy`,
        action: 'Open Work',
        station: 'work'
      };
    case 'morning test':
      return {
        title: `Feel coat ${d.coat}`,
        detail: 'wiped late or mended: the next date hangs on a test in the morning',
        action: 'Test by touch',
        station: 'work'
      };
    case 'stir':
      return {
        title: `Stir batch ${d.batch}`,
        detail: 'scrape the bottom, or it stays soft',
        action: 'Open Work',
        station: 'work'
      };
    case 'batch thickens':
      return {
        title: `Batch ${d.batch} thickens`,
        detail: `${showVolume(d.totalL, units)} mixed ${when(d.fromMs)}. On the wood or thrown away by then`,
        action: 'Open Work',
        station: 'work'
      };
    case 'rags':
      return {
        title: `${countedRags(d.out - d.safe)} not made safe`,
        detail: `${d.out} out, ${d.safe} made safe`,
        action: 'Count rags',
        station: 'work'
      };
    case 'finish coat':
      return {
        title: `Close coat ${d.coat}`,
        detail: `${counted(d.baysWiped, 'bay', 'bays')} wiped. Write down the oil used`,
        action: 'Open Work',
        station: 'work'
      };
    case 'recoat opens':
      return {
        title: d.atMs > nowMs ? `Recoat opens` : `Coat ${d.next} may go on`,
        detail: `coat ${d.next}. ${spanWords(d.span, nowMs, timeZone)}`,
        action: 'Test by touch',
        station: 'work'
      };
    case 'recoat closes':
      return {
        title: d.atMs > nowMs ? `Coat ${d.next} before the gate shuts` : `Gate shut, abrade first`,
        detail:
          d.atMs > nowMs
            ? `open now. ${spanWords(d.span, nowMs, timeZone)}`
            : `coat ${d.coat} is too hard to key. Abrade, then coat ${d.next}`,
        action: 'Open Work',
        station: 'work'
      };
    case 'rain-safe':
      return {
        title: 'Safe from rain',
        detail: `coat ${d.coat}. ${spanWords(d.span, nowMs, timeZone)}`,
        action: 'See hours',
        station: 'when'
      };
    case 'light use':
      return {
        title: 'Light use',
        detail: spanWords(d.span, nowMs, timeZone),
        action: 'Open Leave',
        station: 'leave'
      };
    case 'hand over':
      return {
        title: 'Hand over',
        detail: 'all coats laid and walkable',
        action: 'Open Leave',
        station: 'leave'
      };
    case 'start':
      return {
        title: d.ok ? `Start coat ${d.coat}` : `Start has closed, choose again`,
        detail: d.ok
          ? d.members && d.members > 1
            ? `booked, holds in ${d.holds} of ${d.members} forecasts`
            : 'booked'
          : 'the weather has changed since it was booked',
        action: 'See hours',
        station: 'when'
      };
    case 'booking unsafe':
      return { ...bookingWords(d.booking, nowMs, timeZone), action: 'Choose again', station: 'when' };
  }
}

/** A booking that turned unsafe: what stops it in how many forecasts, and what holds instead. */
export function bookingWords(b: JudgedBooking, nowMs: number, timeZone: string): { title: string; detail: string } {
  const when = (ms: number) => whenWords(ms, nowMs, timeZone);
  const { stopper, better, members } = b;
  const of = members > 1 ? ` in ${stopper?.count ?? members - b.holds} of ${members} forecasts` : '';
  const why = stopper
    ? `${RULE_WORD[stopper.rule]} from ${when(stopper.atMs)}${of}`
    : `it holds in ${b.holds} of ${members}`;
  const instead = better
    ? `${when(better.startMs)} holds${members > 1 ? ` in ${better.holds}` : ''}`
    : 'no start in ten days is better';
  return {
    title: `Coat ${b.coat} is no longer safe`,
    detail: `${when(b.startMs)}: ${why}. ${instead[0]!.toUpperCase()}${instead.slice(1)}`
  };
}

/** "11 min 08 s left", "in 3 h 49 min", "4 min over". Seconds show within the hour. */
export function leftWords(d: Deadline, nowMs: number): string {
  const ms = d.atMs - nowMs;
  if (d.kind === 'rags') return 'before anyone leaves';
  if (ms < 0) return d.urgent ? `${showDuration(ms, true)} over` : `since ${showDuration(ms)}`;
  return d.urgent ? `${showDuration(ms, true)} left` : `in ${showDuration(ms)}`;
}
