/** Cards and jobs of the demo world, for tests: the same files that any import would read. */
import cards from '../demo/cards.json';
import readingRoom from './version-1/reading-room.json';
import deck from '../demo/jobs/02-boathouse-deck.json';
import counter from '../demo/jobs/03-bakery-counter.json';
import { firstDayKnowledge, type Knowledge } from '../src/core/knowledge';
import { FIRST_PART, partJob, type JobDocument, type PartJob } from '../src/core/document';
import { liftJob } from '../src/formats/lift-job';
import type { JobFile1 } from '../src/formats/schema/job-1-schema';
import { EVENT_VERSION, eventRow, type EventSaid, type EventType, type WorkEvent } from '../src/core/log';
import type { ProductCard } from '../src/core/product';

export const card = (id: string): ProductCard => structuredClone(cards.find((c) => c.id === id)) as ProductCard;

const withCard = (document: unknown): PartJob => {
  const job = structuredClone(document) as JobFile1;
  const ids = new Set(job.finish ? [job.finish.productId, ...(job.finish.coats ?? []).map((c) => c.productId)] : []);
  return partJob(liftJob({ ...job, products: [...ids].map(card) }), FIRST_PART);
};

/** The document of a job whose only part is this. */
export const whole = ({ part: _, placeId: _p, ...job }: PartJob): JobDocument =>
  liftJob({ format: 'basket-job', version: 1, ...job });

export const NOW = Date.parse('2027-05-18T09:40:00+01:00');

/** Indoors an hour is closed until the wood has been read: as it was the day before. */
export const readDry = (job: PartJob): PartJob => ({
  ...job,
  site: { ...job.site, moisture: { percent: 8.4, at: new Date(NOW - 86_400_000).toISOString() } }
});

export const floorJob = (): PartJob => readDry(withCard(readingRoom.document));
export const deckJob = (): PartJob => withCard(deck.document);
export const counterJob = (): PartJob => readDry(withCard(counter.document));

export const knowledge: Knowledge = firstDayKnowledge();

let serial = 0;
/** An event as a phone would make it, `minutes` after NOW. */
export function made<T extends EventType>(type: T, data: EventSaid<T>, minutes = 0): WorkEvent {
  serial++;
  const id = `01900000-0000-7000-8000-${serial.toString(16).padStart(12, '0')}`;
  return {
    id,
    at: NOW + minutes * 60_000,
    device: 'phone-1',
    v: EVENT_VERSION,
    type,
    data: eventRow(type).ofPart ? { part: FIRST_PART, ...data } : data,
    jobId: 'j',
    by: 'u',
    byName: 'Tove'
  } as unknown as WorkEvent;
}
