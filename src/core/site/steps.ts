import type { Span } from '../drying';
import type { HouseRules } from '../house';
import { classTraits, isTwoPart, touchDryProgress } from '../product';
import { localDate } from '../calendar';
import { flawRow, type FlawKind, type Mending } from '../course';
import { abrasiveFor } from '../layers';
import type { Method, MethodRow, StageDue } from '../method';
import { kindRow } from '../surface';
import { counted } from '../units';
import { cardOf, coatCard, coatCount, coatSpec, finishCard } from '../document';
import type { PartJob, Taken } from '../document';
import { batchesFor, openLayings, ragsNotSafe, ragsUnaccounted, type FlawFound, type WorkState } from '../log';
import type { LayingEnd } from './dwell-clock';
import { faceBoard, missing, namesFaces, wanting } from './face-board';
import type { LiveCoat, LiveWork } from './live';

/**
 * What the crew does next, in order. The first is what to do now; `closed` says why a step may not be taken yet, `warn` what
 * it brings with it, `later` that its time has not come.
 */
export type Step = { closed?: string; warn?: string; later?: true } & (
  | {
      kind: 'wipe';
      coat: number;
      laying: number;
      /** The faces of pieces it went on, where it names them. */
      on?: Taken[];
      /** Only a stretch of them. */
      bay: boolean;
      fromMs: number | null;
      byMs: number | null;
      spreadAtMs: number;
      left: boolean;
      end: LayingEnd;
      off: MethodRow['off'];
    }
  /** A stage of its method that is due on a laying: topped up, sanded wet, looked at again. */
  | ({ kind: 'stage'; coat: number; laying: number; on?: Taken[]; bay: boolean } & StageDue)
  /** `vessel` 1 or 2 of a mix with hardener; absent for one that is only stirred. */
  | { kind: 'stir'; batch: string; fromMs: number; untilMs: number; vessel?: 1 | 2 }
  /** What must be so before the tin is opened, and is not: so many reasons. */
  | { kind: 'gate'; coat: number; open: number }
  | { kind: 'mix'; batch: string; coat: number; twoPart: boolean; product: string }
  | {
      kind: 'spread';
      coat: number;
      laying: number;
      batch?: string;
      product: string;
      early: boolean;
      method: Method;
      /** People stand on it while they work, so that it goes towards the way out. */
      walkedOn: boolean;
      /** It goes on faces of pieces, which are picked; else on a stretch of the one there is, counted from 1. */
      onFaces?: boolean;
      /** The house tests with the thumb before the next coat, and nobody has since it opened. */
      untested?: boolean;
    }
  /** A batch in use is empty, or past its use: what is left of it, and how much of the coat is on. */
  | { kind: 'end batch'; batch: string; coat: number }
  | { kind: 'close coat'; coat: number; layings: number }
  /** The last coat hangs on the look: somebody says whether it goes on. */
  | { kind: 'look'; coat: number }
  /** It is carried to another place before a coat. */
  | { kind: 'carry'; coat: number; placeId: string; place: string }
  | { kind: 'wait'; coat: number; next: number; span: Span; progress: number }
  /** Oil stood on a coat: it comes off before anything else goes on. */
  | { kind: 'remedy'; coat: number; layings: number[]; stain: boolean }
  /** A flaw that was found is mended: cut back, filled, touched in, as its branch goes. */
  | {
      kind: 'mend';
      coat: number;
      flaw: string;
      what: FlawKind;
      on: Taken[];
      branch: readonly Mending[];
      /** What it is cut back with. */
      abrasive: string;
      extent: FlawFound['extent'];
      more: boolean;
    }
  /** A thumb's test is owed on a morning after a late wipe or a remedy. */
  | { kind: 'morning test'; coat: number }
  | { kind: 'rags'; out: number }
  /** `safe` rags were counted and made safe, over the whole job. */
  | { kind: 'close day'; date: string; safe: number }
  | { kind: 'leave' }
);

/** Batches are lettered A … Z, then AA, AB … */
export function batchLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : batchLetter(Math.floor(index / 26) - 1) + letter;
}

/** A part as it is worked, with what is so of it. */
type Worked = { job: PartJob; live: LiveWork };

/**
 * The next steps of a part on site at an instant; empty when it has no product or nothing to lay. A day is closed over all parts
 * of the job: those `elsewhere` are its others.
 */
export function nextSteps(
  job: PartJob,
  state: WorkState,
  live: LiveWork,
  nowMs: number,
  recoatBy: HouseRules['recoatBy'] = 'both',
  elsewhere: readonly Worked[] = [],
  /** What nobody settled yet before the tin of the next coat. */
  gate: { coat: number; open: readonly unknown[] } | null = null
): Step[] {
  const card = finishCard(job);
  const wanted = coatCount(job);
  if (!card || wanted === 0) return [];
  const out: Step[] = [];
  for (const b of live.batches)
    if (b.stirredAtMs === undefined && b.emptiedAtMs === undefined)
      out.push({
        kind: 'stir',
        batch: b.batch,
        fromMs: b.pouredAtMs ?? b.mixedAtMs,
        untilMs: b.stirUntilMs,
        ...(b.components.some((c) => c.role === 'hardener') && { vessel: b.pouredAtMs === undefined ? 1 : 2 })
      });
  const open = live.layings
    .filter((b) => b.wipedAtMs === undefined)
    .sort((a, b) => (a.wipeByMs ?? a.spreadAtMs) - (b.wipeByMs ?? b.spreadAtMs));
  for (const b of open)
    out.push({
      kind: 'wipe',
      coat: b.coat,
      laying: b.laying,
      ...(b.on && { on: b.on }),
      bay: b.bay,
      fromMs: b.wipeFromMs,
      byMs: b.wipeByMs,
      spreadAtMs: b.spreadAtMs,
      left: !classTraits(coatCard(job, b.coat)!.class).mustBeWiped,
      end: b.end,
      off: b.off
    });
  out.push(...dueStages(live, nowMs));
  out.push(...mendSteps(job, state, live));
  out.push(...behindGate(coatSteps(job, state, live, wanted, nowMs, recoatBy), gate));
  const rags = ragsUnaccounted(state);
  if (rags > 0) out.push({ kind: 'rags', out: rags });
  const today = localDate(nowMs, job.site.timeZone);
  const workedToday = state.lastAtMs > 0 && localDate(state.lastAtMs, job.site.timeZone) === today;
  if (workedToday && !state.closedDays.includes(today) && state.handedOverAtMs === undefined)
    out.push({
      kind: 'close day',
      date: today,
      safe: state.ragsSafe,
      ...dayCloses([{ job, live }, ...elsewhere], state, today)
    });
  return out;
}

/** The tin and the oil of a coat stay shut until all that stands before them is settled. */
function behindGate(steps: readonly Step[], gate: { coat: number; open: readonly unknown[] } | null): Step[] {
  const open = gate?.open.length ?? 0;
  const shut = (s: Step) => open > 0 && (s.kind === 'mix' || s.kind === 'spread') && s.coat === gate!.coat;
  const first = steps.findIndex(shut);
  return steps.flatMap((s, i) => {
    if (!shut(s)) return [s];
    const closed = s.closed ?? `${open} to settle before the tin`;
    const before: Step[] =
      i === first ? [{ kind: 'gate', coat: gate!.coat, open, ...(s.closed && { closed: s.closed }) }] : [];
    return [...before, { ...s, closed }];
  });
}

/** Flaws that nobody mended yet; most want the coat touch dry first. */
function mendSteps(job: PartJob, { flaws }: WorkState, { coats }: LiveWork): Step[] {
  return flaws
    .filter((f) => f.part === job.part && !f.mended)
    .flatMap(({ id, coat, flaw, on, extent, more }): Step[] => {
      const card = coatCard(job, coat);
      if (!card) return [];
      const { branch, dry } = flawRow(flaw);
      const laid = coats.find((c) => c.number === coat);
      const wet = dry && classTraits(card.class).cures && (laid?.progress ?? 0) < touchDryProgress(card);
      const abrasive = abrasiveFor(card.class);
      return [
        {
          kind: 'mend',
          coat,
          flaw: id,
          what: flaw,
          on,
          branch,
          abrasive,
          extent,
          more,
          ...(wet && { closed: `coat ${coat} is not touch dry` })
        }
      ];
    });
}

/** Stages that are due on layings, and of those whose time has not come the soonest. */
function dueStages({ layings }: LiveWork, nowMs: number): Step[] {
  const due = layings.flatMap(({ coat, laying, on, bay, due, end }) =>
    due && end !== 'will stay tacky' ? [{ kind: 'stage' as const, coat, laying, bay, ...(on && { on }), ...due }] : []
  );
  due.sort((a, b) => a.fromMs - b.fromMs);
  const later = due.find((s) => s.fromMs > nowMs);
  return [...due.filter((s) => s.fromMs <= nowMs), ...(later ? [{ ...later, later: true as const }] : [])];
}

/** Why a day may not be closed yet, or what closing it brings with it. */
function dayCloses(parts: readonly Worked[], state: WorkState, today: string): Pick<Step, 'closed' | 'warn'> {
  const rags = ragsUnaccounted(state);
  if (rags > 0) return { closed: ragsNotSafe(rags) };
  const { timeZone } = parts[0]!.job.site;
  const on = (ms: number | undefined) => ms !== undefined && localDate(ms, timeZone) === today;
  const layings = parts.flatMap(({ job, live }) =>
    live.layings.map((laying) => ({ ...laying, card: coatCard(job, laying.coat) }))
  );
  const wiped = layings.find((b) => on(b.wipedAtMs) && b.card?.oxidising);
  if (wiped && !on(state.ragsCountedAtMs))
    return { closed: `no rags were counted after ${wiped.card!.name} was wiped today` };
  const open = layings.find((b) => b.wipedAtMs === undefined && b.end !== 'left');
  if (!open) return {};
  return classTraits(open.card!.class).cures
    ? { warn: `bay ${open.laying} is still open: left so, it will stay tacky` }
    : { warn: `bay ${open.laying} is still open: wipe it tomorrow` };
}

function coatSteps(
  job: PartJob,
  state: WorkState,
  live: LiveWork,
  wanted: number,
  nowMs: number,
  recoatBy: HouseRules['recoatBy']
): Step[] {
  const openCoat = state.coats.find((c) => c.closedAtMs === undefined);
  const last = live.coats[live.coats.length - 1];
  const owed = live.coats.find((c) => c.closed && c.waitsFor);
  if (owed) return [owedStep(job, owed)];
  const next = openCoat?.coat ?? (last?.number ?? 0) + 1;
  if (next > wanted) return state.handedOverAtMs === undefined ? [{ kind: 'leave' }] : [];
  const card = coatCard(job, next);
  if (!card) return [];
  const out: Step[] = [];
  const below = live.coats.find((c) => c.number === next - 1);
  const under = (below && coatCard(job, below.number)) ?? card;
  const cures = classTraits(under.class).cures;
  let closed: string | undefined;
  let early = false;
  let untested = false;
  if (below && !openCoat) {
    early = below.progress < 1;
    if (early)
      out.push({
        kind: 'wait',
        coat: below.number,
        next,
        span: below.recoatOpens,
        progress: below.progress
      });
    const felt = state.coats.find((c) => c.coat === below.number)?.tacks.at(-1);
    untested = cures && recoatBy !== 'clock' && felt?.felt !== 'ready';
    if (untested && recoatBy === 'touch') closed = `no tack test says coat ${below.number} is ready`;
    if (cures && below.progress < touchDryProgress(under)) closed = `coat ${below.number} is not touch dry`;
    else if (!cures && early) closed = `coat ${below.number} is still soaking in`;
  }
  const carried = job.moves?.[0];
  if (carried && carried.before <= next && !openCoat)
    out.push({
      kind: 'carry',
      coat: next,
      placeId: carried.placeId,
      place: carried.name,
      ...(below && cures && below.progress < touchDryProgress(under) && { closed })
    });
  const made = new Set(batchesFor(state, { part: job.part, coat: next }).map((b) => b.batch));
  const batch = live.batches.find(
    (b) => made.has(b.batch) && b.emptiedAtMs === undefined && (b.thickensAtMs ?? Infinity) > nowMs
  );
  // A coat whose layings name their faces is on everything once none wants it any more.
  const board = faceBoard(job, state, live);
  const allOn = openCoat?.layings.some((b) => b.on) && wanting(board, next).length === 0;
  const said = state.looks.get(job.part);
  const wantedByLook = said?.coat === next && said.another;
  if (job.finish?.lastByLook && next === wanted && next > 1 && !openCoat && !wantedByLook)
    return [...out, { kind: 'look', coat: next, ...(closed && { closed }) }];
  if (!batch && !allOn)
    out.push({
      kind: 'mix',
      batch: batchLetter(state.batchesMixed),
      coat: next,
      twoPart: isTwoPart(card),
      product: productName(job, next),
      ...(closed && { closed })
    });
  if (!allOn)
    out.push({
      kind: 'spread',
      coat: next,
      laying: (openCoat?.layings.reduce((m, b) => Math.max(m, b.laying), 0) ?? 0) + 1,
      batch: batch?.batch,
      early,
      product: productName(job, next),
      method: coatSpec(job.finish!, next).method,
      walkedOn: job.surfaces.some((s) => kindRow(s.kind).walkedOn),
      ...(namesFaces(board) && { onFaces: true }),
      ...(untested && { untested }),
      ...(closed
        ? { closed }
        : !batch && isTwoPart(card)
          ? { closed: 'mix a batch first' }
          : batch && batch.stirredAtMs === undefined
            ? { closed: `batch ${batch.batch} is not stirred` }
            : {})
    });
  for (const b of allOn ? [] : live.batches)
    if (made.has(b.batch) && b.emptiedAtMs === undefined && openCoat?.layings.some((l) => l.batch === b.batch))
      out.push({ kind: 'end batch', batch: b.batch, coat: next });
  if (openCoat && openCoat.layings.length > 0) {
    const laying = openLayings(state)[0];
    const missed = openCoat.layings.some((b) => b.on) ? missing(board, openCoat.coat).length : 0;
    out.push({
      kind: 'close coat',
      coat: openCoat.coat,
      layings: openCoat.layings.length,
      ...(missed > 0 && { warn: `${counted(missed, 'face has', 'faces have')} not had it` }),
      ...(laying && closesOpen(live, laying))
    });
  }
  return out;
}

/** What a coat is of, as it is asked for at the van: "Ostrel Duo, Peat". */
function productName(job: PartJob, coat: number): string {
  const { productId, colour } = coatSpec(job.finish!, coat);
  return `${cardOf(job, productId)?.name ?? productId}, ${colour}`;
}

/** What is owed to a coat before anything else goes on. */
const owedStep = (job: PartJob, coat: LiveCoat): Step =>
  coat.waitsFor === 'remedy'
    ? {
        kind: 'remedy',
        coat: coat.number,
        layings: coat.standing,
        stain: classTraits(coatCard(job, coat.number)!.class).stain
      }
    : { kind: 'morning test', coat: coat.number };

/** A coat closes over an open bay only when its oil is past saving, and says so; else it is wiped first. */
const closesOpen = (live: LiveWork, laying: { coat: number; laying: number }): Pick<Step, 'closed' | 'warn'> => {
  const end = live.layings.find((b) => b.coat === laying.coat && b.laying === laying.laying)?.end;
  return end === 'will stay tacky'
    ? { warn: `bay ${laying.laying} was never wiped: the coat will stay tacky` }
    : { closed: `bay ${laying.laying} is still open` };
};
