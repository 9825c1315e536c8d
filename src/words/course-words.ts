import type { CourseStep } from '../core/job';
import {
  counted,
  countedRags,
  decimals,
  showArea,
  showDuration,
  showVolume,
  MINUTE_MS,
  type UnitSystem
} from '../core/units';
import { METHOD_HOW, METHOD_WORDS, OFF_WORDS, stageTitle } from './method-words';
import { dayHour, spanWords } from './time';
import { upperFirst } from './upper-first';

/** A step of a course in words: what it is called, and how or how much. */
export interface CourseWords {
  title: string;
  detail: string;
}

export interface CourseTold {
  nowMs: number;
  timeZone: string;
  units: UnitSystem;
}

/** The words of a step of a course. */
export function courseWords(s: CourseStep, { nowMs, timeZone, units }: CourseTold): CourseWords {
  switch (s.kind) {
    case 'prep':
      return {
        title: s.step.name,
        detail: s.left && s.of > 1 ? `${s.left} of ${counted(s.of, 'piece', 'pieces')} to do` : s.step.why
      };
    case 'set up':
      return { title: 'Set up', detail: 'Way out clear, airing, metal can with water, tools and light.' };
    case 'clean up':
      return {
        title: 'Clean up, count the rags',
        detail: s.rags
          ? `${countedRags(s.rags)} at the most, each made safe before anybody leaves.`
          : 'Tools clean, nothing open.'
      };
    case 'carry':
      return { title: `Carry it to ${s.place}`, detail: 'The air of that place counts from then.' };
    case 'between':
      return {
        title: s.between.how === 'abrade' ? `Abrade coat ${s.coat! - 1}` : `Denib coat ${s.coat! - 1}`,
        detail: `${upperFirst(s.between.with)}. Dust off, lamp along it: flaws show after the first coats.`
      };
    case 'mix':
      return s.twoPart
        ? {
            title: `Mix ${counted(s.batches, 'batch', 'batches')}`,
            detail: `${showVolume(s.totalL, units)} each, stirred ${decimals(s.stirMinutes, 1, true)} min, second vessel, stirred again.`
          }
        : { title: 'Open and stir', detail: `${s.product}, ${showVolume(s.totalL, units)}. Write down its lot.` };
    case 'lay':
      return {
        title: METHOD_WORDS[s.spec.method],
        detail: `${s.product}, ${s.spec.colour}: ${showVolume(s.litres, units)} on ${showArea(s.areaM2, units)}. ${METHOD_HOW[s.spec.method]}`
      };
    case 'stage':
      return {
        title: stageTitle(s.stage),
        detail: `${s.fromMinutes === s.toMinutes ? `after ${s.fromMinutes} min` : `after ${s.fromMinutes} to ${s.toMinutes} min`}${
          s.least > 1 ? `, ${s.least} times at the least` : ''
        }`
      };
    case 'off':
      return { title: upperFirst(OFF_WORDS[s.off].act), detail: OFF_WORDS[s.off].how };
    case 'rest':
      return {
        title: 'Rest',
        detail: s.opens ? upperFirst(spanWords(s.opens, nowMs, timeZone)) : 'Until the next coat may go on.'
      };
    case 'last rub':
      return { title: 'Last rub', detail: `After the night, ${s.with}. Dust off, cleaner at the end.` };
    case 'cure':
      return {
        title: 'Cure',
        detail: s.fullCure
          ? `Light use ${s.lightUse ? dayHour(s.lightUse.p50, timeZone) : 'at once'}, full cure ${dayHour(s.fullCure.p50, timeZone)}.`
          : 'Its dates come with the start.'
      };
    case 'put back':
      return {
        title: 'Put back',
        detail: `${counted(s.pieces, 'piece', 'pieces')}, each by its tag, once light use is reached.`
      };
  }
}

/** How long a step takes one person; nothing for a wait. */
export const courseMinutesWords = (minutes: number): string =>
  minutes >= 0.5 ? showDuration(Math.round(minutes) * MINUTE_MS) : '';
