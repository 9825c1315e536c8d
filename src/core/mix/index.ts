export { mixAmounts, ratioError, smallestBatchL, type KnownAmount, type MixAmounts } from './ratio';
export { potLifeMinutes, usableMinutes } from './pot-life';
export {
  honestBatches,
  largestBatch,
  noBatchText,
  smallestOfHouse,
  type BatchCure,
  type Batches,
  type LargestBatch,
  type NoBatch
} from './batches';
export { samePairCode } from './pair-code';
export { kitchenMeasure, measureRecipe, recipeLitres, recipes, type MeasuredPart, type Recipe } from './recipe';
export { addsUp, missingAllowedL } from './reconcile';
