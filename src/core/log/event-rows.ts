import { madeAt } from '../keyed';
import { FIRST_PART } from '../document';
import { emptySurvey } from '../survey';
import { countedRags } from '../units';
import type { EventType, WorkEvent } from './schema';
import { takePrep, takeSurvey, type PrepEvent, type SurveyEvent } from './take-survey';
import { takeBatch, takeCoat, type BatchEvent, type CoatEvent, type CoatRef } from './take-work';
import { packedKey, ragsUnaccounted, type WorkState } from './work-state';

/** One type of event of a job's log. */
type EventOf<T extends EventType> = Extract<WorkEvent, { type: T }>;

/** All that is asked of a type of event anywhere: its schema stands in `schema.ts`, its words in `src/words`. */
export interface EventRow<T extends EventType> {
  /** Takes it into the state; gives the reason when it can not take effect. */
  take: (state: WorkState, e: EventOf<T>) => string | null;
  /** Who writes it: hands on site, or anybody of the crew at a desk or beside a van. */
  by: 'hands' | 'anybody';
  /** Whether somebody was at work on the wood: the day has to be closed after it. */
  works: boolean;
  /** Whether each of two taps in one breath counts; of all others the second is the first once more. */
  everyTap: boolean;
  /** Whether it happens to one part of the job and names it. */
  ofPart: boolean;
  /** The coat whose litres it may make add up, or not. */
  reckons?: (state: WorkState, e: EventOf<T>) => CoatRef | undefined;
  /** Whether what the job teaches of drying may be another after it. */
  teachesDrying: boolean;
}

const work = { by: 'hands', works: true, everyTap: false, ofPart: false, teachesDrying: false } as const;
const look = { ...work, works: false } as const;
const desk = { ...look, by: 'anybody' } as const;

const coat = { ...work, ofPart: true, take: (s: WorkState, e: CoatEvent) => takeCoat(s, e) };
const batch = { ...work, take: (s: WorkState, e: BatchEvent) => takeBatch(s, e) };
const survey = {
  ...look,
  take: (s: WorkState, e: SurveyEvent) => takeSurvey(madeAt(s.surveys, e.data.surface, emptySurvey), e)
};
const prep = {
  ...work,
  take: (s: WorkState, e: PrepEvent) =>
    takePrep(
      madeAt(s.prep, e.data.surface, () => new Map()),
      e
    )
};
/** The coat a batch was made for. */
const coatOfBatch = (s: WorkState, e: BatchEvent) => s.batches.find((b) => b.batch === e.data.batch);
const ragsStillOut = (s: WorkState): string | null =>
  ragsUnaccounted(s) > 0 ? `${countedRags(ragsUnaccounted(s))} still out` : null;

/** Every type of event, in the order of the schemas. A new one without its row does not compile. */
export const EVENT_ROWS: { readonly [T in EventType]: EventRow<T> } = {
  'coat.opened': coat,
  'coat.closed': {
    ...coat,
    reckons: (_, { data: { part = FIRST_PART, coat } }) => ({ part, coat }),
    teachesDrying: true
  },
  'bay.spread': coat,
  'bay.wiped': coat,
  'batch.mixed': { ...batch, ofPart: true, reckons: coatOfBatch },
  'batch.poured': batch,
  'batch.stirred': batch,
  'batch.emptied': { ...batch, reckons: coatOfBatch },
  'tack.felt': { ...coat, teachesDrying: true },
  'reading.taken': {
    ...work,
    take: (s, e) => {
      s.readings.push({ atMs: e.at, by: e.byName, ...e.data });
      return null;
    }
  },
  'note.added': {
    ...work,
    take: (s, e) => {
      s.notes.push({ id: e.id, atMs: e.at, by: e.byName, text: e.data.text });
      return null;
    }
  },
  'rags.out': {
    ...work,
    everyTap: true,
    take: (s, e) => {
      s.ragsOut += e.data.count;
      s.ragsCountedAtMs = e.at;
      return null;
    }
  },
  'rags.safe': {
    ...work,
    take: (s, e) => {
      const out = ragsUnaccounted(s);
      s.ragsSafe += e.data.count;
      return e.data.count > out
        ? `${countedRags(e.data.count)} made safe, but only ${out} ${out === 1 ? 'was' : 'were'} out`
        : null;
    }
  },
  'finding.noted': survey,
  'test.made': survey,
  'moisture.read': survey,
  'photo.added': survey,
  'prep.done': prep,
  'gate.checked': prep,
  'coat.judged': { ...coat, ...desk, ofPart: true },
  'sample.approved': {
    ...desk,
    ofPart: true,
    take: (s, e) => {
      const { part = FIRST_PART, ...said } = e.data;
      s.approvals.set(part, { approval: { ...said, atMs: e.at, by: e.byName } });
      return null;
    }
  },
  'sample.reopened': {
    ...desk,
    ofPart: true,
    take: (s, e) => {
      const word = s.approvals.get(e.data.part ?? FIRST_PART);
      if (!word) return 'no sample board was approved';
      word.reopenedAtMs = e.at;
      return null;
    }
  },
  'load.packed': {
    ...desk,
    take: (s, e) => {
      s.load.packed.set(packedKey(e.data.visit, e.data.item), e.data.packed);
      return null;
    }
  },
  'load.sourced': {
    ...desk,
    take: (s, e) => {
      s.load.from.set(e.data.item, e.data.from);
      return null;
    }
  },
  'coat.remedied': { ...coat, teachesDrying: true },
  'day.closed': {
    ...work,
    take: (s, e) => {
      const reason = ragsStillOut(s);
      if (reason) return reason;
      s.closedDays.push(e.data.date);
      s.daysClosedAtMs.push(e.at);
      return null;
    }
  },
  'handed.over': {
    ...work,
    take: (s, e) => {
      const reason = ragsStillOut(s);
      if (reason) return reason;
      s.handedOverAtMs ??= e.at;
      return null;
    }
  },
  // What it takes back never took effect: the fold leaves it out from the start.
  'event.undone': { ...work, by: 'anybody', teachesDrying: true, take: () => null }
};

/** The row of a type of event. */
export const eventRow = <T extends EventType>(type: T): EventRow<T> => EVENT_ROWS[type];
