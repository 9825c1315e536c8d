export { cautionsFor, ragsForCoat, safetyClosing, type Caution, type CautionId } from './safety';
