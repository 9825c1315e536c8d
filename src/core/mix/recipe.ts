import { keyed } from '../keyed';
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

const CUP_L = 0.25;
const TABLESPOON_L = 0.015;
const TEASPOON_L = 0.005;

/** An amount in the measures of a kitchen: cups of 250 ml in quarters, spoons of 15 and 5 ml; never less than half a teaspoon. */
export function kitchenMeasure(litres: number): string {
  if (litres >= CUP_L / 4 - 1e-9) {
    const quarters = Math.round(litres / (CUP_L / 4));
    return withFraction(quarters / 4, quarters === 4 ? 'cup' : 'cups');
  }
  if (litres >= TABLESPOON_L - 1e-9) {
    const halves = Math.round(litres / (TABLESPOON_L / 2));
    return withFraction(halves / 2, 'tbsp');
  }
  const halves = Math.max(1, Math.round(litres / (TEASPOON_L / 2)));
  return withFraction(halves / 2, 'tsp');
}

const FRACTIONS = keyed({ '0.25': '¼', '0.5': '½', '0.75': '¾' });

function withFraction(value: number, unit: string): string {
  const whole = Math.floor(value);
  const rest = FRACTIONS.get(String(value - whole)) ?? '';
  return `${whole || !rest ? whole : ''}${rest} ${unit}`;
}
