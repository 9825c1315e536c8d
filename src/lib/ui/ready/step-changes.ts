import { outOfOrder, type PrepPlan, type PrepStep } from '$core/prep';
import type { StepEdit, StepEditOf, StepScope } from '$core/surface';

/** What a crew changes on a list of steps: each gives all changes anew, one act of undo. */
type Changes = readonly StepEdit[];

/** The list with a step one place up or down; null where there is none. */
function swapped({ steps }: Pick<PrepPlan, 'steps'>, id: string, by: -1 | 1): PrepStep[] | null {
  const at = steps.findIndex((s) => s.id === id);
  const order = [...steps];
  const other = order[at + by];
  if (at < 0 || !other) return null;
  [order[at], order[at + by]] = [other, order[at]!];
  return order;
}

/** A step one place up or down; null where the order of the trade forbids it. */
export function moved(plan: Pick<PrepPlan, 'steps'>, changes: Changes, id: string, by: -1 | 1): StepEdit[] | null {
  const order = swapped(plan, id, by);
  if (!order || outOfOrder(order)) return null;
  const last = changes.at(-1);
  const before = last?.do === 'move' && last.step === id ? changes.slice(0, -1) : changes;
  return [...before, { do: 'move', step: id, before: order[order.findIndex((s) => s.id === id) + 1]!.id }];
}

const FORBIDDEN = {
  'people first': 'the lead test comes before whatever touches old paint',
  'coarse to fine': 'grits go from coarse to fine',
  'last look last': 'the last look stays last'
} as const;

/** Why a step does not move up or down; null when it does. */
export function whyNotMoved(plan: Pick<PrepPlan, 'steps'>, id: string, by: -1 | 1): string | null {
  const order = swapped(plan, id, by);
  if (!order) return by < 0 ? 'it is the first' : 'it is the last';
  const rule = outOfOrder(order);
  return rule && FORBIDDEN[rule];
}

/** What one kind of change says of a step, instead of what it said before; null says nothing any more. */
const said = (changes: Changes, of: StepEdit['do'], step: string, edit: StepEdit | null): StepEdit[] => [
  ...changes.filter((e) => e.do !== of || e.step !== step),
  ...(edit ? [edit] : [])
];

/** Its minutes, all of them; null takes those of the house again. */
export const timed = (changes: Changes, step: string, minutes: number | null): StepEdit[] =>
  said(changes, 'time', step, minutes === null ? null : { do: 'time', step, minutes });

/** On how much of the surface, and on which pieces; nothing is everything. */
export const only = (
  changes: Changes,
  step: string,
  on: StepScope | null,
  pieces: readonly string[] = []
): StepEdit[] =>
  said(
    changes,
    'only',
    step,
    on || pieces.length ? { do: 'only', step, ...(on && { on }), ...(pieces.length && { pieces: [...pieces] }) } : null
  );

/** How often a step is done: one time more or less than now. */
export function oftener(changes: Changes, step: string, by: -1 | 1): StepEdit[] {
  const now = changes.find((e): e is StepEditOf<'repeat'> => e.do === 'repeat' && e.step === step)?.times ?? 1;
  const times = Math.min(5, now + by);
  const gone = changes.filter((e) => times >= now || e.step !== `${step}-x${now}`);
  if (times < 2) return said(gone, 'repeat', step, null);
  // It keeps its place among the changes: what is said of its second time comes after it.
  return now > 1
    ? gone.map((e) => (e.do === 'repeat' && e.step === step ? { ...e, times } : e))
    : [...gone, { do: 'repeat', step, times }];
}

/** The step a second time belongs to; null of one that is no second time. */
export const repeatOf = (id: string): string | null => /^(.+)-x\d$/.exec(id)?.[1] ?? null;

/** Left out, with the reason; one of the crew's own is gone with all that was said of it. */
export function leftOut(changes: Changes, step: string, own: boolean, why: string): StepEdit[] {
  if (own) return changes.filter((e) => e.step !== step);
  return said(changes, 'drop', step, { do: 'drop', step, ...(why.trim() && { why: why.trim() }) });
}

/** Put back where it stood. */
export const putBack = (changes: Changes, step: string): StepEdit[] => said(changes, 'drop', step, null);

/** A short id of the name of an own step, one that is not on the list. */
export function ownId(kind: 'own' | 'house', name: string, taken: readonly string[]): string {
  const stem =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .replace(/-x\d$/, '')
      .slice(0, 26)
      .replace(/-$/, '') || 'step';
  let [id, n] = [`${kind}-${stem}`, 1];
  while (taken.includes(id)) id = `${kind}-${stem}-${++n}`;
  return id;
}
