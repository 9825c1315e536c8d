import type { Method, MethodRow, StageDue, StageId } from '../core/method';
import { upperFirst } from './upper-first';

/** The words of each method, as a crew says them. */
export const METHOD_WORDS: Readonly<Record<Method, string>> = {
  thin: 'Thin and wipe',
  flood: 'Flood and wipe',
  roller: 'Roll and leave',
  'dry-roller': 'Roll, then dry roller',
  trowel: 'Trowel, buff, leave',
  brush: 'Brush',
  blot: 'Brush, then blot',
  'dry-brush': 'Dry brush',
  'wet-sand': 'Wet sand',
  saturate: 'Saturate',
  'second-at-20': 'Second coat at 20 minutes',
  spray: 'Spray and back-brush'
};

const NAMES: ReadonlyMap<string, string> = new Map(Object.entries(METHOD_WORDS));

/** A method as it stands in a sentence, by its id. */
export function methodName(id: string): string {
  return NAMES.get(id)?.toLowerCase() ?? id;
}

/** How oil goes on by each method, said where it is spread. */
export const METHOD_HOW: Readonly<Record<Method, string>> = {
  thin: 'A wet look, nothing standing. First pass light, pressure later.',
  flood: 'Flood it and keep it wet. Top up what goes dull.',
  roller: 'Roll thin, keep a wet edge, lay off along the boards.',
  'dry-roller': 'Roll it on. The dry roller takes the excess: weigh it before and after.',
  trowel: 'Draw it thin with the trowel, no ridges.',
  brush: 'With the grain, tip off, look at edges and grooves.',
  blot: 'Brush a reach at a time, then wipe with the grain.',
  'dry-brush': 'First coat flooded and wiped; later ones from a nearly empty brush.',
  'wet-sand': 'Oil on, then sand it in wet until there is slurry.',
  saturate: 'Wet coat after wet coat until it takes no more, each one counted.',
  'second-at-20': 'Thin. It is wiped after twenty minutes and the second goes on at once.',
  spray: 'Oil strained, fan tried on a card. Passes overlap by half, brushed in behind.'
};

/** What taking the oil off is called, by its method: to do, done, and how. */
export const OFF_WORDS: Readonly<Record<MethodRow['off'], { act: string; done: string; how: string }>> = {
  wipe: {
    act: 'wipe',
    done: 'wiped',
    how: 'Dry cotton, along the grain. Turn to a clean side often; panel edges before fields.'
  },
  buff: { act: 'buff', done: 'buffed', how: 'Buff it evenly. A soaked pad is flipped or changed.' },
  'dry roller': {
    act: 'take off',
    done: 'taken off',
    how: 'Dry roller over all of it. What it took is weighed, or guessed.'
  },
  blot: { act: 'blot', done: 'blotted', how: 'With the grain, no rubbing. A clean side each time.' }
};

interface StageWords {
  /** What is to be done to it, said of a bay or of faces. */
  title: (it: string) => string;
  how: string;
  /** What the button says; of a stage that asks, its two answers. */
  yes: string;
  no?: string;
  /** What stands in the log for each answer. */
  done: string;
  not?: string;
}

/** Every stage in words. */
const STAGE_WORDS: Readonly<Record<StageId, StageWords>> = {
  'top up': {
    title: (it) => `Top up ${it}`,
    how: 'Oil on every spot that went dull. The wiping clock runs from here.',
    yes: 'Topped up',
    done: 'topped up'
  },
  'wet again': {
    title: (it) => `Wet ${it} again`,
    how: 'Another wet coat where it drank the last one. When it stays on top, it has enough.',
    yes: 'It drinks: wet coat on',
    no: 'It takes no more',
    done: 'another wet coat',
    not: 'takes no more'
  },
  'second coat': {
    title: (it) => `Wipe ${it}, second coat on`,
    how: 'Wipe it off, then the second coat at once. Both count as one.',
    yes: 'Second coat is on',
    done: 'wiped, second coat on'
  },
  'wet sand': {
    title: (it) => `Sand ${it} wet`,
    how: 'P400 to 600, until slurry fills the pores. Keep it wet.',
    yes: 'Sanded to slurry',
    done: 'sanded wet'
  },
  'flip the pad': {
    title: () => 'Flip the pad',
    how: 'A soaked pad lays oil back down. Flip it, or put on a fresh one.',
    yes: 'Pad flipped',
    done: 'pad flipped'
  },
  'polish pad': {
    title: (it) => `Polish ${it}`,
    how: 'White pad, even, no marks left by the roller.',
    yes: 'Polished',
    done: 'polished'
  },
  'colour check': {
    title: (it) => `Bristles and rag, ${it}`,
    how: 'Colour on them means the coat below is being pulled: stop rubbing, brush only.',
    yes: 'Colour was pulled',
    no: 'Clean',
    done: 'colour was pulled',
    not: 'no colour pulled'
  },
  'look again': {
    title: (it) => `Look again, ${it}`,
    how: 'Lamp low, along the grain, edges and grooves too. What rose or ran is wiped off.',
    yes: 'Something rose: wiped off',
    no: 'Nothing rose',
    done: 'something rose, wiped off',
    not: 'nothing rose'
  }
};

/** What a stage is called where it stands in a list. */
export const stageTitle = (stage: StageId): string => upperFirst(stage);

/** A stage that is due, in words; `it` names what it is done to. */
export function stageWords(
  { stage, nth, least, asks }: Pick<StageDue, 'stage' | 'nth' | 'least' | 'asks'>,
  it: string
) {
  const { title, how, yes, no } = STAGE_WORDS[stage];
  const count = least > 1 && nth <= least ? `, ${nth} of ${least}` : nth > 1 ? `, time ${nth}` : '';
  return { title: `${title(it)}${count}`, detail: how, yes, ...(asks && { no }) };
}

/** "bay 3: nothing rose": a stage that was done, as the log tells it. */
export function stageDoneWords(stage: StageId, found: boolean | undefined, it: string): string {
  const { done, not } = STAGE_WORDS[stage];
  return `${upperFirst(it)}: ${found === false && not ? not : done}`;
}
