import { describe, expect, it } from 'vitest';
import { newPlace } from '../core/place';
import { placeWords } from './place-words';

describe('a place in a line', () => {
  const room = newPlace('a', 'indoor', {});
  const spot = newPlace('b', 'outdoor', {});
  it('a held room, one that follows the weather, in either units', () => {
    expect(placeWords({ ...room, room: { ...room.room, volumeM3: 160 } }, 'metric')).toBe(
      'indoors, held at 19.0 °C and 50 %, 160 m³'
    );
    expect(placeWords(room, 'us')).toBe('indoors, held at 66.2 °F and 50 %');
    expect(placeWords({ ...room, room: { ...room.room, kind: 'follows outdoors' } }, 'metric')).toBe(
      'indoors, follows the weather'
    );
  });
  it('a spot outside by cover, lie and shade', () => {
    expect(placeWords(spot, 'metric')).toBe('outdoors, open, level');
    const wall = { ...spot, exposure: { ...spot.exposure, tiltDeg: 90, shelter: 0.8, shade: 0.6 } };
    expect(placeWords(wall, 'metric')).toBe('outdoors, under cover, upright, in shade');
    expect(placeWords({ ...spot, exposure: { ...spot.exposure, tiltDeg: 45 } }, 'metric')).toBe(
      'outdoors, open, tilted 45°'
    );
  });
});
