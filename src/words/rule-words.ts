import type { Rule } from '../core/judge';

/** The short word of each rule that closes an hour. */
export const RULE_WORD: Record<Rule, string> = {
  'no data': 'no data',
  'no reading': 'no reading',
  'not ready': 'drying',
  rain: 'rain',
  'boards wet': 'boards wet',
  dew: 'dew',
  'air too cold': 'cold',
  'surface too cold': 'cold',
  'air too hot': 'too hot',
  'surface too hot': 'too hot',
  'air too damp': 'damp',
  wind: 'wind',
  'too dry': 'too dry',
  'no time to wipe': 'no time to wipe',
  dark: 'dark',
  'no access': 'no access',
  'off hours': 'off'
};
