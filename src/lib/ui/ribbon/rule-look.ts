import type { Rule } from '$core/window';

/** The texture and the short word of each rule that closes an hour. */
export const RULE_LOOK: Record<Rule, { pattern: string; fill: string; word: string; ink: string }> = {
  'no data': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    word: 'no data',
    ink: 'var(--ink-2)'
  },
  'no reading': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    word: 'no reading',
    ink: 'var(--ink-2)'
  },
  'not ready': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    word: 'drying',
    ink: 'var(--ink-2)'
  },
  rain: {
    pattern: 'p-rain',
    fill: 'var(--rain-fill)',
    word: 'rain',
    ink: 'var(--rain)'
  },
  'boards wet': {
    pattern: 'p-wet',
    fill: 'var(--wet-fill)',
    word: 'boards wet',
    ink: 'var(--wet)'
  },
  dew: {
    pattern: 'p-dew',
    fill: 'var(--dew-fill)',
    word: 'dew',
    ink: 'var(--dew)'
  },
  'air too cold': {
    pattern: 'p-cold',
    fill: 'var(--cold-fill)',
    word: 'cold',
    ink: 'var(--cold)'
  },
  'surface too cold': {
    pattern: 'p-cold',
    fill: 'var(--cold-fill)',
    word: 'cold',
    ink: 'var(--cold)'
  },
  'air too hot': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    word: 'too hot',
    ink: 'var(--heat)'
  },
  'surface too hot': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    word: 'too hot',
    ink: 'var(--heat)'
  },
  'air too damp': {
    pattern: 'p-dew',
    fill: 'var(--dew-fill)',
    word: 'damp',
    ink: 'var(--dew)'
  },
  wind: {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    word: 'wind',
    ink: 'var(--ink)'
  },
  'too dry': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    word: 'too dry',
    ink: 'var(--heat)'
  },
  'no time to wipe': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    word: 'no time to wipe',
    ink: 'var(--heat)'
  },
  dark: {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    word: 'dark',
    ink: 'var(--ink-2)'
  },
  'no access': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    word: 'no access',
    ink: 'var(--ink-2)'
  },
  'off hours': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    word: 'off',
    ink: 'var(--ink-2)'
  }
};
