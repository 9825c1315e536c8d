export type { ProductCard } from './schema';
export {
  atLabel,
  cardHours,
  cardProblems,
  classTraits,
  gradedValue,
  isTwoPart,
  methodOf,
  spreadRate,
  touchDryProgress,
  type CardProblem,
  type ClassTraits,
  type Grade,
  type Graded,
  type HoursName,
  type Method,
  type ProductClass
} from './card';
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
