export { cautionById, cautionsFor, ragsForCoat, safetyClosing, type Caution, type CautionId } from './safety';
