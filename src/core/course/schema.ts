import { Type, type Static } from 'typebox';

/** What must be so before a tin is opened for a coat (handbook 16), in the order it is asked. */
export const TIN_REASONS = [
  'lead test',
  'isocyanate',
  'vapour',
  'below wet',
  'hour',
  'moisture',
  'layers',
  'early',
  'verdict',
  'thumb',
  'colour',
  'prep',
  'between'
] as const;
export const TinReasonSchema = Type.Enum([...TIN_REASONS]);
export type TinReasonKind = Static<typeof TinReasonSchema>;
