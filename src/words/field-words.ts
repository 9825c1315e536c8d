import type { JobDocument } from '../core/document';

/** Endings that name a unit, not the thing. */
const UNIT = /(M2PerL|M2|MPerS|M3|M|Mm|Deg|Percent|L|C|Minutes)$/;

const spoken = (key: string): string =>
  key
    .replace(UNIT, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** A field of a job by its path, as a person names it: "/surfaces/0/thicknessM" is "Floor, thickness". */
export function fieldWords(path: string, document: JobDocument): string {
  const keys = path.split('/').filter(Boolean);
  if (keys.length === 0) return 'The job';
  const words: string[] = [];
  let at: unknown = document;
  for (const [i, key] of keys.entries()) {
    const next: unknown = typeof at === 'object' && at !== null ? (at as { [name: string]: unknown })[key] : undefined;
    const name = (next as { name?: unknown } | undefined)?.name;
    if (/^\d+$/.test(key)) {
      const list = keys[i - 1] ?? '';
      words[words.length - 1] =
        typeof name === 'string' && name ? name : `${spoken(list).replace(/s$/, '')} ${Number(key) + 1}`;
    } else words.push(spoken(key));
    at = next;
  }
  const said = words.filter((w) => !['surfaces', 'shape', 'site', 'finish'].includes(w)).join(', ') || words.join(', ');
  return said[0]!.toUpperCase() + said.slice(1);
}
