export { careDueAt, keepPlan, type KeepPlan, leavePlan, type LeavePlan, servedAt, surfaceWear } from './leave-and-keep';
