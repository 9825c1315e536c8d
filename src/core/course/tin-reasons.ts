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
  /** It can be settled days before, so that booking a start asks for it too. */
  ahead: boolean;
  /** How long a word on it holds: the air and the hour are another thing tomorrow. */
  lasts: 'day' | 'coat';
}

const lead = { overrule: 'lead', checked: false, ahead: true, lasts: 'coat' } as const;
const onTheDay = { ...lead, ahead: false } as const;
const ofTheHour = { ...onTheDay, of: 'grade', lasts: 'day' } as const;
const crew = { of: 'crew', overrule: 'anybody', checked: false, ahead: false, lasts: 'coat' } as const;

/** The reasons of handbook 16 that shut a tin. */
export const TIN_REASON_ROWS: Readonly<Record<TinReasonKind, TinReasonRow>> = {
  'lead test': { of: 'people', overrule: 'nobody', checked: false, ahead: true, lasts: 'coat' },
  isocyanate: { of: 'people', overrule: 'nobody', checked: true, ahead: false, lasts: 'day' },
  vapour: { of: 'people', overrule: 'nobody', checked: true, ahead: false, lasts: 'day' },
  'below wet': { of: 'label', overrule: 'nobody', checked: false, ahead: false, lasts: 'coat' },
  hour: ofTheHour,
  moisture: ofTheHour,
  layers: { of: 'grade', ...lead },
  early: { of: 'label', ...onTheDay },
  verdict: { of: 'house', ...lead },
  thumb: crew,
  colour: { of: 'house', ...lead },
  prep: { ...crew, ahead: true },
  flaw: crew,
  between: crew
};

/** The row of a reason. */
export const tinReasonRow = (kind: TinReasonKind): TinReasonRow => TIN_REASON_ROWS[kind];
