/**
 * What is looked up by a name that comes from outside lives in a Map. A plain object answers to names it never held
 * (`constructor`, `toString`), and writing under some of them changes every object of the program.
 */
export type Keyed<V> = ReadonlyMap<string, V>;

/** A table of fixed rows by name, to be asked for any name at all. */
// eslint-disable-next-line no-restricted-syntax -- the one door from an object literal into a Map
export const keyed = <V>(rows: Readonly<Record<string, V>>): Keyed<V> => new Map(Object.entries(rows));

/** The value under a name, made when it is not there yet. */
export function madeAt<K, V>(map: Map<K, V>, name: K, make: () => V): V {
  const held = map.get(name);
  if (held !== undefined) return held;
  const made = make();
  map.set(name, made);
  return made;
}
