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
