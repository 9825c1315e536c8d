import type { JobDocument } from '$core/document';
import { checkJobDocument } from '$formats/job-json';

/** A group of a document on the way down a path. */
type Group = { [key: string]: unknown };

const keysOf = (path: string): string[] =>
  path
    .split('/')
    .slice(1)
    .map((k) => k.replaceAll('~1', '/').replaceAll('~0', '~'));

const at = (root: unknown, keys: readonly string[]): unknown =>
  keys.reduce<unknown>((o, k) => (typeof o === 'object' && o !== null ? (o as Group)[k] : undefined), root);

/**
 * A document with the fields that are wrong as they were when it was last saved, so that one bad field holds up no other; null
 * when it is not sound even so.
 */
export function aroundProblems(
  document: JobDocument,
  saved: JobDocument,
  problems: readonly { path: string }[]
): JobDocument | null {
  const copy = structuredClone(document);
  for (const { path } of problems) {
    const keys = keysOf(path);
    const last = keys.pop();
    const group = at(copy, keys);
    if (last === undefined || typeof group !== 'object' || group === null) return null;
    const before = at(saved, [...keys, last]);
    if (before === undefined) return null;
    (group as Group)[last] = structuredClone(before);
  }
  return checkJobDocument(copy).ok ? copy : null;
}
