import type { HouseRules } from '../house';
import type { Method } from '../method';
import { spreadRate, type Grade, type ProductCard } from '../product';
import { knownRate, rateKey, type CoverageLog, type KnownRate } from './learning';
import { speciesOf, takeUp } from '../wood';

/** One face as one coat meets it. */
export interface CoatFace {
  effectiveAreaM2: number;
  speciesId: string;
  endGrain: boolean;
  lastGrit: number;
  waterPopped: boolean;
  /** Weathered wood whose texture factor does not already count it. */
  weathered: boolean;
  position: 'first' | 'later' | 'maintenance';
}

/** A factor of a product with its grade, for "why this number?". */
export interface Factor {
  name: string;
  value: number;
  grade: Grade;
}

export interface CoatFaceLitres {
  litres: number;
  spreadRateM2PerL: number;
  /** The name its spread rate is known by, and what is known. */
  key: string;
  rate: KnownRate;
  uSpecies: number;
  uPrep: number;
  uMethod: number;
  factors: Factor[];
}

/** Take-up of the species: the group's factor (end grain 2.5), its square root on later coats (handbook 6). */
export function speciesTakeUp(speciesId: string, endGrain: boolean, first: boolean): number {
  const u = endGrain ? takeUp.endGrain : takeUp.species[speciesOf(speciesId).group];
  return first ? u : Math.sqrt(u);
}

/** Take-up of the preparation on the first coat; later coats 1 (handbook 6). */
export function prepTakeUp(f: Pick<CoatFace, 'lastGrit' | 'waterPopped' | 'weathered'>, first: boolean): number {
  if (!first) return 1;
  const { prep } = takeUp;
  const grit = f.lastGrit <= 80 ? prep.coarseTo80 : f.lastGrit >= 180 ? prep.fineFrom180 : prep.middle;
  return grit * (f.waterPopped ? takeUp.waterPopped : 1) * (f.weathered ? takeUp.weathered : 1);
}

/**
 * Litres one coat takes on one face, losses not counted: A_eff / S · u_species · u_prep · u_method, S the median of what
 * card and log know (handbook 6).
 */
export function coatFaceLitres(
  face: CoatFace,
  card: ProductCard,
  method: Method,
  house: HouseRules,
  log: CoverageLog
): CoatFaceLitres {
  const first = face.position === 'first';
  const key = rateKey(card.id, face.position, speciesOf(face.speciesId).group, method);
  const rate = knownRate(spreadRate(card, face.position), log.get(key), house);
  const uSpecies = speciesTakeUp(face.speciesId, face.endGrain, first);
  const uPrep = prepTakeUp(face, first);
  const uMethod = house.methodTakeUp[method][first ? 'first' : 'later'];
  const { medianM2PerL: s, grade, coats } = rate;
  return {
    litres: (face.effectiveAreaM2 / s) * uSpecies * uPrep * uMethod,
    spreadRateM2PerL: s,
    key,
    rate,
    uSpecies,
    uPrep,
    uMethod,
    factors: [
      { name: 'effective area, m²', value: face.effectiveAreaM2, grade: 'law' },
      {
        name: `spread rate, ${face.position} coat${coats ? `, ${coats} of our own behind it` : ''}, m²/L`,
        value: s,
        grade
      },
      {
        name: face.endGrain ? 'end grain drinks' : 'species drinks',
        value: uSpecies,
        grade: 'house'
      },
      { name: 'preparation', value: uPrep, grade: 'house' },
      { name: `method: ${method}`, value: uMethod, grade: 'house' }
    ]
  };
}
