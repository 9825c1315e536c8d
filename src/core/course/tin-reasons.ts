import type { TinReasonKind } from './schema';

/** Whose word a reason is, in the order they are asked. */
export const TIN_WORDS_OF = ['people', 'label', 'house', 'crew'] as const;
export type TinWordOf = (typeof TIN_WORDS_OF)[number];

/** All that is asked of a reason anywhere: no row can leave one out. */
export interface TinReasonRow {
  /** Whose word it is; `grade` where its limit says, label or house. */
  of: TinWordOf | 'grade';
  /** Who may go on in spite of it. What protects people, or a coat that is not touch dry, nobody overrules. */
  overrule: 'nobody' | 'lead' | 'anybody';
  /** Somebody on site says that it is seen to: nothing else can know. */
  checked: boolean;
}

const lead = { overrule: 'lead', checked: false } as const;

/** The reasons of handbook 16 that shut a tin. */
export const TIN_REASON_ROWS: Readonly<Record<TinReasonKind, TinReasonRow>> = {
  'lead test': { of: 'people', overrule: 'nobody', checked: false },
  isocyanate: { of: 'people', overrule: 'nobody', checked: true },
  vapour: { of: 'people', overrule: 'nobody', checked: true },
  'below wet': { of: 'label', overrule: 'nobody', checked: false },
  hour: { of: 'grade', ...lead },
  moisture: { of: 'grade', ...lead },
  layers: { of: 'grade', ...lead },
  early: { of: 'label', ...lead },
  verdict: { of: 'house', ...lead },
  thumb: { of: 'crew', overrule: 'anybody', checked: false },
  colour: { of: 'house', ...lead },
  prep: { of: 'crew', overrule: 'anybody', checked: false },
  between: { of: 'crew', overrule: 'anybody', checked: false }
};

/** The row of a reason. */
export const tinReasonRow = (kind: TinReasonKind): TinReasonRow => TIN_REASON_ROWS[kind];
