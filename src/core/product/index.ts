export type { ProductCard } from './schema';
export {
  atLabel,
  cardHours,
  cardProblems,
  gradedValue,
  isPigmented,
  isTwoPart,
  methodOf,
  spreadRate,
  touchDryProgress,
  type CardProblem,
  type Grade,
  type Graded,
  type HoursName
} from './card';
export { classTraits, type ClassTraits, type ProductClass } from './classes';
export {
  CARD_FIELDS,
  cardDifferences,
  cardValue,
  cardValueWords,
  mergedCard,
  withCardValue,
  type CardDifference,
  type CardField
} from './fields';
