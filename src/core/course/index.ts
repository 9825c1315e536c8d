export { TIN_REASONS, type TinReasonKind } from './schema';
export { TIN_REASON_ROWS, tinReasonRow, TIN_WORDS_OF, type TinWordOf } from './tin-reasons';
