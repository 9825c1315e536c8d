export { goodUntilMs, isColoured, isUsable, stockWarnings, type StockTin, type StockWarning } from './tins';
export { takeFromStock, type FromStock, type Taken } from './take';
