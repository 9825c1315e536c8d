import { cellKey, type Cell } from '$core/document';

/** What is picked after a tap on some faces: all of them, or none where all were picked before. */
export function toggled(picked: ReadonlySet<string>, cells: readonly Cell[]): ReadonlySet<string> {
  const next = new Set(picked);
  const all = cells.every((c) => next.has(cellKey(c)));
  for (const c of cells)
    if (all) next.delete(cellKey(c));
    else next.add(cellKey(c));
  return next;
}
