import { madeAt } from '../keyed';
import { tinReasonRow } from '../course';
import { emptySurvey } from '../survey';
import { countedRags } from '../units';
import type { EventType, NewEvent, WorkEvent } from './schema';
import { takePrep, takeSurvey, type PrepEvent, type SurveyEvent } from './take-survey';
import { takeBatch, takeCoat, type BatchEvent, type CoatEvent } from './take-work';
import { packedKey, ragsUnaccounted, type CoatRef, type WorkState } from './work-state';

/** One type of event of a job's log. */
type EventOf<T extends EventType> = Extract<WorkEvent, { type: T }>;

/**
 * What happens on site, by family. Families are fixed: what comes later is a type more, or a field that may be left out. A
 * type is named for its family, but where one has a name of its own.
 */
export const FAMILIES = [
  'survey',
  'step and gate',
  'batch',
  'coat',
  'laying',
  'tack',
  'flaw',
  'look',
  'reading',
  'note',
  'rag',
  'load',
  'sample',
  'leave',
  'correction'
] as const;
export type EventFamily = (typeof FAMILIES)[number];

/** All that is asked of a type of event anywhere: its schema stands in `schema.ts`, its words in `src/words`. */
export interface EventRow<T extends EventType> {
  /** Takes it into the state; gives the reason when it can not take effect. */
  take: (state: WorkState, e: EventOf<T>) => string | null;
  family: EventFamily;
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

const coat = { ...work, family: 'coat', ofPart: true, take: (s: WorkState, e: CoatEvent) => takeCoat(s, e) } as const;
const laying = { ...coat, family: 'laying' } as const;
const batch = { ...work, family: 'batch', take: (s: WorkState, e: BatchEvent) => takeBatch(s, e) } as const;
const survey = {
  ...look,
  family: 'survey',
  take: (s: WorkState, e: SurveyEvent) => takeSurvey(madeAt(s.surveys, e.data.surface, emptySurvey), e)
} as const;
const prep = {
  ...work,
  family: 'step and gate',
  take: (s: WorkState, e: PrepEvent) =>
    takePrep(
      madeAt(s.prep, e.data.surface, () => new Map()),
      e
    )
} as const;
/** One coat a batch was made for: those that share it are reckoned up with it. */
const firstCoatOf = (s: WorkState, e: BatchEvent) => s.batches.find((b) => b.batch === e.data.batch)?.for[0];
const ragsStillOut = (s: WorkState): string | null =>
  ragsUnaccounted(s) > 0 ? `${countedRags(ragsUnaccounted(s))} still out` : null;

/** Every type of event, in the order of the schemas. A new one without its row does not compile. */
export const EVENT_ROWS: { readonly [T in EventType]: EventRow<T> } = {
  'coat.opened': coat,
  'coat.closed': {
    ...coat,
    reckons: (_, { data: { part, coat } }) => ({ part, coat }),
    teachesDrying: true
  },
  'laying.spread': laying,
  'laying.wiped': laying,
  'laying.stage': laying,
  'batch.mixed': { ...batch, reckons: firstCoatOf },
  'batch.poured': batch,
  'batch.stirred': batch,
  'batch.emptied': { ...batch, reckons: firstCoatOf },
  'tack.felt': { ...coat, family: 'tack', teachesDrying: true },
  'reading.taken': {
    ...work,
    family: 'reading',
    take: (s, e) => {
      const { place: _, ...told } = e.data;
      if (Object.keys(told).length === 0) return 'it says no number';
      s.readings.push({ atMs: e.at, by: e.byName, ...e.data });
      return null;
    }
  },
  'note.added': {
    ...work,
    family: 'note',
    take: (s, e) => {
      s.notes.push({ id: e.id, atMs: e.at, by: e.byName, text: e.data.text });
      return null;
    }
  },
  'rags.out': {
    ...work,
    family: 'rag',
    everyTap: true,
    take: (s, e) => {
      s.ragsOut += e.data.count;
      s.ragsCountedAtMs = e.at;
      return null;
    }
  },
  'rags.safe': {
    ...work,
    family: 'rag',
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
    family: 'sample',
    ofPart: true,
    take: (s, e) => {
      const { part, ...said } = e.data;
      s.approvals.set(part, { approval: { ...said, atMs: e.at, by: e.byName } });
      return null;
    }
  },
  'sample.reopened': {
    ...desk,
    family: 'sample',
    ofPart: true,
    take: (s, e) => {
      const word = s.approvals.get(e.data.part);
      if (!word) return 'no sample board was approved';
      word.reopenedAtMs = e.at;
      return null;
    }
  },
  'load.packed': {
    ...desk,
    family: 'load',
    take: (s, e) => {
      s.load.packed.set(packedKey(e.data.visit, e.data.item), e.data.packed);
      return null;
    }
  },
  'load.sourced': {
    ...desk,
    family: 'load',
    take: (s, e) => {
      s.load.from.set(e.data.item, e.data.from);
      return null;
    }
  },
  'look.said': {
    ...work,
    family: 'look',
    ofPart: true,
    take: (s, e) => {
      const { part, coat, another } = e.data;
      if (s.coats.some((c) => c.part === part && c.coat === coat)) return `coat ${coat} was on already`;
      s.looks.set(part, { coat, another, atMs: e.at, by: e.byName });
      return null;
    }
  },
  'part.installed': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    take: (s, e) => {
      if (s.installed.has(e.data.part)) return 'it was installed already';
      s.installed.set(e.data.part, e.at);
      return null;
    }
  },
  'part.moved': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    teachesDrying: true,
    take: (s, e) => {
      const { part, place } = e.data;
      const moves = madeAt(s.moved, part, () => []);
      if (moves.at(-1)?.place === place) return 'it was there already';
      moves.push({ atMs: e.at, by: e.byName, place });
      return null;
    }
  },
  'coat.rubbed': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    take: (s, e) => {
      s.rubbed.push({ ...e.data, atMs: e.at, by: e.byName });
      return null;
    }
  },
  'tin.checked': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    take: (s, e) => {
      if (!tinReasonRow(e.data.reason).checked) return 'it is no check that somebody makes';
      s.tins.push({ ...e.data, atMs: e.at, by: e.byName });
      return null;
    }
  },
  'tin.overruled': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    take: (s, e) => {
      if (tinReasonRow(e.data.reason).overrule === 'nobody') return 'nobody overrules it';
      s.tins.push({ ...e.data, atMs: e.at, by: e.byName });
      return null;
    }
  },
  'flaw.found': {
    ...work,
    family: 'flaw',
    ofPart: true,
    take: (s, e) => {
      s.flaws.push({ id: e.id, ...e.data, atMs: e.at, by: e.byName });
      return null;
    }
  },
  'flaw.mended': {
    ...work,
    family: 'flaw',
    ofPart: true,
    take: (s, e) => {
      const flaw = s.flaws.find((f) => f.id === e.data.flaw);
      if (!flaw) return 'no such flaw was found';
      if (flaw.mended) return 'it was mended already';
      flaw.mended = { atMs: e.at, by: e.byName, ...(e.data.note && { note: e.data.note }) };
      return null;
    }
  },
  'part.rubbed': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    take: (s, e) => {
      s.lastRubs.set(e.data.part, { atMs: e.at, by: e.byName });
      return null;
    }
  },
  'gun.cleaned': {
    ...work,
    family: 'step and gate',
    ofPart: true,
    take: (s, e) => {
      s.gunsCleaned.push({ ...e.data, atMs: e.at, by: e.byName });
      return null;
    }
  },
  'coat.remedied': { ...coat, teachesDrying: true },
  'day.closed': {
    ...work,
    family: 'leave',
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
    family: 'leave',
    take: (s, e) => {
      const reason = ragsStillOut(s);
      if (reason) return reason;
      s.handedOverAtMs ??= e.at;
      return null;
    }
  },
  // What it takes back never took effect: the fold leaves it out from the start.
  'event.undone': { ...work, family: 'correction', by: 'anybody', teachesDrying: true, take: () => null }
};

/** The parts an event names: that which it happened to, or those a batch is for. */
export const partsNamed = ({ type, data }: NewEvent): string[] =>
  type === 'batch.mixed' ? data.for.map((f) => f.part) : 'part' in data ? [data.part] : [];

/** The row of a type of event. */
export const eventRow = <T extends EventType>(type: T): EventRow<T> => EVENT_ROWS[type];
