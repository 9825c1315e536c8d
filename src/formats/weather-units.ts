import type { WeatherValues } from '../core/air';
import { keyed, type Keyed } from '../core/keyed';

/** What a weather file may carry: its name in files, the field it fills, what it is called and the units it may come in. */
export interface WeatherParameter {
  name: string;
  field: keyof WeatherValues;
  label: string;
  /** The unit it is written in. */
  unit: string;
  /** Units it may come in, to the field's own: multiply, then add. */
  units: Keyed<readonly [factor: number, plus: number]>;
  required: boolean;
}

const CELSIUS: WeatherParameter['units'] = keyed({
  Cel: [1, 0],
  '°C': [1, 0],
  C: [1, 0],
  degC: [1, 0],
  K: [1, -273.15],
  '°F': [5 / 9, -160 / 9],
  F: [5 / 9, -160 / 9],
  degF: [5 / 9, -160 / 9]
});
const SHARE: WeatherParameter['units'] = keyed({ '%': [0.01, 0], '1': [1, 0] });
const SPEED: WeatherParameter['units'] = keyed({
  'm/s': [1, 0],
  'm s-1': [1, 0],
  'km/h': [1 / 3.6, 0],
  mph: [0.44704, 0],
  kn: [0.514444, 0]
});

export const WEATHER_PARAMETERS: readonly WeatherParameter[] = [
  { name: 'air_temperature', field: 'airTempC', label: 'Air temperature', unit: 'Cel', units: CELSIUS, required: true },
  { name: 'relative_humidity', field: 'rh', label: 'Relative humidity', unit: '%', units: SHARE, required: true },
  { name: 'wind_speed', field: 'windMPerS', label: 'Wind at 10 m', unit: 'm/s', units: SPEED, required: true },
  {
    name: 'wind_speed_of_gust',
    field: 'gustMPerS',
    label: 'Gusts at 10 m',
    unit: 'm/s',
    units: SPEED,
    required: false
  },
  {
    name: 'precipitation_amount',
    field: 'rainMm',
    label: 'Rain in the hour',
    unit: 'mm',
    units: keyed({ mm: [1, 0], 'kg m-2': [1, 0], 'kg/m2': [1, 0], in: [25.4, 0] }),
    required: true
  },
  { name: 'cloud_area_fraction', field: 'cloud', label: 'Cloud', unit: '%', units: SHARE, required: true },
  {
    name: 'air_pressure_at_mean_sea_level',
    field: 'pressureHPa',
    label: 'Pressure at sea level',
    unit: 'hPa',
    units: keyed({ hPa: [1, 0], mbar: [1, 0], Pa: [0.01, 0], kPa: [10, 0] }),
    required: false
  }
];

/** The names of all that a weather file must carry. */
export const REQUIRED_NAMES = WEATHER_PARAMETERS.filter((p) => p.required).map((p) => p.name);
