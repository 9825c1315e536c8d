export { type BatchPlan, loadPlan, type LoadPlan, type ProductLoad } from './load';
export { LOAD_GROUPS, type LoadItem, loadList, type LoadVisit, type Packing } from './load-list';
