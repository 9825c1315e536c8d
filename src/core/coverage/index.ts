export { coatFaceLitres, prepTakeUp, speciesTakeUp, type CoatFace, type CoatFaceLitres, type Factor } from './litres';
export { applicatorsOf, coatLossesL, keptByApplicatorsL, netUsedL } from './losses';
export { litresSdLn, lnNormalBetween, normalCdf, normalQuantile, type CoatShare } from './confidence';
export { cheapestTins, MOST_LITRES, type PackSize, type TinChoice } from './tins';
export {
  coverageLog,
  emptyCoverageLog,
  knownRate,
  observedRates,
  outlierZ,
  rateKey,
  shortfallRisk,
  type CoverageLog,
  type KnownRate,
  type RateEvidence,
  type RateObservation
} from './learning';
