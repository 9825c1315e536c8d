export { layingLimits, moistureLimits, type LayingLimits, type Limit } from './limits';
export {
  BITS,
  firstRule,
  limitOf,
  RULE_ROWS,
  RULES,
  type HourValue,
  type LimitRule,
  type Rule,
  type RuleBits,
  type RuleRow
} from './rules';
export {
  closedBits,
  closureBy,
  closuresOf,
  judgeHours,
  verdictRuns,
  workInHour,
  type Closure,
  type HourVerdict,
  type VerdictRun
} from './judge';
