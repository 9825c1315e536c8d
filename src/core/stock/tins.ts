import { isTwoPart, type ProductCard } from '../product';
import { DAY_MS } from '../units';
import type { StockTin } from './schema';

const MONTH_MS = 30.44 * DAY_MS;
const SOON_MS = 30 * DAY_MS;

/** The last instant a tin is good: closed from the day it was bought, opened from the day it was opened, the earlier. */
export function goodUntilMs(tin: StockTin, card: ProductCard): number {
  const closedUntil = Date.parse(tin.boughtOn) + card.shelfLifeMonths.closed * MONTH_MS;
  return tin.openedOn
    ? Math.min(closedUntil, Date.parse(tin.openedOn) + card.shelfLifeMonths.opened * MONTH_MS)
    : closedUntil;
}

export const isUsable = (tin: StockTin, card: ProductCard, nowMs: number): boolean =>
  tin.leftMl > 0 && goodUntilMs(tin, card) >= nowMs;

/** Something about the stock that wants a hand: which tins, what, and what cures it. */
export interface StockWarning {
  tins: string[];
  kind:
    | 'past its life'
    | 'skinning over'
    | 'soon past'
    | 'mixed lots'
    | 'hardener outlived its oil'
    | 'oil without hardener';
  text: string;
}

/** Everything about the tins that wants a hand, gravest first. Tins of cards that are not on the shelf are passed over. */
export function stockWarnings(tins: readonly StockTin[], cards: readonly ProductCard[], nowMs: number): StockWarning[] {
  const out: StockWarning[] = [];
  const left = tins.filter((t) => t.leftMl > 0);
  for (const card of cards) {
    const own = left.filter((t) => t.productId === card.id);
    for (const t of own) out.push(...ageWarnings(t, card, nowMs));
    out.push(...lotWarnings(own, card), ...partWarnings(own, card, nowMs));
  }
  const order: StockWarning['kind'][] = [
    'past its life',
    'hardener outlived its oil',
    'oil without hardener',
    'mixed lots',
    'skinning over',
    'soon past'
  ];
  return out.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}

const SKIN_FILL = 0.5;

function ageWarnings(t: StockTin, card: ProductCard, nowMs: number): StockWarning[] {
  const until = goodUntilMs(t, card);
  const name = `${card.name} ${t.of === 'hardener' ? 'hardener' : t.colour}, lot ${t.lot}`;
  if (until < nowMs)
    return [
      {
        tins: [t.id],
        kind: 'past its life',
        text: `${name}: ${t.openedOn ? 'open' : 'bought'} since ${t.openedOn ?? t.boughtOn}, past what the card allows. Try it on scrap or take it to the tip as the safety sheet says.`
      }
    ];
  const out: StockWarning[] = [];
  if (t.openedOn && card.oxidising && t.of !== 'hardener' && t.leftMl < t.volumeMl * SKIN_FILL)
    out.push({
      tins: [t.id],
      kind: 'skinning over',
      text: `${name}: more air than oil in the tin, a skin will form. Pour it into a smaller one, full to the brim.`
    });
  if (until - nowMs < SOON_MS)
    out.push({
      tins: [t.id],
      kind: 'soon past',
      text: `${name}: good until ${new Date(until).toISOString().slice(0, 10)}. Use it first.`
    });
  return out;
}

function lotWarnings(own: readonly StockTin[], card: ProductCard): StockWarning[] {
  const colours = new Set(own.filter((t) => t.of !== 'hardener' && isColoured(card, t.colour)).map((t) => t.colour));
  return [...colours].flatMap((colour) => {
    const same = own.filter((t) => t.of !== 'hardener' && t.colour === colour);
    const lots = [...new Set(same.map((t) => t.lot))];
    return lots.length < 2
      ? []
      : [
          {
            tins: same.map((t) => t.id),
            kind: 'mixed lots' as const,
            text: `${card.name} ${colour}: lots ${lots.join(' and ')}. One lot a face, or blend all tins before the first bay.`
          }
        ];
  });
}

function partWarnings(own: readonly StockTin[], card: ProductCard, nowMs: number): StockWarning[] {
  if (!isTwoPart(card)) return [];
  const good = (of: StockTin['of']) => own.filter((t) => t.of === of && goodUntilMs(t, card) >= nowMs);
  const [oil, hardener] = [good('oil'), good('hardener')];
  if (hardener.length && !oil.length)
    return [
      {
        tins: hardener.map((t) => t.id),
        kind: 'hardener outlived its oil',
        text: `${card.name}: hardener of lot ${hardener.map((t) => t.lot).join(', ')} stands there without oil. It belongs to no other product.`
      }
    ];
  if (oil.length && !hardener.length)
    return [
      {
        tins: oil.map((t) => t.id),
        kind: 'oil without hardener',
        text: `${card.name}: oil of lot ${oil.map((t) => t.lot).join(', ')} has no hardener left. Without it, it stays soft.`
      }
    ];
  return [];
}

/** True for a colour that shows: everything but a clear one, and any whose pigment is not known. */
export const isColoured = (card: ProductCard, colour: string): boolean =>
  card.pigment?.find((p) => p.colour === colour)?.depth !== 'clear' && !/^clear\b/i.test(colour);
