export { houseFigures, type HouseFigures, sameFigures } from './house-effect';
export { bestStarts, plan, type Plan } from './plan';
