export { emcPercent } from './emc';
export { findSpecies, speciesOf, speciesTable, UNKNOWN_SPECIES, type Species, type SpeciesGroup } from './species';
export { moistureTauHours, nextBoardMoisturePercent, type Board } from './board-moisture';
export { default as takeUp } from './take-up.json';
