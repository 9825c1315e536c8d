export type { StockTin } from './schema';
export { goodUntilMs, isColoured, isUsable, stockWarnings, type StockWarning } from './tins';
export { takeFromStock, type FromStock, type Taken } from './take';
