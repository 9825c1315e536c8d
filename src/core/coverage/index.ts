export {
  coatFaceLitres,
  coatLossesL,
  prepTakeUp,
  speciesTakeUp,
  type CoatFace,
  type CoatFaceLitres,
  type Factor
} from './litres';
export { litresSdLn, normalCdf, normalQuantile, type CoatShare } from './confidence';
export { cheapestTins, MOST_LITRES, type PackSize, type TinChoice } from './tins';
export {
  coverageLog,
  emptyCoverageLog,
  knownRate,
  netUsedL,
  observedRates,
  outlierZ,
  rateKey,
  shortfallRisk,
  type CoverageLog,
  type KnownRate,
  type RateEvidence,
  type RateObservation
} from './learning';
