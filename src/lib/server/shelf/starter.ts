import type { ProductCard } from '../../../core/product';
import cards from '../../../../demo/cards.json';

/** The example cards a new crew's shelf begins with, to be changed or thrown out: made-up products with honest numbers. */
export const starterCards = cards as ProductCard[];
