export {
  type BatchPlan,
  litresBought,
  loadPlan,
  type LoadPlan,
  type ProductLoad,
  type Purchase,
  purchases
} from './load';
export { isPacked, LOAD_GROUPS, type LoadItem, loadList, type LoadVisit, type Packing } from './load-list';
