import { isWhole } from '../../core/keyed';
import type { FieldProblem } from './field-problem';

const MOST_DEEP = 24;
const MOST_FIELDS = 500;
const MOST_VALUES = 400_000;

/**
 * Walks data of any origin before a schema sees it: how many values it holds, and the first thing no format here can have,
 * such as half a character, a group of thousands of fields, or groups within groups without end.
 */
export function soundness(data: unknown): { size: number; problem?: FieldProblem } {
  const waiting: { value: unknown; path: string; depth: number }[] = [{ value: data, path: '', depth: 0 }];
  let size = 0;
  for (let at = waiting.pop(); at; at = waiting.pop()) {
    const { value, path, depth } = at;
    const no = (problem: string, field = path) => ({ size, problem: { path: field, problem } });
    if (++size > MOST_VALUES) return no(`holds more than ${MOST_VALUES} values`, '');
    if (typeof value === 'string' && !isWhole(value))
      return no('holds half a character, such as half an emoji; write it again');
    if (typeof value !== 'object' || value === null) continue;
    if (depth === MOST_DEEP) return no('lies too deep; no format here has so many groups within groups');
    if (Array.isArray(value)) {
      for (let i = value.length - 1; i >= 0; i--)
        waiting.push({ value: value[i], path: `${path}/${i}`, depth: depth + 1 });
      continue;
    }
    const fields = Object.entries(value);
    if (fields.length > MOST_FIELDS)
      return no(`has ${fields.length} fields; no group here has more than ${MOST_FIELDS}`);
    for (const [name, v] of fields) {
      if (!isWhole(name)) return no('has a field whose name holds half a character');
      waiting.push({ value: v, path: `${path}/${name}`, depth: depth + 1 });
    }
  }
  return { size };
}
