export { mixAmounts, ratioError, smallestBatchL, type KnownAmount, type MixAmounts } from './ratio';
export { evenBatches, largestBatch, potLifeMinutes, usableMinutes, type LargestBatch } from './pot-life';
export { samePairCode } from './pair-code';
export { kitchenMeasure, measureRecipe, recipeLitres, recipes, type MeasuredPart, type Recipe } from './recipe';
export { addsUp, missingAllowedL } from './reconcile';
