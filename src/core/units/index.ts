export type { Parsed, UnitSystem } from './parsed';
export { decimals, grouped } from './parsed';
export { counted, countedRags } from './counted';
export {
  M_PER_FT,
  M_PER_IN,
  parseLength,
  parseOffset,
  parseSmallLength,
  parseSmallOffset,
  showLength,
  showRain
} from './length';
export { M2_PER_FT2, areaParts, parseArea, showArea } from './area';
export {
  L_PER_FL_OZ,
  L_PER_GAL,
  parseVolume,
  showPour,
  showSpreadRate,
  showVolume,
  volumeParts,
  wetFilmUm
} from './volume';
export {
  parseTemperature,
  parseTemperatureGap,
  showSpeed,
  showTemperature,
  showTemperatureGap,
  temperatureOnScale
} from './temperature';
export { DAY_MS, HOUR_MS, MINUTE_MS, showDuration } from './duration';
export { parseClockTime } from './clock-time';
export { CURRENCIES, showMoney } from './money';
export { parseNumber, parsePercent, showNumber, showPercent } from './percent';
export { span80, type Span } from './span';
export { KG_PER_LB, KG_PER_OZ, parseMass, showMass } from './mass';
