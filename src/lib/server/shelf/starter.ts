import type { ProductCard } from '../../../core/product';
import cards from '../../../../demo/cards.json';
import type { Db } from '../db/connect';
import { saveCard } from './cards';

/** Puts the example cards on a new crew's shelf, to be changed or thrown out: made-up products with honest numbers. */
export async function stockShelf(db: Db, crewId: string, by: string, nowMs: number): Promise<void> {
  for (const card of cards as ProductCard[]) await saveCard(db, crewId, card, 0, by, nowMs);
}
