export { applicators, type CoatKey, type CoatPlan, coatPlans, type FacePlan, facePlans } from './coats';
export { layerChecks, type LayerFinding, layerProblem, underWords } from './layering';
export { betweenCoats, type Between } from './between';
export { soakMinutes } from './hands-on';
