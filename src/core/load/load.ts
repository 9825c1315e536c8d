import { cheapestTins, litresSdLn, normalQuantile, shortfallRisk, type PackSize, type TinChoice } from '../coverage';
import {
  honestBatches,
  largestBatch,
  mixAmounts,
  smallestOfHouse,
  usableMinutes,
  type Batches,
  type LargestBatch,
  type MixAmounts,
  type NoBatch
} from '../mix';
import type { HouseRules } from '../house';
import type { ProductCard } from '../product';
import { ragsForCoat } from '../safety';
import { takeFromStock, type FromStock } from '../stock';
import type { CoatKey, CoatPlan } from '../coats';
import { cardOf } from '../document';
import type { PartJob } from '../document';
import type { Knowledge } from '../knowledge';

/** Buying one tin fewer or more: what it costs and how likely it runs short. */
export interface BuyStep {
  tins: number;
  totalMl: number;
  costCents: number;
  shortRisk: number;
}

/** Tins of one kind: what the stock gives, and what is bought for the rest. */
export interface BuyLine extends TinChoice {
  of: 'kit' | 'oil' | 'hardener';
  name: string;
  needL: number;
  stock: FromStock;
  /** One tin fewer, as advised, one more. */
  steps: BuyStep[];
}

/** One product in one colour over all its coats. Litres; expected is the median, need the amount at the house confidence. */
export interface ProductLoad {
  productId: string;
  name: string;
  colour: string;
  coats: number[];
  netL: number;
  lossesL: number;
  expectedL: number;
  needL: number;
  sdLn: number;
  buyFactor: number;
  /** What the litres are known by, with the coats of the log behind each. */
  keys: CoatKey[];
  mix: MixAmounts;
  buy: BuyLine[];
  costCents: number;
}

/** Batches of one coat: how many, how much of each part, and which limit sets the size; or that there is no honest one. */
export interface BatchPlan {
  coat: number;
  productId: string;
  /** Why no batch is planned, and what would cure it; count and amounts are 0 then. */
  none: NoBatch | null;
  count: number;
  each: MixAmounts;
  /** Mixed beyond what the coat takes, so that each batch can be measured honestly, L. */
  surplusL: number;
  largestL: number;
  boundBy: Extract<Batches, { ok: true }>['boundBy'];
  smallestL: number;
  /** Of the mix when the coat is begun, °C. */
  mixTempC: number;
  usableMinutes: number | null;
}

/** All the oil of a job. */
export interface LoadPlan {
  netL: number;
  lossesL: number;
  expectedL: number;
  /** What must be in the van at the confidence, stock and tins together, L. */
  needL: number;
  /** What the tins to buy hold, beyond the stock, L. */
  boughtL: number;
  confidence: number;
  products: ProductLoad[];
  costCents: number;
  batches: BatchPlan[];
  rags: number;
}

/** The litres of all tins that are bought of some products. */
export const litresBought = (products: readonly Pick<ProductLoad, 'buy'>[]): number =>
  products.reduce((sum, p) => sum + p.buy.reduce((s, b) => s + b.totalMl / 1000, 0), 0);

/** The oil of a job: litres at the chosen confidence, stock, tins and batches (handbook 6, 7). */
export function loadPlan(
  job: PartJob,
  coats: readonly CoatPlan[],
  mixTempC: (coat: number) => number,
  { house, stock }: Pick<Knowledge, 'house' | 'stock'>,
  nowMs: number
): LoadPlan {
  const groups = new Map<string, CoatPlan[]>();
  for (const c of coats) {
    const key = `${c.productId} ${c.colour}`;
    groups.set(key, [...(groups.get(key) ?? []), c]);
  }
  const products = [...groups.values()].map((own) =>
    productLoad(cardOf(job, own[0]!.productId)!, own, house, stock, nowMs)
  );
  const sum = (of: (p: ProductLoad) => number) => products.reduce((s, p) => s + of(p), 0);
  return {
    netL: sum((p) => p.netL),
    lossesL: sum((p) => p.lossesL),
    expectedL: sum((p) => p.expectedL),
    needL: sum((p) => p.needL),
    boughtL: litresBought(products),
    confidence: house.buyConfidence,
    products,
    costCents: sum((p) => p.costCents),
    batches: coats.map((c) => batchPlan(cardOf(job, c.productId)!, c, mixTempC(c.number), house)),
    rags: coats.reduce((s, c) => s + ragsForCoat(cardOf(job, c.productId)!, c.method, c.areaM2, house), 0)
  };
}

/** A product in one colour over all parts that it goes on: had from one stock and bought once. */
export interface Purchase extends ProductLoad {
  work: { part: string; coats: number[] }[];
}

/** A part with what of its plan oil is bought by. */
export interface Buying {
  job: PartJob;
  plan: { coats: readonly CoatPlan[]; load: LoadPlan | null };
}

/** What the parts of a job take together: a tin that two of them share is bought once, and none of the stock is counted twice. */
export function purchases(
  parts: readonly Buying[],
  { house, stock }: Pick<Knowledge, 'house' | 'stock'>,
  nowMs: number
): Purchase[] {
  const groups = new Map<string, { buying: Buying; product: ProductLoad }[]>();
  for (const buying of parts)
    for (const product of buying.plan.load?.products ?? []) {
      const key = `${product.productId} ${product.colour}`;
      groups.set(key, [...(groups.get(key) ?? []), { buying, product }]);
    }
  return [...groups.values()].map((uses): Purchase => {
    const [{ buying, product }] = uses as [(typeof uses)[number]];
    const work = uses.map((u) => ({ part: u.buying.job.part, coats: u.product.coats }));
    if (uses.length === 1) return { ...product, work };
    // A coat of one part is another than that of the same number in the next: each varies by itself.
    const coats = uses.flatMap((u, i) =>
      u.buying.plan.coats
        .filter((c) => u.product.coats.includes(c.number))
        .map((c) => ({ ...c, number: i * COATS_APART + c.number }))
    );
    const together = productLoad(cardOf(buying.job, product.productId)!, coats, house, stock, nowMs);
    return { ...together, coats: [...new Set(uses.flatMap((u) => u.product.coats))].sort((a, b) => a - b), work };
  });
}

/** More than a part has coats. */
const COATS_APART = 100;

function productLoad(
  card: ProductCard,
  coats: readonly CoatPlan[],
  house: HouseRules,
  stock: Knowledge['stock'],
  nowMs: number
): ProductLoad {
  const netL = coats.reduce((s, c) => s + c.netL, 0);
  const lossesL = coats.reduce((s, c) => s + c.lossesL, 0);
  const keys = new Map<string, CoatKey>();
  for (const k of coats.flatMap((c) => c.keys)) {
    const known = keys.get(k.key);
    if (known) {
      known.litres += k.litres;
      known.netAtCardL += k.netAtCardL;
    } else keys.set(k.key, { ...k });
  }
  const sdLn = litresSdLn(
    coats.flatMap((c) => c.keys.map(({ key, litres }) => ({ coat: c.number, key, litres }))),
    house.coatSdLn,
    (key) => keys.get(key)!.rate.sdLn
  );
  const buyFactor = Math.exp(normalQuantile(house.buyConfidence) * sdLn);
  const needL = netL * buyFactor + lossesL;
  const need: Need = { needL, netL, lossesL, sdLn };
  const { colour } = coats[0]!;
  const buy = buyLines(card, colour, need, stock, nowMs);
  return {
    productId: card.id,
    name: card.name,
    colour,
    coats: coats.map((c) => c.number),
    ...need,
    expectedL: netL + lossesL,
    buyFactor,
    keys: [...keys.values()],
    mix: mixAmounts(card, { of: 'total', litres: netL + lossesL }),
    buy,
    costCents: buy.reduce((s, b) => s + b.costCents, 0)
  };
}

interface Need {
  needL: number;
  netL: number;
  lossesL: number;
  sdLn: number;
}

function buyLines(card: ProductCard, colour: string, need: Need, stock: Knowledge['stock'], nowMs: number): BuyLine[] {
  const unit = mixAmounts(card, { of: 'total', litres: 1 });
  const line = (of: BuyLine['of'], name: string, share: number): BuyLine => {
    const needMl = need.needL * share * 1000;
    const fromStock = takeFromStock(needMl, of, colour, stock, card, nowMs);
    const packs = card.packs.filter((p) => p.of === of);
    const choice = cheapestTins(Math.max(0, needMl - fromStock.takenMl), packs);
    return {
      of,
      name,
      needL: need.needL * share,
      stock: fromStock,
      ...choice,
      steps: buySteps(choice, packs, (ml) =>
        shortfallRisk((fromStock.takenMl + ml) / 1000, need.netL * share, need.lossesL * share, need.sdLn)
      )
    };
  };
  if (card.packs.some((p) => p.of === 'kit')) return [line('kit', card.name, unit.oilL + unit.hardenerL)];
  return card.components.map((c) => line(c.role, c.name, c.role === 'oil' ? unit.oilL : unit.hardenerL));
}

/** The choice with its smallest tin left out, as it is, and with one more of the smallest size sold. */
function buySteps(choice: TinChoice, packs: readonly PackSize[], risk: (ml: number) => number): BuyStep[] {
  const step = (tins: number, totalMl: number, costCents: number): BuyStep => ({
    tins,
    totalMl,
    costCents,
    shortRisk: risk(totalMl)
  });
  const tins = choice.tins.reduce((s, t) => s + t.count, 0);
  const least = choice.tins.at(-1);
  const small = [...packs].sort((a, b) => a.volumeMl - b.volumeMl || a.priceCents - b.priceCents)[0]!;
  return [
    ...(least ? [step(tins - 1, choice.totalMl - least.volumeMl, choice.costCents - least.priceCents)] : []),
    step(tins, choice.totalMl, choice.costCents),
    step(tins + 1, choice.totalMl + small.volumeMl, choice.costCents + small.priceCents)
  ];
}

function batchPlan(card: ProductCard, coat: CoatPlan, mixTempC: number, house: HouseRules): BatchPlan {
  const spreadRateM2PerL = coat.areaM2 / Math.max(coat.netL, 1e-9);
  const litresPerMinute = coat.expectedL / coat.runMinutes;
  const largest: LargestBatch = largestBatch(card, { litresPerMinute, mixTempC, spreadRateM2PerL }, house);
  const sized = honestBatches(card, coat.expectedL, largest, house);
  const eachL = sized.ok ? sized.eachL : 0;
  const minutes = usableMinutes(card, Math.max(eachL, 0.001), mixTempC);
  return {
    coat: coat.number,
    productId: card.id,
    none: sized.ok ? null : sized,
    count: sized.ok ? sized.count : 0,
    each: mixAmounts(card, { of: 'total', litres: eachL }),
    surplusL: sized.ok ? sized.surplusL : 0,
    largestL: largest.litres,
    boundBy: sized.ok ? sized.boundBy : largest.boundBy,
    smallestL: smallestOfHouse(card, house),
    mixTempC,
    usableMinutes: Number.isFinite(minutes) ? minutes : null
  };
}
