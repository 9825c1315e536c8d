export { dewPointC, dewPointOfPressureC, relativeHumidity, saturationVapourPressureHPa } from './vapour';
export { horizontalSunWPerM2, sunPosition, surfaceSunWPerM2, throughCloud, type Exposure } from './sun';
export { boardAirSpeedMPerS, outdoorSurfaceTempC } from './surface-temperature';
export {
  bridgeGaps,
  weatherProblem,
  weatherSeries,
  type WeatherHour,
  type WeatherSeries,
  type WeatherValues
} from './weather';
export { temperatureFactor } from './temperature-factor';
