import type { WorkEvent } from '../core/log';
import type { Taken } from '../core/document';
import { gateTable, prepStepName } from '../core/prep';
import { findingName, testTable } from '../core/survey';
import { countedRags, decimals, showPour, showTemperature, type UnitSystem } from '../core/units';
import { FLAW_NAMES } from './flaw-words';
import { TIN_NAMES } from './tin-names';
import { TIN_CHECKED } from './tin-words';
import { stageDoneWords } from './method-words';
import { upperFirst } from './upper-first';

/** What the log alone does not tell of a laying: what it went on, and how it ends, by its product. */
export interface LayingWords {
  what: (e: LayingEvent) => string;
  ends: (e: LayingEvent) => string;
  /** Faces of pieces, by their names. */
  taken: (on: readonly Taken[]) => string;
  /** What a place of the job is called. */
  place: (id: string) => string;
}
type LayingEvent = Extract<WorkEvent, { type: 'laying.spread' | 'laying.wiped' | 'laying.stage' }>;
const BAYS: LayingWords = {
  what: (e) => `bay ${e.data.laying}`,
  ends: () => 'done',
  place: (id) => id,
  taken: (on) => on.map((t) => t.surface).join(', ')
};

/** A line of the log: what happened, by whom. */
export function eventWords(e: WorkEvent, units: UnitSystem, laying: LayingWords = BAYS): string {
  const by = e.byName.split(' ')[0];
  switch (e.type) {
    case 'coat.opened':
      return `Coat ${e.data.coat} begun, ${by}`;
    case 'coat.closed':
      return `Coat ${e.data.coat} closed, ${showPour(e.data.usedL, units)} used${e.data.guessed ? ', guessed' : ''}`;
    case 'laying.spread':
      return `${by} puts oil on ${laying.what(e)}${e.data.batch ? `, batch ${e.data.batch}` : ''}`;
    case 'laying.wiped':
      return `${upperFirst(laying.what(e))} ${laying.ends(e)}, ${by}`;
    case 'laying.stage':
      return `${stageDoneWords(e.data.stage, e.data.found, laying.what(e))}${e.data.note ? `. ${e.data.note}` : ''}, ${by}`;
    case 'batch.mixed':
      return `Batch ${e.data.batch}: ${e.data.components.map((c) => `${showPour(c.litres, units)} ${c.role}${c.lot ? `, lot ${c.lot}` : ''}`).join(' + ')}`;
    case 'batch.poured':
      return `Batch ${e.data.batch} poured to a second vessel, ${by}`;
    case 'batch.stirred':
      return `Batch ${e.data.batch} stirred, ${by}`;
    case 'batch.emptied':
      return [
        `Batch ${e.data.batch} ended, ${showPour(e.data.leftL, units)} left${e.data.rest ? `, ${e.data.rest}` : ''}`,
        e.data.spiltL && `${showPour(e.data.spiltL, units)} spilt`,
        e.data.done && e.data.done < 1 && `${decimals(e.data.done * 100, 0)} % of the coat on`
      ]
        .filter(Boolean)
        .join('; ');
    case 'tack.felt':
      return `Coat ${e.data.coat} feels ${e.data.felt}, ${by}`;
    case 'reading.taken': {
      const d = e.data;
      const parts = [
        d.airTempC !== undefined && `air ${showTemperature(d.airTempC, units)}`,
        d.rh !== undefined && `${decimals(d.rh * 100, 0)} %`,
        d.surfaceTempC !== undefined && `surface ${showTemperature(d.surfaceTempC, units)}`,
        d.mcPercent !== undefined && `wood ${decimals(d.mcPercent, 1)} %`
      ].filter(Boolean);
      return `Reading: ${parts.join(', ')}`;
    }
    case 'finding.noted':
      return `${findingName(e.data.finding)}: ${e.data.present ? 'found' : 'none'}${e.data.note ? `, ${e.data.note}` : ''}, ${by}`;
    case 'test.made':
      return `${testTable.find((t) => t.id === e.data.test)?.name ?? e.data.test}: ${e.data.result}${e.data.minutes === undefined ? '' : ` (${decimals(e.data.minutes, 1, true)} min)`}, ${by}`;
    case 'moisture.read':
      return `Moisture ${decimals(e.data.percent, 1)} %, ${by}`;
    case 'photo.added':
      return `Photo${e.data.flaw ? ' of a flaw' : ''}, ${e.data.stage}${e.data.caption ? `: ${e.data.caption}` : ''}, ${by}`;
    case 'prep.done':
      return `${prepStepName(e.data.step)}: done${e.data.unit ? ` on ${e.data.unit}` : ''}, ${by}`;
    case 'gate.checked':
      return `${gateTable.find((g) => g.id === e.data.gate)?.words ?? e.data.gate}: ${e.data.passed ? 'passed' : `failed, ${prepStepName(e.data.step)} again`}${e.data.unit ? `, ${e.data.unit}` : ''}${e.data.note ? `. ${e.data.note}` : ''}, ${by}`;
    case 'coat.judged':
      return `Coat ${e.data.coat} ${e.data.counts ? 'counts' : 'does not count'} for what the log teaches: ${e.data.reason}, ${by}`;
    case 'sample.approved':
      return `${e.data.client} approved ${e.data.layers.map((l) => l.colour).join(', ')}`;
    case 'sample.reopened':
      return `Another colour asked for: ${e.data.reason}, ${by}`;
    case 'load.packed':
      return `${e.data.packed ? 'Packed' : 'Out of the van again'}: ${e.data.item.replaceAll('-', ' ')}, ${by}`;
    case 'load.sourced':
      return `${e.data.item.replaceAll('-', ' ')}: ${e.data.from}, ${by}`;
    case 'note.added':
      return e.data.text;
    case 'rags.out':
      return `${countedRags(e.data.count)} out, ${by}`;
    case 'rags.safe':
      return `${countedRags(e.data.count)} ${e.data.how}, ${by}`;
    case 'look.said':
      return `${e.data.another ? `Coat ${e.data.coat} is wanted by the look` : `No coat ${e.data.coat}: by the look it has enough`}${e.data.note ? `, ${e.data.note}` : ''}, ${by}`;
    case 'part.installed':
      return `Installed${e.data.note ? `: ${e.data.note}` : ''}, ${by}`;
    case 'part.moved':
      return `Carried to ${laying.place(e.data.place)}${e.data.note ? `: ${e.data.note}` : ''}, ${by}`;
    case 'coat.rubbed':
      return `Coat ${e.data.coat - 1} ${e.data.how === 'abrade' ? 'abraded' : 'denibbed'} for coat ${e.data.coat}, lamp along it: ${e.data.lamp ? 'clear' : 'not clear'}${e.data.note ? `, ${e.data.note}` : ''}, ${by}`;
    case 'tin.checked':
      return `Before coat ${e.data.coat}: ${TIN_CHECKED[e.data.reason]}, ${by}`;
    case 'tin.overruled':
      return `Coat ${e.data.coat} goes on in spite of “${TIN_NAMES[e.data.reason]}”: ${e.data.why}, ${by}`;
    case 'flaw.found':
      return `Found: ${FLAW_NAMES[e.data.flaw]} in coat ${e.data.coat}, ${laying.taken(e.data.on)}, ${e.data.extent === 'spot' ? 'the spot' : 'the whole face'} to mend${e.data.more ? ', one coat more' : ''}${e.data.note ? `. ${e.data.note}` : ''}, ${by}`;
    case 'flaw.mended':
      return `Flaw in coat ${e.data.coat} mended${e.data.note ? `: ${e.data.note}` : ''}, ${by}`;
    case 'part.rubbed':
      return `Last rub done${e.data.note ? `: ${e.data.note}` : ''}, ${by}`;
    case 'gun.cleaned':
      return `Gun cleaned after coat ${e.data.coat}, ${showPour(e.data.thinnerL, units)} of thinner, ${e.data.dirty}, ${by}`;
    case 'coat.remedied':
      return `Coat ${e.data.coat} taken off again and mended${e.data.note ? `: ${e.data.note}` : ''}, ${by}`;
    case 'day.closed':
      return `Day closed, ${by}`;
    case 'handed.over':
      return `Handed over, ${by}`;
    case 'event.undone':
      return `Taken back, ${by}`;
  }
}
