export { cautionById, cautionsFor, ragsForCoat, safetyClosing, type Caution, type CautionId } from './safety';
export { solventG, vapourGPerM3, vapourIn, type Vapour } from './vapour';
