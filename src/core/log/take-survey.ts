import { madeAt } from '../keyed';
import { noRecord, stepKey, type StepRecord } from '../prep';
import { testTable, type Survey } from '../survey';
import type { WorkEvent } from './schema';

/** What is found, tested, read and photographed. */
export type SurveyEvent = Extract<WorkEvent, { type: 'finding.noted' | 'test.made' | 'moisture.read' | 'photo.added' }>;

/** Takes an event of a survey into it; gives the reason when it can not take effect. */
export function takeSurvey(survey: Survey, e: SurveyEvent): string | null {
  const from = { atMs: e.at, by: e.byName, id: e.id };
  switch (e.type) {
    case 'finding.noted': {
      const { finding, present, note } = e.data;
      survey.findings.set(finding, { ...from, present, ...(note && { note }) });
      return null;
    }
    case 'test.made': {
      const { test, result, minutes } = e.data;
      if (!testTable.find((t) => t.id === test)?.results.some((r) => r.id === result))
        return `“${result}” is no result of the test “${test}”`;
      survey.tests.push({ ...from, test, result, ...(minutes !== undefined && { minutes }) });
      return null;
    }
    case 'moisture.read': {
      const { percent, spot } = e.data;
      survey.moisture.push({ ...from, percent, ...(spot && { spot }) });
      return null;
    }
    case 'photo.added': {
      const { photo, stage, face, finding, caption, sample } = e.data;
      survey.photos.push({
        ...from,
        photo,
        stage,
        ...(face && { face }),
        ...(finding && { finding }),
        ...(sample && { sample }),
        ...(caption && { caption })
      });
      return null;
    }
  }
}

/** What is done and checked in preparation. */
export type PrepEvent = Extract<WorkEvent, { type: 'prep.done' | 'gate.checked' }>;

/** Takes an event of preparation into its steps. A failed gate takes the step back: it is done again, and all its gates are checked anew. */
export function takePrep(log: Map<string, StepRecord>, e: PrepEvent): string | null {
  const { step, unit } = e.data;
  const record = madeAt(log, stepKey(step, unit), noRecord);
  if (e.type === 'prep.done') {
    if (record.doneAtMs !== undefined) return `the step ${step}${unit ? ` on ${unit}` : ''} was done already`;
    Object.assign(record, { doneAtMs: e.at, by: e.byName });
    record.gates.clear();
    return null;
  }
  const { gate, passed, note } = e.data;
  if (record.doneAtMs === undefined) return `the step ${step} was not done when its gate was checked`;
  const check = { passed, atMs: e.at, by: e.byName, ...(note && { note }), id: e.id };
  if (passed) {
    record.gates.set(gate, check);
    return null;
  }
  record.failures.push({ gate, atMs: e.at, by: e.byName, ...(note && { note }) });
  delete record.doneAtMs;
  record.gates.clear();
  return null;
}
