import { classTraits, type ProductClass } from '../product';
import { kindRow, type SurfaceKind } from '../surface';
import { DAY_MS, span80, type Span } from '../units';
import data from './wear.json';

export type Traffic = keyof typeof data.traffic;
export type Wetness = keyof typeof data.wet;
export type Soap = keyof typeof data.soap;

/** How a surface lives: who walks on it, sun 0.6–1.4 (indoors 1), water and soap. */
export interface Living {
  traffic: Traffic;
  sun: number;
  wet: Wetness;
  soap: Soap;
}

export const wearData = data;
const YEAR_MS = 365.25 * DAY_MS;

const INDOORS = { film: 'filmIndoors', hardwax: 'hardwaxFloor', penetrating: 'penetratingFloorOil' } as const;

/** Yearly loss of the reserve by class and place, before traffic, sun, wet and care (handbook 14). */
export function wearBase(
  productClass: ProductClass,
  kind: SurfaceKind,
  outdoors: boolean
): { name: keyof typeof data.basePerYear; perYear: number } {
  const { wears } = kindRow(kind);
  const name = outdoors
    ? wears === 'standing'
      ? 'verticalCladding'
      : 'deckOilHorizontal'
    : wears === 'counter'
      ? 'counterDryingOil'
      : INDOORS[classTraits(productClass).wears];
  return { name, perYear: data.basePerYear[name] };
}

/** Yearly loss of the reserve: base · traffic · sun · wet · care, at ρ = 1. */
export const wearPerYear = (base: number, living: Living): number =>
  base * data.traffic[living.traffic] * living.sun * data.wet[living.wet] * data.soap[living.soap];

/** The reserve w so many years after a full service, never below 0. */
export const reserveAfter = (years: number, perYear: number, rho = 1): number => Math.max(0, 1 - rho * perYear * years);

/** When the reserve falls to a level, with the 80 % span of a wear factor ρ whose logarithm has this sd. */
export function wearDate(servedMs: number, perYear: number, level: number, rhoSdLn: number): Span {
  const at = (z: number) => servedMs + ((1 - level) / (perYear * Math.exp(z * rhoSdLn))) * YEAR_MS;
  return span80(at);
}
