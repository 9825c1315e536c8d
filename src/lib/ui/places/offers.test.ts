import { describe, expect, it } from 'vitest';
import { offersOf, positionWords } from './offers';

const wick = { latitudeDeg: 49.4, longitudeDeg: -7.6, timeZone: 'Europe/London' };

describe('where the work is, while one types', () => {
  it('a known site is offered whole; a town takes the house that was typed before the comma', () => {
    const towns = [{ name: 'Saltmarsh Wick', region: 'made up', ...wick }];
    const sites = [{ place: 'Old Mill, Saltmarsh Wick', ...wick, latitudeDeg: 49.5 }];
    const [known, inTown] = offersOf('Boat house, Salt', { sites, towns });
    expect(known!.of).toEqual(sites[0]);
    expect(inTown!.of).toEqual({ place: 'Boat house, Saltmarsh Wick', ...wick });
    expect(offersOf('Salt', { sites: [], towns })[0]!.text).toBe('Saltmarsh Wick');
  });
  it('a position is said by its quarter of the globe', () => {
    expect(positionWords(wick)).toBe('49.40° N, 7.60° W');
    expect(positionWords({ latitudeDeg: -33.128, longitudeDeg: 151 })).toBe('33.13° S, 151.00° E');
  });
});
