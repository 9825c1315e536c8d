import type { JobDocument } from '../core/document';
import type { WorkEvent } from '../core/log';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../core/units';
import { checkJobDocument } from './job-json';
import type { Checked, FieldProblem } from './validate/validate';
import { checkEvent } from './work-event';

const UNIT_MS = { m: MINUTE_MS, h: HOUR_MS, d: DAY_MS } as const;

/** An instant told from another: "-74m" is 74 minutes before, in minutes, hours or days; null when it is none. */
export function agoMs(text: string, nowMs: number): number | null {
  const m = /^-(\d+(?:\.\d+)?)([mhd])$/.exec(text);
  return m ? Math.round(nowMs - Number(m[1]) * UNIT_MS[m[2] as keyof typeof UNIT_MS]) : null;
}

/** A job with what has happened on it. */
export interface KeptJob {
  document: JobDocument;
  events: WorkEvent[];
}

type Fields = { readonly [name: string]: unknown };
const isGroup = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);

/**
 * Reads a job as it is exported, a document alone, or as a folder keeps it, `{ document, events }`. Cards the document leaves
 * out are taken from `cards`, by the ids its finish names; times of events may be told from `nowMs`, "-74m".
 */
export function readKeptJob(data: unknown, cards: readonly unknown[], nowMs: number): Checked<KeptJob> {
  const kept = isGroup(data) && isGroup(data.document) ? data : { document: data, events: [] };
  const job = checkJobDocument(withCards(kept.document, cards));
  if (!job.ok) return prefixed(job.problems, kept.document === data ? '' : '/document');
  const list: unknown = kept.events ?? [];
  if (!Array.isArray(list)) return { ok: false, problems: [{ path: '/events', problem: 'must be a list' }] };
  const events: WorkEvent[] = [];
  for (const [i, e] of list.entries()) {
    const read = readEvent(e, i, nowMs);
    if (!read.ok) return prefixed(read.problems, `/events/${i}`);
    events.push(read.value);
  }
  return { ok: true, value: { document: job.value, events } };
}

const prefixed = (problems: readonly FieldProblem[], by: string): { ok: false; problems: FieldProblem[] } => ({
  ok: false,
  problems: problems.map((p) => ({ ...p, path: `${by}${p.path}` }))
});

/** The ids of the products a document of any version names in its finishes. */
export function productsNamed(document: unknown): Set<unknown> {
  const parts: unknown[] = isGroup(document) && Array.isArray(document.parts) ? document.parts : [];
  const finishes = [document, ...parts].map((p) => (isGroup(p) && isGroup(p.finish) ? p.finish : {}));
  const coats = finishes.flatMap((f): unknown[] => (Array.isArray(f.coats) ? f.coats : []));
  return new Set([...finishes, ...coats].map((c) => (isGroup(c) ? c.productId : undefined)));
}

/** A document that names its products and leaves their cards to a shelf, with them. */
function withCards(document: unknown, cards: readonly unknown[]): unknown {
  if (!isGroup(document) || document.products !== undefined || cards.length === 0) return document;
  const wanted = productsNamed(document);
  return { ...document, products: cards.filter((c) => isGroup(c) && wanted.has(c.id)) };
}

/** An event with all a log keeps of it; what the file leaves out is made up in its order. */
function readEvent(data: unknown, i: number, nowMs: number): Checked<WorkEvent> {
  if (!isGroup(data)) return { ok: false, problems: [{ path: '', problem: 'must be a group of fields' }] };
  const at = typeof data.at === 'string' ? agoMs(data.at, nowMs) : data.at;
  if (at === null)
    return {
      ok: false,
      problems: [{ path: '/at', problem: 'must be epoch milliseconds, or a time like -74m or -33h' }]
    };
  const made = {
    id: data.id ?? `01900000-0000-7000-8000-${i.toString(16).padStart(12, '0')}`,
    at,
    device: data.device ?? 'file',
    ...(data.v !== undefined && { v: data.v }),
    type: data.type,
    data: data.data
  };
  const event = checkEvent(made);
  if (!event.ok) return event;
  const by = typeof data.byName === 'string' ? data.byName : typeof data.by === 'string' ? data.by : '';
  return { ok: true, value: { ...event.value, jobId: 'file', by, byName: by } };
}
