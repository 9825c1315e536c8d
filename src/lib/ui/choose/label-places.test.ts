import { describe, expect, it } from 'vitest';
import { labelPlaces } from './label-places';

describe('places for the words of points', () => {
  it('stand above while there is room', () => {
    expect(
      labelPlaces([
        { x: 1, y: 1 },
        { x: 5, y: 9 },
        { x: 9, y: 1 }
      ])
    ).toEqual(['top center', 'top center', 'top center']);
  });
  it('of two that nearly touch the higher has them above, the lower below, whatever their order', () => {
    const [high, low] = [
      { x: 3.4, y: 1041 },
      { x: 3.4, y: 928 }
    ];
    expect(labelPlaces([high, low])).toEqual(['top center', 'bottom center']);
    expect(labelPlaces([low, high])).toEqual(['bottom center', 'top center']);
  });
  it('four on one point have each its own side', () => {
    const places = labelPlaces(Array.from({ length: 4 }, () => ({ x: 3, y: 700 })));
    expect(new Set(places).size).toBe(4);
  });
  it('a point far off in one direction only is no neighbour', () => {
    expect(
      labelPlaces([
        { x: 5, y: 1 },
        { x: 5, y: 9 }
      ])
    ).toEqual(['top center', 'top center']);
  });
  it('points at zero are told apart too', () => {
    expect(
      labelPlaces([
        { x: 0, y: 0 },
        { x: 0, y: 0 }
      ])
    ).toEqual(['top center', 'bottom center']);
  });
});
