export {
  GRITS,
  gritJump,
  LADDER_RULES,
  meanParticleUm,
  sandingLadder,
  startGrit,
  type Ladder,
  type LadderInput,
  type LadderRule,
  type WoodCondition
} from './ladder';
