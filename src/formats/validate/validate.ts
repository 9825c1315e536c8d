import type { ErrorObject, ValidateFunction } from 'ajv';
import { keyed, NAME_FORMS } from '../../core/keyed';
import type { FieldProblem } from './field-problem';
import { soundness } from './soundness';

export type { FieldProblem };

export type Checked<T> = { ok: true; value: T } | { ok: false; problems: FieldProblem[] };

/** Values above which only the first problem is named: listing all of a giant's would take longer than anybody waits. */
const MOST_LISTED = 20_000;
/** Errors looked at, and problems told, at once. */
const MOST_ERRORS = 1000;
const MOST_PROBLEMS = 40;

/**
 * Checks data against a compiled schema, after its soundness. The data is not changed. All problems are told at once, of a
 * very large document only the first, by the validator that stops there; without one such a document is refused whole.
 */
export function check<T>(validator: ValidateFunction, data: unknown, first?: ValidateFunction): Checked<T> {
  const { problem, size } = soundness(data);
  if (problem) return { ok: false, problems: [problem] };
  if (size > MOST_LISTED) {
    if (!first) return { ok: false, problems: [{ path: '', problem: `holds ${size} values; at most ${MOST_LISTED}` }] };
    return first(data) ? { ok: true, value: data as T } : { ok: false, problems: fieldProblems(first.errors ?? []) };
  }
  if (validator(data)) return { ok: true, value: data as T };
  return { ok: false, problems: fieldProblems(validator.errors ?? []) };
}

/** Problems in words, one per field and cause. Branches of a union whose tag does not match are left out. */
export function fieldProblems(errors: readonly ErrorObject[]): FieldProblem[] {
  const seen = errors.slice(0, MOST_ERRORS);
  const branch = (e: ErrorObject) => /^(.*\/anyOf\/\d+)\//.exec(e.schemaPath)?.[1];
  const wrong = new Set(seen.filter((e) => e.keyword === 'const').map(branch));
  const kept = seen.filter((e) => !(branch(e) && wrong.has(branch(e))));
  const inUnion = (e: ErrorObject) =>
    e.keyword === 'anyOf' && kept.some((k) => k !== e && k.instancePath.startsWith(e.instancePath));
  const out = new Map<string, FieldProblem>();
  for (const e of kept) {
    if (inUnion(e)) continue;
    const p = inWords(e, tagsAt(seen, e.instancePath));
    if (!out.has(p.path + p.problem)) out.set(p.path + p.problem, p);
    if (out.size === MOST_PROBLEMS) break;
  }
  return [...out.values()];
}

/** What the checker tells beside its errors. */
type ErrorParams = {
  readonly [
    name in 'missingProperty' | 'additionalProperty' | 'allowedValues' | 'limit' | 'format' | 'type' | 'pattern'
  ]?: unknown;
};

/** The tags that the branches of a union at a path are told apart by. */
const tagsAt = (errors: readonly ErrorObject[], path: string): string[] => [
  ...new Set(
    errors
      .filter((e) => e.keyword === 'const' && e.instancePath === `${path}/type`)
      .map((e) => String((e.params as { allowedValue?: unknown }).allowedValue))
  )
];

function inWords(e: ErrorObject, tags: readonly string[]): FieldProblem {
  const p = e.params as ErrorParams;
  const path = e.instancePath;
  switch (e.keyword) {
    case 'required':
      return {
        path: `${path}/${String(p.missingProperty)}`,
        problem: 'is missing'
      };
    case 'additionalProperties':
      return {
        path: `${path}/${String(p.additionalProperty)}`,
        problem: 'is not a field of this format; take it out'
      };
    case 'enum':
      return {
        path,
        problem: `must be one of: ${(p.allowedValues as unknown[]).join(', ')}`
      };
    case 'exclusiveMinimum':
      return { path, problem: `must be more than ${String(p.limit)}` };
    case 'minimum':
      return { path, problem: `must be ${String(p.limit)} or more` };
    case 'maximum':
      return { path, problem: `must be ${String(p.limit)} or less` };
    case 'minLength':
      return {
        path,
        problem: p.limit === 1 ? 'must not be empty' : `needs at least ${String(p.limit)} characters`
      };
    case 'maxLength':
      return {
        path,
        problem: `must be ${String(p.limit)} characters or fewer`
      };
    case 'minItems':
      return { path, problem: `needs at least ${String(p.limit)}` };
    case 'maxItems':
      return { path, problem: `may hold ${String(p.limit)} at most` };
    case 'format':
      return {
        path,
        problem: FORMATS.get(String(p.format)) ?? `must be a ${String(p.format)}`
      };
    case 'type':
      return {
        path,
        problem: `must be ${TYPES.get(String(p.type)) ?? String(p.type)}`
      };
    case 'anyOf':
      return {
        path: path.endsWith('/type') || path === '' ? `${path}/type` : path,
        problem: tags.length
          ? `is not a kind this format knows; its type must be one of: ${tags.join(', ')}`
          : 'is not a kind this format knows'
      };
    case 'pattern':
      return {
        path,
        problem: NAME_FORMS.find((f) => f.pattern === p.pattern)?.words ?? `must match ${String(p.pattern)}`
      };
    default:
      return { path, problem: e.message ?? 'is not right' };
  }
}

const FORMATS = keyed({
  email: 'must be an e-mail address',
  date: 'must be a date like 2027-05-18',
  'date-time': 'must be a date and time like 2027-05-18T09:40:00Z'
});

const TYPES = keyed({
  number: 'a number',
  integer: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  object: 'a group of fields',
  array: 'a list'
});
