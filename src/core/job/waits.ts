import type { CoatTimes, Span } from '../drying';
import { coatCount, type Awaited, type JobDocument, type Part, type PartJob } from '../document';
import type { Plan } from '../plan';
import type { WorkState } from '../log';
import type { LiveWork } from '../site';

/** A part that is waited for: as it is worked, as it stands, as it is planned. */
interface AwaitedPart {
  job: PartJob;
  live: LiveWork;
  plan: Plan;
  state: Pick<WorkState, 'installed'>;
}

/** The last coat of a part, on the wood or as it is planned; null while neither is known. */
function lastCoat({ job, live, plan }: AwaitedPart): CoatTimes | null {
  const wanted = coatCount(job);
  const laid = live.coats.at(-1);
  if (laid && laid.number >= wanted) return laid.wet || laid.waitsFor ? null : laid;
  const planned = plan.chosen?.coats.at(-1);
  return planned && planned.number >= wanted ? planned : null;
}

interface AwaitedRow {
  /** What the awaited part then is. */
  words: string;
  /** When its last coat comes to it; what its card does not tell is the next thing that it does. */
  span: (coat: CoatTimes) => Span;
}

const AWAITED_ROWS: Readonly<Record<Awaited, AwaitedRow>> = {
  'touch dry': { words: 'touch dry', span: (c) => c.touchDry ?? c.recoatOpens },
  ready: { words: 'ready for another coat', span: (c) => c.recoatOpens },
  'light use': { words: 'in light use', span: (c) => c.lightUse ?? c.recoatOpens },
  // Till somebody says that it is, it may be from when it can be handled.
  installed: { words: 'installed', span: (c) => c.touchDry ?? c.recoatOpens },
  'full cure': { words: 'fully cured', span: (c) => c.fullCure ?? c.lightUse ?? c.recoatOpens }
};

/** What a part that is waited for must be, in words. */
export const awaitedWords = (a: Awaited): string => AWAITED_ROWS[a].words;

/** What a part waits for in another, as that one stands: nothing when it waits for none or that one is there already. */
export function waitsOf(
  part: Part,
  awaited: AwaitedPart,
  names: ReadonlyMap<string, string>,
  nowMs: number
): PartJob['waits'] {
  if (!part.after) return undefined;
  const { until } = part.after;
  const last = lastCoat(awaited);
  const why = `waits until ${names.get(part.after.part)} is ${awaitedWords(until)}`;
  const untilMs = last ? AWAITED_ROWS[until].span(last).p50 : null;
  if (untilMs === null) return { untilMs, why: `${why}, which has no date yet` };
  // The clock can't say that a thing hangs in its place: a person does.
  if (until === 'installed' && awaited.state.installed.has(part.after.part)) return undefined;
  if (untilMs > nowMs) return { untilMs, why };
  return until === 'installed' ? { untilMs: null, why: `${why}, which nobody has said yet` } : undefined;
}

/** When a part was or is to be begun, for their order: those on the wood first, those without a start last. */
const begunAt = ({ job, state }: { job: PartJob; state: Pick<WorkState, 'coats'> }): number =>
  Math.min(...state.coats.map((c) => c.openedAtMs), job.startAt === undefined ? Infinity : Date.parse(job.startAt));

/** The parts in an order in which none comes before the one it waits for, and of others the one that begins first comes first. */
export function inWaitingOrder<T extends { job: PartJob; state: Pick<WorkState, 'coats'> }>(
  parts: readonly T[],
  document: JobDocument
): T[] {
  const after = new Map(document.parts.map((p) => [p.id, p.after?.part]));
  const depth = (id: string | undefined, steps = 0): number =>
    id === undefined || steps > document.parts.length ? 0 : 1 + depth(after.get(id), steps + 1);
  return [...parts].sort((a, b) => depth(a.job.part) - depth(b.job.part) || Math.sign(begunAt(a) - begunAt(b)) || 0);
}
