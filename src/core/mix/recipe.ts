import { keyed } from '../keyed';
import type { UnitSystem } from '../units';
import rows from './recipes.json';

/** One thing of a recipe, in the order it is added. */
export interface RecipePart {
  name: string;
  /** Parts by the recipe's basis: volume for liquids and powders alike where they are measured by cup. */
  parts?: number;
  /** Grams to the litre of all liquid: pigment, soap. Its volume is not counted. */
  gPerL?: number;
  /** kg/L; for a powder as it lies in the spoon. */
  densityKgPerL: number;
  note?: string;
}

/** A mix made by the crew itself. Parts stand in the order of adding. */
export interface Recipe {
  id: string;
  name: string;
  for: string;
  basis: 'volume' | 'mass';
  parts: RecipePart[];
  spreadRateM2PerL?: number;
  cautions: string[];
  keeps: string;
}

export const recipes = rows as readonly Recipe[];

/** A part measured out. */
export interface MeasuredPart {
  name: string;
  litres: number;
  grams: number;
  powder: boolean;
  note?: string;
}

/**
 * Parts of a recipe for so many litres of mix: linear in the amount. By mass the parts go through their densities; what is
 * told in g/L is counted on the liquid and adds no volume (handbook 7). Throws on amounts that are not finite or below 0.
 */
export function measureRecipe(recipe: Recipe, totalL: number): MeasuredPart[] {
  if (!Number.isFinite(totalL) || totalL < 0) throw new RangeError('an amount must be 0 or more');
  const share = (p: RecipePart) =>
    p.parts === undefined ? 0 : recipe.basis === 'mass' ? p.parts / p.densityKgPerL : p.parts;
  const all = recipe.parts.reduce((s, p) => s + share(p), 0);
  return recipe.parts.map((p) => {
    const powder = p.gPerL !== undefined;
    const grams = powder ? p.gPerL! * totalL : ((share(p) * totalL) / all) * p.densityKgPerL * 1000;
    return { name: p.name, grams, litres: grams / 1000 / p.densityKgPerL, powder, ...(p.note && { note: p.note }) };
  });
}

/** Litres of mix a recipe needs for an area, m²; undefined for one that is not spread. */
export const recipeLitres = (recipe: Recipe, areaM2: number): number | undefined =>
  recipe.spreadRateM2PerL === undefined ? undefined : areaM2 / recipe.spreadRateM2PerL;

/** Cup, tablespoon and teaspoon, L. */
const KITCHEN: Record<UnitSystem, readonly { unit: string; litres: number; step: number }[]> = {
  metric: [
    { unit: 'cup', litres: 0.25, step: 0.25 },
    { unit: 'tbsp', litres: 0.015, step: 0.5 },
    { unit: 'tsp', litres: 0.005, step: 0.5 }
  ],
  us: [
    { unit: 'cup', litres: 0.2365882365, step: 0.25 },
    { unit: 'tbsp', litres: 0.01478676478, step: 0.5 },
    { unit: 'tsp', litres: 0.004928921594, step: 0.5 }
  ]
};

/** Error of a kitchen measure that needs no smaller one, as a share of the amount: well within any ratio's tolerance. */
const CLOSE_ENOUGH = 0.02;

/**
 * An amount in the measures of a kitchen: cups in quarters, what is over in spoons by halves, so that parts measured so keep
 * their ratio; never less than half a teaspoon.
 */
export function kitchenMeasure(litres: number, system: UnitSystem = 'metric'): string {
  const said: string[] = [];
  let rest = litres;
  for (const [i, { unit, litres: one, step }] of KITCHEN[system].entries()) {
    const steps = rest / (one * step);
    const near = Math.round(steps);
    const last = i === KITCHEN[system].length - 1;
    const done = last || Math.abs(near - steps) * one * step <= CLOSE_ENOUGH * litres;
    const count = done ? Math.max(near, last && said.length === 0 ? 1 : 0) : Math.floor(steps + 1e-9);
    if (count > 0) said.push(withFraction(count * step, unit));
    if (done) break;
    rest -= count * one * step;
  }
  return said.join(' + ');
}

const FRACTIONS = keyed({ '0.25': '¼', '0.5': '½', '0.75': '¾' });

function withFraction(value: number, unit: string): string {
  const whole = Math.floor(value);
  const rest = FRACTIONS.get(String(value - whole)) ?? '';
  return `${whole || !rest ? whole : ''}${rest} ${unit}${unit === 'cup' && value !== 1 ? 's' : ''}`;
}
