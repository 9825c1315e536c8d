export { keyed, madeAt, type Keyed } from './keyed';
export * from './names';
export { isWhole, madeWhole } from './text';
