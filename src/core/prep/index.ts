export { mayBeDropped, outOfOrder, type DroppedStep } from './edits';
export { conditionOf, discLifeM2, endGrit, prepPlan, type PrepInput, type PrepPlan } from './prep';
export { prepSchedule, type PrepVisit, type ToPrepare } from './schedule';
export { gateTable, prepStepName, type Consumable, type Gate, type PrepStep, type PrepWait } from './steps';
export {
  noRecord,
  prepTally,
  restingStep,
  stepKey,
  stepsDone,
  unitProgress,
  type PrepLog,
  type Resting,
  type StepProgress,
  type StepRecord,
  type StepStatus
} from './progress';
