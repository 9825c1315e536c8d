import { cheapestTins, litresSdLn, normalQuantile, type TinChoice } from '../coverage';
import {
  evenBatches,
  largestBatch,
  mixAmounts,
  smallestBatchL,
  usableMinutes,
  type LargestBatch,
  type MixAmounts
} from '../mix';
import type { HouseRules } from '../house';
import { isTwoPart, type ProductCard } from '../product';
import { ragsForCoat } from '../safety';
import type { CoatPlan } from './coats';
import type { JobDocument } from './document-schema';

/** Tins of one kind to buy: a kit, or one component. */
export interface BuyLine extends TinChoice {
  of: 'kit' | 'oil' | 'hardener';
  name: string;
  needL: number;
}

/** Batches of one coat: how many, how much of each part, and which limit sets the size. */
export interface BatchPlan {
  coat: number;
  count: number;
  each: MixAmounts;
  largestL: number;
  boundBy: LargestBatch['boundBy'];
  smallestL: number;
  usableMinutes: number | null;
}

/** A thing to take along: how many and why. */
export interface GearItem {
  name: string;
  count: number | null;
  why: string;
}

/** Everything that goes into the van. Litres; expected is the median, buy the amount at the house confidence. */
export interface LoadPlan {
  netL: number;
  lossesL: number;
  expectedL: number;
  buyL: number;
  confidence: number;
  sdLn: number;
  buyFactor: number;
  mix: MixAmounts;
  buy: BuyLine[];
  costCents: number;
  batches: BatchPlan[];
  rags: number;
  gear: GearItem[];
}

/** The load of a job: litres at the chosen confidence, tins, batches and gear (handbook 6, 7, 13). */
export function loadPlan(
  job: JobDocument,
  card: ProductCard,
  coats: readonly CoatPlan[],
  mixTempC: number,
  house: HouseRules
): LoadPlan {
  const netL = coats.reduce((s, c) => s + c.netL, 0);
  const lossesL = coats.reduce((s, c) => s + c.lossesL, 0);
  const shares = coats.flatMap((c) => c.keys.map(({ key, litres }) => ({ key, litres })));
  const sdLn = litresSdLn(mergeByCoat(coats, shares), house.coatSdLn, () => house.cardSdLn);
  const buyFactor = Math.exp(normalQuantile(house.buyConfidence) * sdLn);
  const buyL = netL * buyFactor + lossesL;
  const buy = buyLines(card, buyL);
  const rags = coats.reduce((s, c) => s + ragsForCoat(card, job.finish!.method, c.areaM2, house), 0);
  return {
    netL,
    lossesL,
    expectedL: netL + lossesL,
    buyL,
    confidence: house.buyConfidence,
    sdLn,
    buyFactor,
    mix: mixAmounts(card, { of: 'total', litres: netL + lossesL }),
    buy,
    costCents: buy.reduce((s, b) => s + b.costCents, 0),
    batches: coats.map((c) => batchPlan(card, c, mixTempC, house)),
    rags,
    gear: gearFor(job, card, rags)
  };
}

/** A coat over one key keeps its share whole; a coat over several species counts each key's part as its own coat share. */
const mergeByCoat = (coats: readonly CoatPlan[], shares: { key: string; litres: number }[]) =>
  coats.every((c) => c.keys.length === 1) ? coats.map((c) => ({ key: c.keys[0]!.key, litres: c.netL })) : shares;

function buyLines(card: ProductCard, buyL: number): BuyLine[] {
  const line = (of: BuyLine['of'], name: string, needL: number): BuyLine => ({
    of,
    name,
    needL,
    ...cheapestTins(
      needL * 1000,
      card.packs.filter((p) => p.of === of)
    )
  });
  if (card.packs.some((p) => p.of === 'kit')) return [line('kit', card.name, buyL)];
  const mix = mixAmounts(card, { of: 'total', litres: buyL });
  return card.components.map((c) => line(c.role, c.name, c.role === 'oil' ? mix.oilL : mix.hardenerL));
}

function batchPlan(card: ProductCard, coat: CoatPlan, mixTempC: number, house: HouseRules): BatchPlan {
  const spreadRateM2PerL = coat.areaM2 / Math.max(coat.netL, 1e-9);
  const litresPerMinute = coat.expectedL / coat.layingMinutes;
  const largest = largestBatch(card, { litresPerMinute, mixTempC, spreadRateM2PerL }, house);
  const { count, eachL } = evenBatches(coat.expectedL, Math.max(largest.litres, 0.05));
  const minutes = usableMinutes(card, eachL, mixTempC);
  return {
    coat: coat.number,
    count,
    each: mixAmounts(card, { of: 'total', litres: eachL }),
    largestL: largest.litres,
    boundBy: largest.boundBy,
    smallestL: smallestBatchL(card, {
      cupL: house.measureStepMl / 1000,
      scaleKg: house.scaleStepG / 1000
    }),
    usableMinutes: Number.isFinite(minutes) ? minutes : null
  };
}

const TOOLS: Record<string, [string, string][]> = {
  thin: [['Applicator pads', 'thin film, worked in']],
  flood: [
    ['Squeegees', 'keeps the surface wet'],
    ['Applicator pads', 'tops up dry spots']
  ],
  roller: [
    ['Short-nap rollers', 'an even film'],
    ['Roller frames', 'one for each roller']
  ],
  brush: [['Flat brushes', 'along the boards']],
  trowel: [
    ['Oil trowels', 'a film as thin as the wood allows'],
    ['White buffing pads', 'flip when soaked']
  ],
  spray: [
    ['Spray set', 'always back-brushed'],
    ['Flat brushes', 'back-brushing']
  ]
};

function gearFor(job: JobDocument, card: ProductCard, rags: number): GearItem[] {
  const { people } = job.crew;
  const item = (name: string, count: number | null, why: string): GearItem => ({
    name,
    count,
    why
  });
  const out = (TOOLS[job.finish!.method] ?? []).map(([name, why]) => item(name, people, why));
  out.push(item('Cotton rags', rags, 'counted out and counted back'));
  if (card.oxidising)
    out.push(item('Metal can with lid, filled with water', 1, 'rags of this oil set themselves on fire'));
  if (isTwoPart(card)) {
    out.push(item('Straight-sided mixing vessels', 2, 'stir in one, pour to the other, stir again'));
    out.push(
      item('Measuring cups or scale', 1, `${card.components.map((c) => c.parts).join(' : ')} by ${card.ratioBasis}`)
    );
  }
  out.push(
    item('Stir sticks', people, `${card.stirMinutes} min, ${card.shakeAllowed ? 'shaking allowed' : 'never shaken'}`)
  );
  out.push(
    item('Nitrile gloves, pairs', people * 4, 'hand grease shows under oil'),
    item('Safety glasses', people, 'splashes')
  );
  if (card.isocyanate) out.push(item('Breathing protection, A2-P2', people, 'hardener with isocyanate'));
  else if (card.vocGPerL >= 250 && job.site.setting === 'indoor')
    out.push(item('Breathing protection, A2', people, `${card.vocGPerL} g/L solvent indoors`));
  out.push(
    item('Knee pads, pairs', people, 'floors and decks'),
    item('Denib pads, fine', people, 'between coats, inside the window')
  );
  if (job.site.setting === 'indoor' || job.site.lamps)
    out.push(item('Raking lamp', 1, 'holidays and bleed-back show only from the side'));
  if (job.site.setting === 'outdoor') out.push(item('Moisture meter', 1, 'boards must be under the limit'));
  return out;
}
