export { houseFigures, type HouseFigures, sameFigures } from './house-effect';
export { bestStarts, plan, plannedCoats, type Plan } from './plan';
