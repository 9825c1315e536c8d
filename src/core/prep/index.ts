export {
  conditionOf,
  discLifeM2,
  endGrit,
  gateTable,
  prepPlan,
  prepStepName,
  type Consumable,
  type Gate,
  type PrepInput,
  type PrepPlan,
  type PrepStep,
  type PrepWait
} from './prep';
export {
  prepTally,
  noRecord,
  stepKey,
  stepsDone,
  type Resting,
  restingStep,
  unitProgress,
  type PrepLog,
  type StepProgress,
  type StepRecord,
  type StepStatus
} from './progress';
