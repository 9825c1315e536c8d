import type { Rule } from '$core/judge';

/** The texture of each rule that closes an hour. */
export const RULE_LOOK: Record<Rule, { pattern: string; fill: string; ink: string }> = {
  'no data': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    ink: 'var(--ink-2)'
  },
  'no reading': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    ink: 'var(--ink-2)'
  },
  'not ready': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    ink: 'var(--ink-2)'
  },
  rain: {
    pattern: 'p-rain',
    fill: 'var(--rain-fill)',
    ink: 'var(--rain)'
  },
  'boards wet': {
    pattern: 'p-wet',
    fill: 'var(--wet-fill)',
    ink: 'var(--wet)'
  },
  dew: {
    pattern: 'p-dew',
    fill: 'var(--dew-fill)',
    ink: 'var(--dew)'
  },
  'air too cold': {
    pattern: 'p-cold',
    fill: 'var(--cold-fill)',
    ink: 'var(--cold)'
  },
  'surface too cold': {
    pattern: 'p-cold',
    fill: 'var(--cold-fill)',
    ink: 'var(--cold)'
  },
  'air too hot': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    ink: 'var(--heat)'
  },
  'surface too hot': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    ink: 'var(--heat)'
  },
  'air too damp': {
    pattern: 'p-dew',
    fill: 'var(--dew-fill)',
    ink: 'var(--dew)'
  },
  wind: {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    ink: 'var(--ink)'
  },
  'too dry': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    ink: 'var(--heat)'
  },
  'no time to wipe': {
    pattern: 'p-heat',
    fill: 'var(--heat-fill)',
    ink: 'var(--heat)'
  },
  dark: {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    ink: 'var(--ink-2)'
  },
  'no access': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    ink: 'var(--ink-2)'
  },
  'off hours': {
    pattern: 'p-off',
    fill: 'var(--off-fill)',
    ink: 'var(--ink-2)'
  }
};
