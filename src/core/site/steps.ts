import { defaultHouseRules, type HouseRules } from '../house';
import { classTraits } from '../product';
import { localDate } from '../calendar';
import { coatCard, coatCount, finishCard, type PartJob } from '../document';
import { ragsNotSafe, ragsUnaccounted, type WorkState } from '../log';
import { coatSteps, mendSteps } from './coat-steps';
import type { LiveWork } from './live';
import type { Step } from './step';

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
  house: Pick<HouseRules, 'recoatBy' | 'between'> = defaultHouseRules,
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
  out.push(...mendSteps(job, state, live, house));
  out.push(...behindGate(coatSteps(job, state, live, wanted, nowMs, house), gate));
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
