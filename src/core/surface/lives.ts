import type { Life } from './schema';

/** What a life is to a finish. */
export interface LifeRow {
  outdoors: boolean;
  /** How the sun wears it, in place of what the surface's living says (handbook 14); null: as that says. */
  sun: number | null;
}

const LIFE_ROWS: Readonly<Record<Life, LifeRow>> = {
  indoors: { outdoors: false, sun: null },
  'outdoors, shaded': { outdoors: true, sun: 0.6 },
  outdoors: { outdoors: true, sun: null },
  'sun side': { outdoors: true, sun: 1.3 }
};

/** The row of a life. */
export const lifeRow = (life: Life): LifeRow => LIFE_ROWS[life];
