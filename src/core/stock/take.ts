import type { ProductCard } from '../product';
import type { StockTin } from './schema';
import { goodUntilMs, isColoured, isUsable } from './tins';

/** What is taken from a tin for a need, ml. */
export interface Taken {
  tin: StockTin;
  ml: number;
}

export interface FromStock {
  taken: Taken[];
  takenMl: number;
  /** Colour tins of several lots are among them: blend all before the first bay. */
  blend: boolean;
}

/**
 * Takes a need from the stock, ml: opened tins first, then the one that is past soonest. A colour is taken from the one
 * lot that covers the need, if one does; else from all, to be blended.
 */
export function takeFromStock(
  needMl: number,
  of: StockTin['of'],
  colour: string,
  tins: readonly StockTin[],
  card: ProductCard,
  nowMs: number
): FromStock {
  const fit = tins
    .filter((t) => t.productId === card.id && t.of === of && (of === 'hardener' || t.colour === colour))
    .filter((t) => isUsable(t, card, nowMs))
    .sort(
      (a, b) =>
        Number(Boolean(b.openedOn)) - Number(Boolean(a.openedOn)) ||
        goodUntilMs(a, card) - goodUntilMs(b, card) ||
        (a.id < b.id ? -1 : 1)
    );
  const coloured = of !== 'hardener' && isColoured(card, colour);
  const lots = [...new Set(fit.map((t) => t.lot))];
  const whole = coloured ? lots.find((lot) => sumLeft(fit.filter((t) => t.lot === lot)) >= needMl) : undefined;
  const from = whole === undefined ? fit : fit.filter((t) => t.lot === whole);
  const taken: Taken[] = [];
  let left = Math.ceil(needMl - 1e-6);
  for (const tin of from) {
    if (left <= 0) break;
    const ml = Math.min(left, tin.leftMl);
    taken.push({ tin, ml });
    left -= ml;
  }
  return {
    taken,
    takenMl: taken.reduce((s, t) => s + t.ml, 0),
    blend: coloured && new Set(taken.map((t) => t.tin.lot)).size > 1
  };
}

const sumLeft = (tins: readonly StockTin[]) => tins.reduce((s, t) => s + t.leftMl, 0);
