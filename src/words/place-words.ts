import type { Place } from '../core/place';
import { decimals, showTemperature, type UnitSystem } from '../core/units';

/** The air of a place in a line: "indoors, held at 18.5 °C and 50 %, 160 m³". */
export function placeWords(
  { setting, room, exposure }: Pick<Place, 'setting' | 'room' | 'exposure'>,
  units: UnitSystem
): string {
  if (setting === 'outdoor') {
    const lies =
      exposure.tiltDeg < 20 ? 'level' : exposure.tiltDeg > 70 ? 'upright' : `tilted ${decimals(exposure.tiltDeg, 0)}°`;
    const covered = exposure.shelter >= 0.5 ? 'under cover' : 'open';
    return `outdoors, ${covered}, ${lies}${exposure.shade >= 0.5 ? ', in shade' : ''}`;
  }
  const air =
    room.kind === 'follows outdoors'
      ? 'follows the weather'
      : `held at ${showTemperature(room.tempC, units)} and ${decimals(room.rh * 100, 0)} %`;
  return `indoors, ${air}${room.volumeM3 ? `, ${decimals(room.volumeM3, 0)} m³` : ''}`;
}
