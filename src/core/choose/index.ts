export { compareSystems, type SystemFigures } from './compare';
export { colourLock, sampleProblems } from './samples';
