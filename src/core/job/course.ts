import { betweenCoats, type Between, type CoatPlan } from '../coats';
import { cardOf, coatCard, coatCount, wholeSurfaceId, type CoatSpec } from '../document';
import type { Span } from '../drying';
import { layingHands, type HandsMinutes } from '../hands';
import { methodRow, type MethodRow, type StageId, type StageRow } from '../method';
import { unitProgress, type PrepStep } from '../prep';
import { classTraits, isTwoPart } from '../product';
import { ragsForCoat } from '../safety';
import { visitsOfCoats } from './visit-days';
import type { JobView, PartView } from './view';

/** One step of a part's course: what is done, in how many minutes of one person, and when. */
export type CourseStep = {
  /** Tells it from every other of its course. */
  id: string;
  coat?: number;
  /** Minutes of one person; none for a wait. */
  minutes: number;
  done: boolean;
  /** When it was done, or is planned for; null while no start is chosen. */
  atMs: number | null;
} & (
  | { kind: 'prep'; surface: string; step: PrepStep; left: number; of: number }
  /** Once a visit, whatever is laid in it: not per person. */
  | { kind: 'set up' }
  | { kind: 'clean up'; rags: number }
  | { kind: 'carry'; place: string }
  | { kind: 'between'; between: Between }
  | { kind: 'mix'; product: string; batches: number; totalL: number; stirMinutes: number; twoPart: boolean }
  | { kind: 'lay'; product: string; spec: CoatSpec; areaM2: number; litres: number }
  | { kind: 'stage'; stage: StageId; least: number; fromMinutes: number; toMinutes: number }
  | { kind: 'off'; off: MethodRow['off'] }
  /** It dries, until the next coat may go on. */
  | { kind: 'rest'; opens: Span | null }
  | { kind: 'last rub'; with: string }
  | { kind: 'cure'; lightUse: Span | null; fullCure: Span | null }
  | { kind: 'put back'; pieces: number }
);

/**
 * The course of a part, whole (handbook 16): getting ready, then for every coat what comes between, mixing, laying by its method,
 * looking again and rest; after the last its rub, cure, and what is put back. From the same rows, plan and log as Ready, Load,
 * When and Work.
 */
export function courseOf(view: Pick<JobView, 'parts' | 'surveys' | 'state'>, part: string): CourseStep[] {
  const seen = view.parts.find((p) => p.job.part === part);
  if (!seen) return [];
  const coats = seen.plan.coats;
  const { setUp, cleanUp } = visitsOfCoats(seen);
  return [
    ...prepSteps(view, seen),
    ...coats.flatMap((c) => coatCourse(seen, c, setUp.has(c.number), cleanUp.has(c.number))),
    ...(coats.length ? afterLast(view, seen) : [])
  ];
}

/** Minutes of one person over a whole course. */
export const courseMinutes = (steps: readonly CourseStep[]): number => steps.reduce((s, x) => s + x.minutes, 0);

function prepSteps({ surveys, state }: Pick<JobView, 'surveys' | 'state'>, { job }: PartView): CourseStep[] {
  if (!job.finish) return [];
  return surveys
    .filter((s) => job.surfaces.some((x) => wholeSurfaceId(x.id) === s.surfaceId))
    .flatMap(({ surfaceId, prep }) => {
      const log = state.prep.get(surfaceId) ?? new Map();
      const units = job.surfaces.find((x) => wholeSurfaceId(x.id) === surfaceId)?.units ?? [undefined];
      const each = units.map((u) => unitProgress(prep, log, u));
      return prep.steps.map((step): CourseStep => {
        const on = each.flatMap((list) => list.filter((p) => p.step.id === step.id));
        const left = on.filter((p) => p.status !== 'done').length;
        const doneAt = on.map((p) => p.record?.doneAtMs ?? 0).reduce((a, b) => Math.max(a, b), 0);
        return {
          id: `${surfaceId} ${step.id}`,
          kind: 'prep',
          surface: surfaceId,
          step,
          left,
          of: on.length,
          minutes: step.minutes,
          done: left === 0 && on.length > 0,
          atMs: left === 0 && doneAt ? doneAt : null
        };
      });
    });
}

function coatCourse(
  { job, live, plan, knowledge }: PartView,
  c: CoatPlan,
  setUp: boolean,
  cleanUp: boolean
): CourseStep[] {
  const { house } = knowledge;
  const card = cardOf(job, c.productId);
  if (!card) return [];
  const coat = c.number;
  const laid = live.coats.find((x) => x.number === coat);
  const planned = plan.chosen?.coats.find((x) => x.number === coat);
  const fromMs = laid?.laidFromMs ?? planned?.laidFromMs ?? null;
  const done = laid?.closed ?? false;
  const base = { coat, done, atMs: fromMs, minutes: 0 };
  const row = methodRow(c.method);
  const wiped = classTraits(card.class).mustBeWiped;
  const between = betweenCoats(job, coat, house, planned?.abradeFirst ?? false);
  const batch = plan.load?.batches.find((b) => b.coat === coat);
  const carried = job.moves?.find((m) => m.before === coat);
  const stages = (list: MethodRow['wet']): CourseStep[] =>
    list.map((s) => ({
      ...base,
      id: `${coat} ${s.stage}`,
      kind: 'stage',
      stage: s.stage,
      least: s.least,
      fromMinutes: s.fromMinutes,
      toMinutes: s.toMinutes,
      minutes: stageMinutes(c.hands, s)
    }));
  const rubbed = c.personHours * 60 - layingHands(c.hands) - c.hands.mix;
  return [
    ...(setUp ? [{ ...base, id: `${coat} set up`, kind: 'set up' as const, minutes: house.hands.setUpMinutes }] : []),
    ...(carried
      ? [
          {
            ...base,
            id: `${coat} carry`,
            kind: 'carry' as const,
            place: carried.name
          }
        ]
      : []),
    ...(between
      ? [{ ...base, id: `${coat} between`, kind: 'between' as const, between, minutes: Math.max(0, rubbed) }]
      : []),
    {
      ...base,
      id: `${coat} mix`,
      kind: 'mix',
      product: card.name,
      batches: batch?.count ?? 1,
      totalL: batch && batch.count > 0 ? batch.each.totalL : c.expectedL,
      stirMinutes: card.stirMinutes,
      twoPart: isTwoPart(card),
      minutes: c.hands.mix
    },
    {
      ...base,
      id: `${coat} lay`,
      kind: 'lay',
      product: card.name,
      spec: c,
      areaM2: c.areaM2,
      litres: c.expectedL,
      minutes: c.hands.spread + c.hands.edges + c.hands.handling + c.hands.ladder
    },
    ...stages(row.wet),
    ...(wiped ? [{ ...base, id: `${coat} off`, kind: 'off' as const, off: row.off, minutes: c.hands.wipe }] : []),
    ...stages(row.after),
    ...(cleanUp
      ? [
          {
            ...base,
            id: `${coat} clean up`,
            kind: 'clean up' as const,
            rags: card.oxidising ? ragsForCoat(card, c.method, c.areaM2, house) : 0,
            minutes: house.hands.cleanUpMinutes
          }
        ]
      : []),
    ...(coat < coatCount(job)
      ? [
          {
            ...base,
            id: `${coat} rest`,
            kind: 'rest' as const,
            opens: laid?.recoatOpens ?? planned?.recoatOpens ?? null
          }
        ]
      : [])
  ];
}

/** Person minutes of a stage besides putting on and taking off. */
const stageMinutes = (hands: HandsMinutes, { stage, wets }: StageRow): number =>
  stage === 'look again' ? hands.look : stage === 'wet sand' ? hands.wetSand : wets ? hands.keepWet : 0;

/** After the last coat: its rub where one is asked for, cure, and what was taken off put back. */
function afterLast({ surveys, state }: Pick<JobView, 'surveys' | 'state'>, seen: PartView): CourseStep[] {
  const { job, live, plan, knowledge, nowMs } = seen;
  const last = coatCount(job);
  const leave = live.leave ?? plan.leave;
  const rub = knowledge.house.between[coatCard(job, last)!.class].last;
  const rubbed = state.lastRubs.get(job.part);
  const out: CourseStep[] = [];
  if (job.finish?.lastRub && rub)
    out.push({
      id: 'last rub',
      kind: 'last rub',
      with: rub,
      minutes: 0,
      done: rubbed !== undefined,
      atMs: rubbed?.atMs ?? null
    });
  const cured = leave?.fullCure ? leave.fullCure.p50 <= nowMs && live.allCoatsLaid : false;
  out.push({
    id: 'cure',
    kind: 'cure',
    lightUse: leave?.lightUse ?? null,
    fullCure: leave?.fullCure ?? null,
    minutes: 0,
    done: cured,
    atMs: leave?.fullCure?.p50 ?? null
  });
  for (const { surfaceId, prep } of surveys) {
    const off = prep.steps.find((s) => s.id === 'dismount');
    const mine = job.surfaces.filter((s) => wholeSurfaceId(s.id) === surfaceId);
    if (!off || mine.length === 0) continue;
    const pieces = mine.reduce((n, s) => n + (s.units?.length ?? 1), 0);
    out.push({
      id: `${surfaceId} put back`,
      kind: 'put back',
      pieces,
      minutes: off.minutes,
      done: state.installed.has(job.part),
      atMs: state.installed.get(job.part) ?? leave?.lightUse?.p50 ?? null
    });
  }
  return out;
}

/** How far a course is: steps done of all. */
export const courseTally = (steps: readonly CourseStep[]): { done: number; of: number } => ({
  done: steps.filter((s) => s.done).length,
  of: steps.length
});
