/** Logarithm of the saturation vapour pressure over that at 0 °C (Alduchov & Eskridge 1996; −40 to 50 °C), and its inverse. */
const lnSaturation = (tempC: number): number => (17.625 * tempC) / (tempC + 243.04);
const tempOfLn = (x: number): number => (243.04 * x) / (17.625 - x);

/** Saturation vapour pressure over water, hPa, at °C. */
export const saturationVapourPressureHPa = (tempC: number): number => 6.1094 * Math.exp(lnSaturation(tempC));

/** Dew point, °C, of a vapour pressure in hPa (inverse of the above). */
export const dewPointOfPressureC = (vapourPressureHPa: number): number =>
  tempOfLn(Math.log(vapourPressureHPa / 6.1094));

/** Dew point, °C, of air at °C and relative humidity 0–1. A humidity of 0 is taken as 0.1 %. */
export const dewPointC = (tempC: number, rh: number): number =>
  tempOfLn(Math.log(Math.max(rh, 0.001)) + lnSaturation(tempC));

/** Relative humidity 0–1 of air at °C whose dew point is given in °C; capped at 1. */
export const relativeHumidity = (tempC: number, dewPointTempC: number): number =>
  Math.min(1, saturationVapourPressureHPa(dewPointTempC) / saturationVapourPressureHPa(tempC));
