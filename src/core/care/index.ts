export { careDueAt, keepPlan, type KeepPlan, leavePlan, type LeavePlan, servedAt } from './leave-and-keep';
