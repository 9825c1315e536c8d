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
  'flaw',
  'between'
] as const;
export const TinReasonSchema = Type.Enum([...TIN_REASONS]);
/** What is found wrong with a coat (handbook 16). */
export const FLAWS = ['run', 'nibs', 'scratch', 'pit', 'pulled colour', 'light patch', 'sand-through'] as const;
export const FlawSchema = Type.Enum([...FLAWS]);
export type FlawKind = Static<typeof FlawSchema>;
export type TinReasonKind = Static<typeof TinReasonSchema>;
