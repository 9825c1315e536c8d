import {
  decimals,
  MINUTE_MS,
  showArea,
  showDuration,
  showPour,
  showSpreadRate,
  showTemperature,
  showVolume,
  type UnitSystem
} from '$core/units';
import type { BatchPlan, ProductLoad } from '$core/load';
import type { CoatPlan } from '$core/coats';
import type { HandsMinutes } from '$core/hands';
import type { Grade } from '$core/product';
import { methodName } from '$words/method-words';

/** A line of an answer to "why this number?". */
export interface WhyLine {
  name: string;
  value: string;
  grade: Grade;
}

/** Litres of a coat: each face's area, spread and take-up, then the losses. */
export function whyCoat(
  coat: CoatPlan,
  faceName: (surfaceId: string, faceId: string) => string,
  units: UnitSystem
): WhyLine[] {
  const faces = coat.faces.flatMap((f): WhyLine[] => [
    {
      name: `${faceName(f.surfaceId, f.faceId)}, effective area`,
      value: showArea(f.areaM2, units),
      grade: 'law'
    },
    ...f.detail.factors.slice(1).map((x) => ({
      name: `— ${x.name.replace(', m²/L', '')}`,
      value: x.name.startsWith('spread') ? showSpreadRate(x.value, units) : `× ${decimals(x.value, 2)}`,
      grade: x.grade
    }))
  ]);
  return [
    ...faces,
    {
      name: 'lost in tins, mixing, applicators',
      value: showVolume(coat.lossesL, units),
      grade: 'house'
    }
  ];
}

const HANDS_NAMES: Readonly<Record<keyof HandsMinutes, string>> = {
  mix: 'mixing and stirring',
  spread: 'spreading',
  keepWet: 'topping up',
  wetSand: 'sanding wet',
  wipe: 'taking off',
  edges: 'edges',
  look: 'looking again, wiping what rose',
  handling: 'turning over',
  ladder: 'moving the ladder'
};

/** Person minutes of a coat, by what they go to, rubbing the coat below last. */
export function whyHands({ hands, personHours }: Pick<CoatPlan, 'hands' | 'personHours'>): WhyLine[] {
  const parts = (Object.keys(HANDS_NAMES) as (keyof HandsMinutes)[]).map((k) => ({
    name: HANDS_NAMES[k],
    min: hands[k]
  }));
  const rub = personHours * 60 - parts.reduce((s, p) => s + p.min, 0);
  return [...parts, { name: 'rubbing the coat below', min: rub }]
    .filter((p) => p.min >= 0.5)
    .map((p): WhyLine => ({ name: p.name, value: showDuration(p.min * MINUTE_MS), grade: 'house' }));
}

/** A key of spread rates in words: "first coat, softwood, thin". */
function keyWords(key: string): string {
  const [, position, group, method] = key.split(' ');
  return `${position} coat, ${group!.replaceAll('-', ' ')}, ${methodName(method!)}`;
}

/** The amount of a product to have: what is likely, what each spread rate is known by, and the confidence chosen. */
export function whyNeed(p: ProductLoad, confidence: number, units: UnitSystem): WhyLine[] {
  return [
    { name: 'on the wood, likeliest', value: showVolume(p.netL, units), grade: 'house' },
    ...p.keys.map((k): WhyLine => ({
      name: k.rate.coats
        ? `spread rate, ${keyWords(k.key)}, ${k.rate.coats} of our coats behind it (label ${showSpreadRate(k.rate.cardM2PerL, units)})`
        : `spread rate, ${keyWords(k.key)}, the card alone: no coat of ours yet`,
      value: showSpreadRate(k.rate.medianM2PerL, units),
      grade: k.rate.grade
    })),
    { name: 'spread of coats and rates (sd of ln)', value: decimals(p.sdLn, 3), grade: 'house' },
    {
      name: `factor at ${Math.round(confidence * 100)} % sure`,
      value: `× ${decimals(p.buyFactor, 2)}`,
      grade: 'house'
    },
    { name: 'losses, added after', value: showVolume(p.lossesL, units), grade: 'house' }
  ];
}

/** A batch: its parts, its limits, and the one that binds. */
export function whyBatch(b: BatchPlan, ratio: string, units: UnitSystem): WhyLine[] {
  return [
    { name: 'ratio', value: ratio, grade: 'label' },
    {
      name: `largest batch, bound by ${b.boundBy}`,
      value: showPour(b.largestL, units),
      grade: b.boundBy === 'card limit' ? 'label' : 'house'
    },
    {
      name: 'smallest honest batch',
      value: showPour(b.smallestL, units),
      grade: 'house'
    },
    ...(b.usableMinutes === null
      ? []
      : [
          {
            name: `usable at ${showTemperature(b.mixTempC, units, 0)}`,
            value: showDuration(Math.max(0, b.usableMinutes) * MINUTE_MS),
            grade: 'label' as const
          }
        ])
  ];
}
