import { METHODS } from '$core/method';
import { METHOD_WORDS } from '$words/method-words';

/** A column of a table inside a card. */
export interface TableColumn {
  key: string;
  name: string;
  kind: 'text' | 'number' | 'choice' | 'money';
  options?: readonly string[];
  /** What its options are called, where their names are not enough. */
  words?: { readonly [option: string]: string };
  optional?: boolean;
}

/** The tables of a card: how their rows are typed, and a row to begin with. */
export const CARD_TABLES: Record<string, { columns: readonly TableColumn[]; blank: Record<string, unknown> }> = {
  components: {
    columns: [
      { key: 'role', name: 'Part', kind: 'choice', options: ['oil', 'hardener'] },
      { key: 'name', name: 'Name', kind: 'text' },
      { key: 'parts', name: 'Parts', kind: 'number' },
      { key: 'densityKgPerL', name: 'kg/L', kind: 'number' }
    ],
    blank: { role: 'hardener', name: 'Hardener', parts: 1, densityKgPerL: 1 }
  },
  methods: {
    columns: [
      {
        key: 'method',
        name: 'Method',
        kind: 'choice',
        options: METHODS,
        words: METHOD_WORDS
      },
      { key: 'dwellMinMinutes', name: 'Dwell from, min', kind: 'number', optional: true },
      { key: 'dwellMaxMinutes', name: 'to, min', kind: 'number', optional: true }
    ],
    blank: { method: 'brush' }
  },
  packs: {
    columns: [
      { key: 'id', name: 'Id', kind: 'text' },
      { key: 'of', name: 'Of', kind: 'choice', options: ['kit', 'oil', 'hardener'] },
      { key: 'volumeMl', name: 'ml', kind: 'number' },
      { key: 'priceCents', name: 'Price', kind: 'money' }
    ],
    blank: { id: 'oil-1000-b', of: 'oil', volumeMl: 1000, priceCents: 0 }
  },
  pigment: {
    columns: [
      { key: 'colour', name: 'Colour', kind: 'text' },
      { key: 'depth', name: 'Depth', kind: 'choice', options: ['clear', 'light', 'medium', 'dark'] }
    ],
    blank: { colour: '', depth: 'medium' }
  }
};
