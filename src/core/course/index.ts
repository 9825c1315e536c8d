export { FLAW_ROWS, flawRow, MENDINGS, type FlawRow, type Mending } from './flaws';
export { FLAWS, TIN_REASONS, type FlawKind, type TinReasonKind } from './schema';
export { TIN_REASON_ROWS, tinReasonRow, TIN_WORDS_OF, type TinWordOf } from './tin-reasons';
