import type { HouseStep } from '../house';
import type { StepEdit, StepEditOf } from '../surface';
import { ownGate, timeWords, type PrepStep } from './steps';

/** A step the crew leaves out, and why. */
export interface DroppedStep {
  step: PrepStep;
  why?: string;
}

/** A list of steps as the crew has made it. */
export interface EditedSteps {
  steps: PrepStep[];
  dropped: DroppedStep[];
  /** What has no effect on this list: its step is not on it, or it may not stand there. Numbered as the crew's changes are. */
  idle: number[];
}

/** The last look before the tin. */
const LAST = 'before-oil';
/** What protects people: nobody leaves it out. */
const PEOPLE = 'lead-test';
/** Every list begins with these at the earliest: the lead test comes before whatever touches the old paint. */
const TOUCHES_OLD_PAINT: ReadonlySet<string> = new Set(['strip', 'wash', 'spirit-wipe', 'fix']);

/** Why a list may not be worked in this order; null when it may. */
export function outOfOrder(steps: readonly PrepStep[]): 'people first' | 'coarse to fine' | 'last look last' | null {
  const lead = steps.findIndex((s) => s.id === PEOPLE);
  if (steps.slice(0, Math.max(0, lead)).some((s) => s.cautions.includes('dust') || TOUCHES_OLD_PAINT.has(s.id)))
    return 'people first';
  const grits = steps.flatMap((s) => s.grit ?? []);
  if (grits.some((g, i) => g < (grits[i - 1] ?? 0))) return 'coarse to fine';
  return steps.findIndex((s) => s.id === LAST) === steps.length - 1 ? null : 'last look last';
}

/** Whether a step may be left out at all. */
export const mayBeDropped = ({ id }: PrepStep): boolean => id !== LAST && id !== PEOPLE;

/**
 * A list of steps with the house's own and all a crew changed, in the order it was said. What would put sanding before the lead
 * test, a grit before a coarser one, or anything behind the last look has no effect.
 */
export function editSteps(
  listed: readonly PrepStep[],
  house: readonly HouseStep[],
  edits: readonly StepEdit[],
  pieces: number,
  /** A step done once more: by its new id, with what it is then done on. */
  again: (id: string, once: PrepStep) => PrepStep = (id, once) => ({ ...once, id })
): EditedSteps {
  let steps = house.reduce<PrepStep[]>((list, s) => withStep(list, ownStep(s, 'house', pieces), s.before), [...listed]);
  const dropped: DroppedStep[] = [];
  const idle: number[] = [];
  edits.forEach((edit, i) => {
    const next = changed(steps, edit, pieces, again);
    if (!next || outOfOrder(next)) {
      idle.push(i);
      return;
    }
    if (edit.do === 'drop')
      dropped.push({ step: steps.find((s) => s.id === edit.step)!, ...(edit.why && { why: edit.why }) });
    steps = next;
  });
  return { steps, dropped, idle };
}

/** The list after one change; null where its step is not on it, or is on it already. */
function changed(
  steps: readonly PrepStep[],
  edit: StepEdit,
  pieces: number,
  again: (id: string, once: PrepStep) => PrepStep
): PrepStep[] | null {
  const at = steps.findIndex((s) => s.id === edit.step);
  if (edit.do === 'add')
    return at >= 0 ? null : withStep(steps, ownStep(edit, 'job', edit.pieces?.length ?? pieces), edit.before);
  const step = steps[at];
  if (!step) return null;
  const others = steps.filter((s) => s !== step);
  switch (edit.do) {
    case 'drop':
      return mayBeDropped(step) ? others : null;
    case 'move':
      return edit.before === step.id || !steps.some((s) => s.id === edit.before)
        ? null
        : withStep(others, step, edit.before);
    case 'time':
      return steps.map((s) => (s === step ? { ...s, minutes: edit.minutes, timed: true as const } : s));
    case 'repeat':
      return repeated(steps, at, edit.times, again);
    case 'only':
      return steps.map((s) => (s === step && s.own ? onlyOn(s, edit) : s));
  }
}

/** An own step on what it is done on; one of Basket's is made so from the start. Minutes of each piece follow its pieces. */
const onlyOn = (s: PrepStep, { on, pieces }: StepEditOf<'only'>): PrepStep => ({
  ...s,
  ...(on && { on }),
  ...(pieces && { pieces }),
  ...(pieces && s.eachMinutes !== undefined && { minutes: s.eachMinutes * pieces.length })
});

function repeated(
  steps: readonly PrepStep[],
  at: number,
  times: number,
  again: (id: string, once: PrepStep) => PrepStep
): PrepStep[] | null {
  const step = steps[at]!;
  const more = Array.from({ length: times - 1 }, (_, n) => ({
    ...again(`${step.id}-x${n + 2}`, step),
    name: `${step.name}, ${timeWords(n + 2)}`
  }));
  const clash = step.id === LAST || more.some((a) => a.id.length > 40 || steps.some((s) => s.id === a.id));
  return clash ? null : [...steps.slice(0, at + 1), ...more, ...steps.slice(at + 1)];
}

/** A list with one step more, before another one; before the last look where that one is not on the list. */
function withStep(steps: readonly PrepStep[], step: PrepStep, before: string): PrepStep[] {
  const found = steps.findIndex((s) => s.id === before);
  const at = found >= 0 ? found : Math.max(0, steps.length - 1);
  return [...steps.slice(0, at), step, ...steps.slice(at)];
}

function ownStep(s: HouseStep | StepEditOf<'add'>, own: 'house' | 'job', pieces: number): PrepStep {
  return {
    id: s.step,
    name: s.name,
    why: s.why ?? '',
    own,
    asked: false,
    minutes: s.each ? s.minutes * pieces : s.minutes,
    ...(s.each && { eachMinutes: s.minutes }),
    ...(s.restMinutes !== undefined && {
      wait: { minMinutes: s.restMinutes, maxMinutes: s.restMinutes, why: 'as the crew has it' }
    }),
    ...('pieces' in s && s.pieces && { pieces: s.pieces }),
    consumables: [],
    gates: s.gate ? [ownGate(s.gate)] : [],
    cautions: []
  };
}
