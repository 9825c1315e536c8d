export { mixAmounts, ratioError, smallestBatchL, type KnownAmount, type MixAmounts } from './ratio';
export { evenBatches, largestBatch, potLifeMinutes, usableMinutes, type LargestBatch } from './pot-life';
