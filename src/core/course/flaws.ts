import type { FlawKind } from './schema';

/** What is done to a flaw, in the order it is done. */
export const MENDINGS = ['cut back', 'fill', 'touch in'] as const;
export type Mending = (typeof MENDINGS)[number];

/** All that is asked of a flaw anywhere: no row can leave one out. */
export interface FlawRow {
  branch: readonly Mending[];
  /** The coat has to be touch dry before it is mended. */
  dry: boolean;
}

const film: FlawRow = { branch: ['cut back', 'touch in'], dry: true };

/** The flaws of handbook 16, with the branch each makes. */
export const FLAW_ROWS: Readonly<Record<FlawKind, FlawRow>> = {
  run: film,
  nibs: { branch: ['cut back'], dry: true },
  scratch: film,
  pit: { branch: ['fill', 'cut back', 'touch in'], dry: true },
  'pulled colour': { branch: ['touch in'], dry: false },
  'light patch': { branch: ['touch in'], dry: true },
  'sand-through': { branch: ['touch in'], dry: true }
};

/** The row of a flaw. */
export const flawRow = (kind: FlawKind): FlawRow => FLAW_ROWS[kind];
