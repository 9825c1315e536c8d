import type { TinReasonKind, TinWordOf } from '../core/course';
import type { TinReason } from '../core/job';
import { prepStepName } from '../core/prep';
import { underWords } from '../core/coats';
import { counted, decimals, showDuration, HOUR_MS, type UnitSystem } from '../core/units';
import type { Taken } from '../core/document';
import { FLAW_NAMES } from './flaw-words';
import { closureWords } from './closure-words';
import { RULE_WORD } from './rule-words';
import { spanWords, whenWords } from './time';
import { TIN_NAMES } from './tin-names';
import { lowerFirst, upperFirst } from './upper-first';

/** What somebody saw to, as the log tells it. */
export const TIN_CHECKED: Readonly<Record<TinReasonKind, string>> = {
  ...TIN_NAMES,
  isocyanate: 'gloves, glasses and breathing protection on, nobody untrained mixes',
  vapour: 'aired, ignition sources out'
};

/** Whose word a reason is, at its right. */
export const WHOSE_WORDS: Readonly<Record<TinWordOf, string>> = {
  people: 'protects people',
  label: 'the card’s word',
  house: 'house rule',
  crew: 'crew’s check'
};

/** Who may go on in spite of it. */
export const OVERRULE_WORDS: Readonly<Record<TinReason['overrule'], string>> = {
  nobody: 'nobody overrules',
  lead: 'a lead may',
  anybody: 'with a reason'
};

export interface TinReasonWords {
  title: string;
  detail: string;
  /** What puts it right: done here with one tap, or at a station. */
  cure: { words: string; at?: 'look' | 'ready' | 'choose' | 'when' };
  /** The other answer of a check that may fail. */
  fails?: string;
}

/** Where and when reasons are told. */
export interface TinTold {
  nowMs: number;
  timeZone: string;
  units: UnitSystem;
  surface: (id: string) => string;
  taken: (on: readonly Taken[]) => string;
}

/** A reason in words: what is so, and what puts it right. */
export function tinReasonWords({ fact }: TinReason, at: TinTold): TinReasonWords {
  const when = (ms: number) => whenWords(ms, at.nowMs, at.timeZone);
  switch (fact.kind) {
    case 'lead test':
      return {
        title: `Lead test, ${at.surface(fact.surface)}`,
        detail: 'Old paint, and no test says that it is free of lead. Nobody sands or scrapes it before.',
        cure: { words: 'Write down the test', at: 'look' }
      };
    case 'isocyanate':
      return {
        title: 'Gloves, glasses, breathing protection',
        detail: `${fact.product} hardens with isocyanate. Nobody untrained mixes or spreads it.`,
        cure: { words: 'All of it is on' }
      };
    case 'vapour':
      return {
        title: 'Air the room',
        detail: `Vapour comes to ${decimals(fact.peakGPerM3, 2)} g/m³ and stays over ${decimals(fact.referenceGPerM3, 2)} for ${
          Number.isFinite(fact.hours) ? showDuration(fact.hours * HOUR_MS) : 'days'
        }. ${fact.flammable ? 'Ignition sources out, nobody lives in it.' : 'Nobody lives in it meanwhile.'}`,
        cure: { words: fact.flammable ? 'Windows open, no flame or spark' : 'Windows are open' }
      };
    case 'below wet':
      return {
        title: `Coat ${fact.below} is not touch dry`,
        detail: fact.touchDry ? upperFirst(spanWords(fact.touchDry, at.nowMs, at.timeZone)) : 'It is still wet.',
        cure: { words: fact.touchDry ? `Wait till ${when(fact.touchDry.p50)}` : 'Wait', at: 'when' }
      };
    case 'hour':
      return {
        title: upperFirst(RULE_WORD[fact.closure.rule]),
        detail: `${upperFirst(closureWords(fact.closure, at.units))}.`,
        cure: { words: 'Find another hour', at: 'when' }
      };
    case 'moisture':
      return {
        title: upperFirst(RULE_WORD[fact.closure.rule]),
        detail: `${upperFirst(closureWords(fact.closure, at.units))}.`,
        cure: { words: 'Read the moisture', at: 'look' }
      };
    case 'layers':
      return {
        title: `Not over ${underWords(fact.finding)}`,
        detail: `${fact.finding.reason}${fact.finding.cure ? ` ${fact.finding.cure}` : ''}`,
        cure: { words: 'Change the layers', at: 'choose' }
      };
    case 'early':
      return {
        title: `Coat ${fact.below} is not ready`,
        detail: `It opens ${when(fact.opens.p50)}. Laid now, solvent is shut in: cure takes longer.`,
        cure: { words: `Wait till ${when(fact.opens.p50)}`, at: 'when' }
      };
    case 'verdict':
      return {
        title: at.surface(fact.surface),
        detail: `${fact.reason} ${fact.remedy}`,
        cure: { words: 'Look at it again', at: 'look' }
      };
    case 'thumb':
      return {
        title: fact.felt ? `Coat ${fact.below} felt ${fact.felt}` : `Nobody felt coat ${fact.below}`,
        detail: fact.felt
          ? 'The thumb was last. Feel it again before anything goes on.'
          : 'The house goes by the touch: a thumb says whether it is ready.',
        cure: { words: 'Test by touch' }
      };
    case 'colour':
      return {
        title: {
          none: 'The colour is not approved',
          reopened: 'Another colour was asked for',
          another: 'Another colour was approved'
        }[fact.word],
        detail: 'Darker is easy later, lighter never. The client’s word on the board comes first.',
        cure: { words: 'See the boards', at: 'choose' }
      };
    case 'prep': {
      const rests = fact.rests && `${prepStepName(fact.rests.step)} rests until ${when(fact.rests.untilMs)}.`;
      if (fact.next === null)
        return {
          title: `Made ready, but not rested: ${at.surface(fact.surface)}`,
          detail: rests ?? '',
          cure: { words: fact.rests ? `Wait till ${when(fact.rests.untilMs)}` : 'Open Ready', at: 'ready' }
        };
      return {
        title: `${counted(fact.left, 'step', 'steps')} to do, ${at.surface(fact.surface)}`,
        detail: [`${fact.gate ? 'A gate is not passed' : 'Next'}: ${lowerFirst(prepStepName(fact.next))}.`, rests]
          .filter(Boolean)
          .join(' '),
        cure: { words: 'Open Ready', at: 'ready' }
      };
    }
    case 'flaw':
      return {
        title: `${upperFirst(FLAW_NAMES[fact.flaw])} in coat ${fact.below}, ${at.taken(fact.on)}`,
        detail: 'It was found and is not mended. Oil over it makes it stay.',
        cure: { words: 'It is mended' }
      };
    case 'between': {
      const { how, with: abrasive } = fact.between;
      return {
        title: fact.failed
          ? `Coat ${fact.below} does not look right`
          : `${how === 'abrade' ? 'Abrade' : 'Denib'} coat ${fact.below}`,
        detail: `${upperFirst(abrasive)}. Dust off, then a lamp along it: flaws show after the first coats.`,
        cure: { words: how === 'abrade' ? 'Abraded, lamp is clear' : 'Denibbed, lamp is clear' },
        ...(!fact.failed && { fails: 'Lamp shows a flaw' })
      };
    }
  }
}
