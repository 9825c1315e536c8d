import type { TinReasonKind } from '../core/course';

/** What each reason is called where it is told in a line. */
export const TIN_NAMES: Readonly<Record<TinReasonKind, string>> = {
  'lead test': 'lead test',
  isocyanate: 'breathing protection',
  vapour: 'vapour',
  'below wet': 'coat below not touch dry',
  hour: 'closed hour',
  moisture: 'wood moisture',
  layers: 'layers',
  early: 'coat below not ready',
  verdict: 'verdict of the look',
  thumb: 'not ready by the thumb',
  colour: 'colour not approved',
  prep: 'preparation not done',
  flaw: 'flaw not mended',
  between: 'not rubbed between coats'
};
