import { localDate } from '../calendar';
import { colourLock } from '../choose';
import { betweenCoats, type Between, type LayerFinding } from '../coats';
import { tinReasonRow, TIN_REASONS, TIN_WORDS_OF, type FlawKind, type TinReasonKind, type TinWordOf } from '../course';
import { coatCard, coatCount, coatSpecs, wholeSurfaceId, type Taken } from '../document';
import type { Span } from '../drying';
import type { Closure, Rule } from '../judge';
import { restingStep, unitProgress } from '../prep';
import { classTraits, touchDryProgress } from '../product';
import { vapourIn } from '../safety';
import { HOUR_MS } from '../units';
import { dosesToday } from './vapour';
import type { JobView, PartView } from './view';

/** What a reason found, in facts; the words are found elsewhere. */
export type TinFact =
  | { kind: 'lead test'; surface: string }
  | { kind: 'isocyanate'; product: string }
  | { kind: 'vapour'; peakGPerM3: number; referenceGPerM3: number; hours: number; flammable: boolean }
  | { kind: 'below wet'; below: number; touchDry: Span | null }
  | { kind: 'hour' | 'moisture'; closure: Closure }
  | { kind: 'layers'; finding: LayerFinding }
  | { kind: 'early'; below: number; opens: Span }
  | { kind: 'verdict'; surface: string; reason: string; remedy: string }
  | { kind: 'thumb'; below: number; felt: string | null }
  | { kind: 'colour'; word: 'none' | 'reopened' | 'another' }
  | {
      kind: 'prep';
      surface: string;
      left: number;
      next: string | null;
      gate: boolean;
      /** What was done and rests yet. */
      rests: { step: string; untilMs: number } | null;
    }
  | { kind: 'flaw'; flaw: FlawKind; on: Taken[]; below: number }
  | { kind: 'between'; between: Between; below: number; failed: boolean };

/** One reason to leave the tin shut. */
export interface TinReason {
  kind: TinReasonKind;
  /** What it is about where there are several of its kind: a surface, a rule of the hour. */
  of?: string;
  fact: TinFact;
  whose: TinWordOf;
  overrule: 'nobody' | 'lead' | 'anybody';
  /** Somebody says that it is seen to. */
  checked: boolean;
  /** Who settled it, and why where it was overruled. */
  settled?: { by: string; atMs: number; why?: string };
}

/** The gate of a coat at the wood. */
export interface BeforeTin {
  coat: number;
  reasons: TinReason[];
  /** Those nobody settled. */
  open: TinReason[];
}

/** Rules of the hour that speak of the wood's own moisture. */
const OF_MOISTURE: ReadonlySet<Rule> = new Set(['boards wet', 'too dry', 'no reading']);
/** Reasons of a verdict that the moisture of this hour says by itself. */
const SAID_BY_THE_HOUR: ReadonlySet<string> = new Set(['too wet', 'stays wet', 'too dry']);
/** Rules that say nothing at the wood: the crew is there, and the coat below has a reason of its own. */
const NOT_ASKED: ReadonlySet<Rule> = new Set(['off hours', 'not ready', 'no data']);

/**
 * What must be so before the tin of a part's next coat is opened (handbook 16): every reason that shuts it, people first, then
 * label, house and crew, with who settled it. Null where no coat is to be begun: none is left, one is open, or its tin is.
 */
export function beforeTin({ parts, surveys }: Pick<JobView, 'parts' | 'surveys'>, part: string): BeforeTin | null {
  const seen = parts.find((p) => p.job.part === part);
  const coat = seen && coatToBegin(seen);
  if (!seen || coat === null || coat === undefined) return null;
  const found = [
    ...surfaceReasons(seen, surveys, coat),
    ...peopleReasons(seen, parts, coat),
    ...hourReasons(seen),
    ...belowReasons(seen, coat),
    ...layerReasons(seen, coat),
    ...colourReasons(seen),
    ...flawReasons(seen)
  ];
  const reasons = found
    .map((r): TinReason => settledBy(seen, coat, r))
    .sort(
      (a, b) =>
        TIN_WORDS_OF.indexOf(a.whose) - TIN_WORDS_OF.indexOf(b.whose) ||
        TIN_REASONS.indexOf(a.kind) - TIN_REASONS.indexOf(b.kind)
    );
  return { coat, reasons, open: reasons.filter((r) => !r.settled) };
}

/** The coat whose tin is opened next; null where none is, or where oil of it is open already. */
function coatToBegin({ job, state, live }: PartView): number | null {
  if (!job.finish || state.handedOverAtMs !== undefined) return null;
  if (state.coats.some((c) => c.closedAtMs === undefined) || live.coats.some((c) => c.closed && c.waitsFor))
    return null;
  const coat = (live.coats.at(-1)?.number ?? 0) + 1;
  const made = state.batches.some((b) => b.for.some((f) => f.part === job.part && f.coat === coat));
  return coat > coatCount(job) || made || !coatCard(job, coat) ? null : coat;
}

type Found = Pick<TinReason, 'fact' | 'of'> & { grade?: 'law' | 'label' | 'house' };

function settledBy({ job, state, nowMs }: PartView, coat: number, { fact, of, grade }: Found): TinReason {
  const { kind } = fact;
  const row = tinReasonRow(kind);
  const today = (ms: number) => localDate(ms, job.site.timeZone) === localDate(nowMs, job.site.timeZone);
  const lasts = (atMs: number) => row.lasts === 'coat' || today(atMs);
  const word = state.tins
    .filter((t) => t.part === job.part && t.coat === coat && t.reason === kind && t.of === of && lasts(t.atMs))
    .at(-1);
  return {
    kind,
    ...(of !== undefined && { of }),
    fact,
    whose: row.of === 'grade' ? (grade === 'house' ? 'house' : 'label') : row.of,
    overrule: row.overrule,
    checked: row.checked,
    ...(word && { settled: { by: word.by, atMs: word.atMs, ...(word.why && { why: word.why }) } })
  };
}

/** What was found on the surfaces of the part, and what of their preparation is not done: asked before its first coat. */
function surfaceReasons({ job, state, nowMs }: PartView, surveys: JobView['surveys'], coat: number): Found[] {
  if (coat > 1) return [];
  const mine = new Set(job.surfaces.map((s) => wholeSurfaceId(s.id)));
  return surveys
    .filter((s) => mine.has(s.surfaceId))
    .flatMap(({ surfaceId: of, verdict, prep }): Found[] => {
      const open = verdict.reasons.filter((r) => !r.settled);
      const lead = open.some((r) => r.caution === 'lead');
      const grave = open.find(
        (r) =>
          (r.verdict === 'do not oil' || r.verdict === 'wait until') &&
          r.caution !== 'lead' &&
          !SAID_BY_THE_HOUR.has(r.id)
      );
      const here = job.surfaces.filter((s) => wholeSurfaceId(s.id) === of);
      const pieces = [...new Set(here.flatMap((s): (string | undefined)[] => s.units ?? [undefined]))];
      const log = state.prep.get(of) ?? new Map();
      const steps = pieces.flatMap((p) => unitProgress(prep, log, p));
      const left = steps.filter((p) => p.status !== 'done');
      const [next] = left;
      const rests = restingStep(steps, nowMs);
      return [
        ...(lead ? [{ of, fact: { kind: 'lead test' as const, surface: of } }] : []),
        ...(grave
          ? [{ of, fact: { kind: 'verdict' as const, surface: of, reason: grave.reason, remedy: grave.remedy } }]
          : []),
        ...(next || rests
          ? [
              {
                of,
                fact: {
                  kind: 'prep' as const,
                  surface: of,
                  left: new Set(left.map((p) => p.step.id)).size,
                  next: next?.step.id ?? null,
                  gate: next?.status === 'gate' || next?.status === 'again',
                  rests: rests && { step: rests.step.id, untilMs: rests.untilMs }
                }
              }
            ]
          : [])
      ];
    });
}

/** What protects people in the air of a coat: all that goes on in its place that day is one air. */
function peopleReasons({ job, knowledge, nowMs }: PartView, parts: readonly PartView[], coat: number): Found[] {
  const card = coatCard(job, coat)!;
  const { room, setting } = job.site;
  const out: Found[] = card.isocyanate ? [{ fact: { kind: 'isocyanate', product: card.name } }] : [];
  const doses = dosesToday(parts, job.part, coat, nowMs);
  if (setting === 'outdoor' || room.volumeM3 === undefined || doses.length === 0) return out;
  const { house } = knowledge;
  const seen = vapourIn(
    doses.reduce((sum, d) => sum + d.grams, 0),
    { volumeM3: room.volumeM3, airChangesPerHour: room.airChangesPerHour ?? house.vapour.airChangesPerHour },
    Math.min(...doses.map((d) => d.lelGPerM3)),
    house
  );
  if (seen.belowReferenceHours === null) return out;
  return [
    ...out,
    {
      fact: {
        kind: 'vapour',
        peakGPerM3: seen.peakGPerM3,
        referenceGPerM3: house.vapour.referenceGPerM3,
        hours: seen.belowReferenceHours,
        flammable: seen.warn
      }
    }
  ];
}

/** What closes this hour for laying. */
function hourReasons({ plan, nowMs }: PartView): Found[] {
  const hour = plan.hours.find((h) => h.atMs <= nowMs && nowMs < h.atMs + HOUR_MS);
  return (hour?.closed ?? [])
    .filter((c) => !NOT_ASKED.has(c.rule))
    .map((closure) => ({
      of: closure.rule,
      grade: closure.grade,
      fact: { kind: OF_MOISTURE.has(closure.rule) ? ('moisture' as const) : ('hour' as const), closure }
    }));
}

/** How the coat below stands: dry to the touch, ready, felt, and rubbed. */
function belowReasons({ job, state, live, knowledge, nowMs }: PartView, coat: number): Found[] {
  const below = live.coats.at(-1);
  if (!below) return [];
  const card = coatCard(job, below.number)!;
  const { house } = knowledge;
  const traits = classTraits(card.class);
  const of = below.number;
  const wet = below.progress < (traits.cures ? touchDryProgress(card) : 1);
  if (wet)
    return [{ fact: { kind: 'below wet', below: of, touchDry: traits.cures ? below.touchDry : below.recoatOpens } }];
  const out: Found[] = [];
  const thin = house.rhythm === 'several thin' && coat > 2;
  if (below.progress < 1 && !thin) out.push({ fact: { kind: 'early', below: of, opens: below.recoatOpens } });
  const felt = state.coats.find((c) => c.coat === of)?.tacks.at(-1)?.felt;
  const notReady = felt === 'wet' || felt === 'tacky';
  if (traits.cures && (notReady || (house.recoatBy === 'touch' && felt !== 'ready')))
    out.push({ fact: { kind: 'thumb', below: of, felt: felt ?? null } });
  const late = below.recoatCloses !== null && below.recoatCloses.p50 <= nowMs;
  const between = betweenCoats(job, coat, house, late);
  const rubbed = state.rubbed.filter((r) => r.part === job.part && r.coat === coat).at(-1);
  if (between && !(rubbed?.lamp && (between.how === 'denib' || rubbed.how === 'abrade')))
    out.push({ fact: { kind: 'between', between, below: of, failed: rubbed?.lamp === false } });
  return out;
}

/** A pair of coats the layer rules forbid. */
const layerReasons = ({ plan }: PartView, coat: number): Found[] =>
  plan.layers
    .filter((l) => l.above === coat && l.severity === 'stop')
    .map((finding) => ({
      of: `over ${finding.below}`,
      grade: finding.grade,
      fact: { kind: 'layers' as const, finding }
    }));

/** Boards of its oils were made and none is approved, or the client's word is not what the coats show now. */
function colourReasons({ job, state }: PartView): Found[] {
  const lock = colourLock(job, state);
  const mine = new Set(coatSpecs(job).map((c) => c.productId));
  const boards = (job.samples ?? []).filter((b) => b.layers.some((l) => mine.has(l.productId)));
  if (lock ? lock.held && !lock.reopened : boards.length === 0) return [];
  return [{ fact: { kind: 'colour', word: !lock ? 'none' : lock.reopened ? 'reopened' : 'another' } }];
}

/** Flaws of the coats below that nobody mended yet. */
const flawReasons = ({ job, state }: PartView): Found[] =>
  state.flaws
    .filter((f) => f.part === job.part && !f.mended)
    .map(({ id, flaw, on, coat }) => ({ of: id, fact: { kind: 'flaw', flaw, on, below: coat } }));
