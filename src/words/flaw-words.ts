import type { FlawKind, Mending } from '../core/course';

/** A flaw, as one says what one found. */
export const FLAW_NAMES: Readonly<Record<FlawKind, string>> = {
  run: 'a run',
  nibs: 'nibs',
  scratch: 'a scratch',
  pit: 'a pit',
  'pulled colour': 'pulled colour',
  'light patch': 'a light patch',
  'sand-through': 'a sand-through'
};

/** How it shows, and what makes it. */
export const FLAW_SIGNS: Readonly<Record<FlawKind, string>> = {
  run: 'too much at an edge or in a groove',
  nibs: 'dust or fibres in the coat',
  scratch: 'seen along a lamp',
  pit: 'a hole or a burst bubble',
  'pulled colour': 'the stain below came off',
  'light patch': 'it drank less, or hardener was not mixed in',
  'sand-through': 'cut down to the coat or wood below'
};

/** What is done to it, with what it is cut back. */
export const MENDING_WORDS: Readonly<Record<Mending, (abrasive: string, extent: 'spot' | 'whole face') => string>> = {
  'cut back': (abrasive, extent) =>
    extent === 'spot' ? `cut back the spot, ${abrasive}` : `cut back the whole face, ${abrasive}`,
  fill: () => 'fill it, cut it flush when hard',
  'touch in': (_, extent) =>
    extent === 'spot' ? 'touch in with the same product, feathered out' : 'a thin coat of the same over all of it'
};
