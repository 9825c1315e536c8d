import type { Closure } from '../core/judge';
import { decimals, showRain, showSpeed, showTemperature, showTemperatureGap, type UnitSystem } from '../core/units';

/** Which rule closed an hour and by how much: "boards at 23.1 %, must be under 18 % (label)". */
export function closureWords(c: Closure, units: UnitSystem): string {
  const { value = 0, limit = 0 } = c;
  const percent = (v: number) => `${decimals(v, 1, true)} %`;
  const minutes = (v: number) => `${Math.round(v)} min`;
  const temp = (v: number) => showTemperature(v, units);
  const text: Record<Closure['rule'], string> = {
    'no data': 'no weather is known for this hour',
    'no reading': 'nobody has read the moisture of the wood',
    'not ready': 'the coat below has not opened yet',
    rain: `${showRain(value, units)} of rain, must be dry`,
    'boards wet': `boards at ${percent(value)}, must be under ${percent(limit)}`,
    dew: `boards ${value < 0 ? `${showTemperatureGap(-value, units)} below` : `only ${showTemperatureGap(value, units)} above`} the dew point, must be ${showTemperatureGap(limit, units)} above`,
    'air too cold': `air ${temp(value)}, must be ${temp(limit)} or more`,
    'surface too cold': `boards ${temp(value)}, must be ${temp(limit)} or more`,
    'air too hot': `air ${temp(value)}, must be ${temp(limit)} or less`,
    'surface too hot': `boards ${temp(value)}, must be ${temp(limit)} or less`,
    'air too damp': `humidity ${percent(value * 100)}, must be ${percent(limit * 100)} or less`,
    wind: `wind ${showSpeed(value, units)}, must be ${showSpeed(limit, units)} or less`,
    'too dry': `wood at ${percent(value)}, must be over ${percent(limit)}`,
    'no time to wipe': `${minutes(value)} to wipe in, must be ${minutes(limit)} or more`,
    dark: 'no daylight, and no lamps on this job',
    'no access': c.why ?? 'nobody can get in',
    'off hours': 'outside working hours'
  };
  return `${text[c.rule]} (${c.grade})`;
}
