import { EVENT_VERSION, FIRST_PART } from '../core/keyed';

type Fields = { readonly [name: string]: unknown };
const isGroup = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);

/** How the data of a version 1 event, by its type there, is said in version 2. Types that are not here are as they were. */
const LIFTS: ReadonlyMap<string, { type?: string; data: (d: Fields) => Fields }> = new Map(
  Object.entries({
    'coat.opened': { data: ofPart },
    'coat.closed': { data: ofPart },
    'coat.judged': { data: ofPart },
    'coat.remedied': { data: ofPart },
    'tack.felt': { data: ofPart },
    'sample.approved': { data: ofPart },
    'sample.reopened': { data: ofPart },
    'bay.spread': { type: 'laying.spread', data: laying },
    'bay.wiped': { type: 'laying.wiped', data: laying },
    'batch.mixed': {
      data: ({ part = FIRST_PART, coat, ...d }: Fields) => ({ ...d, for: [{ part, coat }] })
    },
    'load.packed': { data: (d: Fields) => (typeof d.visit === 'number' ? { ...d, visit: String(d.visit) } : d) }
  })
);

/** Where version 1 named no part, it meant the first. */
function ofPart(d: Fields): Fields {
  return { part: FIRST_PART, ...d };
}

/** A bay is a laying; one that named no faces went on a stretch of whatever its coat goes on. */
function laying({ bay, ...d }: Fields): Fields {
  return ofPart({ ...d, laying: bay });
}

/**
 * An event as it is kept or sent, whatever it is, as the newest version says it. One that names no version is of the first.
 * What is no event comes through as it is, for the schema to refuse.
 */
export function liftEvent(event: unknown): unknown {
  if (!isGroup(event) || event.v !== undefined) return event;
  const lift = typeof event.type === 'string' ? LIFTS.get(event.type) : undefined;
  return {
    ...event,
    v: EVENT_VERSION,
    type: lift?.type ?? event.type,
    data: lift && isGroup(event.data) ? lift.data(event.data) : event.data
  };
}
