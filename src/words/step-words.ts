import type { Step } from '../core/site';
import { counted, countedRags, showDuration } from '../core/units';
import { FLAW_NAMES, MENDING_WORDS } from './flaw-words';
import { METHOD_HOW, OFF_WORDS, stageWords } from './method-words';
import { clockTime, dayHour, spanWords } from './time';
import { upperFirst } from './upper-first';

/** A warning as a sentence. */
const sentence = (text: string): string => `${upperFirst(text)}.`;

/** A step in words: what to do, how, and what the button says. */
export interface StepWords {
  title: string;
  detail: string;
  action: string;
  /** The other answer of a step that asks. */
  no?: string;
}

/** Words for a step on site, in the site's zone; `what` names what is wiped, where it is no bay with a number. */
export function stepWords(s: Step, nowMs: number, timeZone: string, what?: string): StepWords {
  const it = what ?? ('laying' in s ? `bay ${s.laying}` : '');
  const It = it && upperFirst(it);
  switch (s.kind) {
    case 'wipe':
      if (s.end === 'will stay tacky')
        return {
          title: `${It} stands`,
          detail: 'Past wiping: it will stay tacky. Close the coat, then solvent wipe, abrade and a thin coat.',
          action: `${It} is wiped all the same`
        };
      if (s.left)
        return {
          title: `Lay off ${it}`,
          detail: 'Even film, no puddles. Look along it against the light.',
          action: `${It} is laid off`
        };
      return s.fromMs !== null && s.fromMs > nowMs
        ? {
            title: `${It} soaks`,
            detail: `${upperFirst(OFF_WORDS[s.off].act)} from ${clockTime(s.fromMs, timeZone)}. Keep it evenly wet till then.`,
            action: `${It} is ${OFF_WORDS[s.off].done}`
          }
        : {
            title: `${upperFirst(OFF_WORDS[s.off].act)} ${it}`,
            detail: OFF_WORDS[s.off].how,
            action: `${It} is ${OFF_WORDS[s.off].done}`
          };
    case 'stage': {
      const { title, detail, yes, no } = stageWords(s, it);
      return {
        title,
        detail: s.later ? `from ${clockTime(s.fromMs, timeZone)}` : detail,
        action: yes,
        ...(no && { no })
      };
    }
    case 'stir':
      if (s.vessel === 2)
        return {
          title: `Stir batch ${s.batch} again`,
          detail: `${showDuration(s.untilMs - s.fromMs)} in the second vessel: what clung to the first wall is in it now.`,
          action: 'Stirred'
        };
      return {
        title: `Stir batch ${s.batch}, scrape the bottom`,
        detail: `${showDuration(s.untilMs - s.fromMs)} by the clock${s.vessel ? ', then to the second vessel. Unstirred hardener stays soft' : ''}.`,
        action: s.vessel ? 'Poured to the second vessel' : 'Stirred'
      };
    case 'gate':
      return {
        title: 'Leave the tin shut',
        detail: `${counted(s.open, 'reason', 'reasons')} to settle before coat ${s.coat}.`,
        action: 'See what is to settle'
      };
    case 'mix':
      return s.twoPart
        ? {
            title: `Mix batch ${s.batch}`,
            detail: `for coat ${s.coat}, ${s.product}. The clock runs from the moment hardener meets oil.`,
            action: `Mix batch ${s.batch}`
          }
        : {
            title: `Open and stir a tin`,
            detail: `batch ${s.batch} for coat ${s.coat}, ${s.product}. Write down its lot.`,
            action: `Open batch ${s.batch}`
          };
    case 'spread':
      return {
        title: s.onFaces ? `Lay coat ${s.coat}` : `Spread bay ${s.laying}`,
        detail:
          s.early && !s.closed
            ? `coat ${s.coat}, early: the coat below has not let its solvent go. It will be on record.`
            : `coat ${s.coat}${s.batch ? `, batch ${s.batch}` : ''}, ${s.product}. ${s.untested ? 'Try the coat below with the thumb first. ' : ''}${METHOD_HOW[s.method]} ${s.onFaces ? 'Pick the faces it goes on.' : s.walkedOn ? 'From the far corner to the way out.' : ''}`.trim(),
        action: s.onFaces ? 'Oil goes on' : `Oil is on bay ${s.laying}`
      };
    case 'end batch':
      return {
        title: `Batch ${s.batch} is empty`,
        detail: 'Or past its use: say what is left of it, and how much of the coat is on.',
        action: `End batch ${s.batch}`
      };
    case 'close coat':
      return {
        title: `Close coat ${s.coat}`,
        detail: s.warn
          ? `${sentence(s.warn)} Write down the oil used.`
          : `${counted(s.layings, 'bay', 'bays')} done. Write down the oil used.`,
        action: `Close coat ${s.coat}`
      };
    case 'carry':
      return {
        title: `Carry it to ${s.place}`,
        detail: s.closed
          ? sentence(s.closed)
          : `Coat ${s.coat} goes on there, and the air of ${s.place} counts from now.`,
        action: `It is in ${s.place}`
      };
    case 'look':
      return {
        title: `Does it want coat ${s.coat}?`,
        detail: 'Look along it against the light, feel it with a dry hand: even and fed is enough.',
        action: 'Look and say'
      };
    case 'wait':
      return {
        title: `Coat ${s.next} opens ${dayHour(s.span.p50, timeZone)}`,
        detail: `${upperFirst(spanWords(s.span, nowMs, timeZone))}. The clock says when to test, the touch decides.`,
        action: 'Test by touch'
      };
    case 'remedy':
      return {
        title: `Coat ${s.coat} will stay tacky`,
        detail: `${s.layings.length ? `Oil stood on bay ${s.layings.join(', ')}. ` : 'Far too much oil stayed on. '}${
          s.stain
            ? 'Re-wet it with the same stain or spirit and wipe; judge the colour when the whole piece is done.'
            : 'Solvent wipe, abrade, one thin coat. Nothing else goes on before.'
        }`,
        action: 'Write down the remedy'
      };
    case 'mend': {
      const how = s.branch.map((m) => MENDING_WORDS[m](s.abrasive, s.extent)).join('; then ');
      return {
        title: `Mend ${FLAW_NAMES[s.what]}, ${it}`,
        detail: `Coat ${s.coat}: ${how}.${s.more ? ' It gets one coat more than its like.' : ''} Dust off, lamp along it.`,
        action: 'It is mended'
      };
    }
    case 'morning test':
      return {
        title: `Feel coat ${s.coat} in the morning`,
        detail:
          'It was wiped late or mended. Look along it with a raking lamp; dry to the thumb before anything goes on.',
        action: 'Test by touch'
      };
    case 'rags':
      return {
        title: `${countedRags(s.out)} not made safe`,
        detail: 'They set themselves on fire. Under water in the metal can, or flat and single outdoors.',
        action: 'Count rags'
      };
    case 'close day':
      return {
        title: 'Close the day',
        detail: s.warn
          ? sentence(s.warn)
          : s.safe > 0
            ? 'All rags safe, nothing open.'
            : 'Nothing open. No rags were counted.',
        action: 'Close the day'
      };
    case 'stand':
      return {
        title: `Batch ${s.batch} stands`,
        detail: `until ${clockTime(s.untilMs, timeZone)}: its card wants it to stand after stirring.`,
        action: 'Wait for it'
      };
    case 'stir again':
      return {
        title: `Stir batch ${s.batch} up again`,
        detail: s.later
          ? `at ${clockTime(s.fromMs, timeZone)}: pigment settles while it stands.`
          : 'Pigment settles: from the bottom up, before anything is dipped again.',
        action: 'Stirred up'
      };
    case 'clean gun':
      return {
        title: 'Clean the gun',
        detail: 'Before what is in it hardens. Dirty thinner goes in a closed can, never down a drain.',
        action: 'Gun is clean'
      };
    case 'last rub':
      return {
        title: 'Last rub',
        detail: s.later
          ? `Coat ${s.coat}, with ${s.with}: not before the morning.`
          : `Coat ${s.coat}, with ${s.with}. Along the grain, light, dust off; cleaner at the end.`,
        action: 'Rubbed'
      };
    case 'leave':
      return {
        title: 'All coats are laid',
        detail: 'See when people, furniture and water may come back.',
        action: 'Open Leave'
      };
  }
}
