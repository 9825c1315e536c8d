import findingRows from './findings.json';
import testRows from './tests.json';

/** A row of the checklist: what may be found, and how one sees it. */
export interface FindingRow {
  id: string;
  group: string;
  name: string;
  look: string;
}

export interface TestResultRow {
  id: string;
  tone: 'go' | 'check' | 'stop';
  means: string;
  /** Of a timed test: the result when it took less than this, minutes. */
  underMin?: number;
}

/** A row of the tests: how it is made, and what each result means. */
export interface TestRow {
  id: string;
  name: string;
  how: string;
  timed?: boolean;
  results: TestResultRow[];
}

export const findingTable: readonly FindingRow[] = findingRows;
export const testTable = testRows as readonly TestRow[];

export const findingName = (id: string): string => findingTable.find((f) => f.id === id)?.name ?? id;

/** The result of a timed test that took so many minutes. Throws for a test that is not timed. */
export function timedResult(test: TestRow, minutes: number): TestResultRow {
  if (!test.timed) throw new RangeError(`${test.name} is not timed`);
  return test.results.find((r) => r.underMin === undefined || minutes < r.underMin)!;
}

/** What was found, tested and read on one surface, newest last: the fold of the log. */
export interface Survey {
  /** By finding: whether it is there, who says so and when. */
  findings: Map<string, { present: boolean; atMs: number; by: string; note?: string; id: string }>;
  tests: { test: string; result: string; minutes?: number; atMs: number; by: string; id: string }[];
  moisture: { percent: number; spot?: { x: number; y: number }; atMs: number; by: string; id: string }[];
  photos: SurveyPhoto[];
}

/** A picture pinned to a surface, a face or a finding. */
export interface SurveyPhoto {
  photo: string;
  stage: 'before' | 'during' | 'after';
  face?: string;
  finding?: string;
  /** The sample board it shows, if it is one of a board. */
  sample?: string;
  caption?: string;
  atMs: number;
  by: string;
  id: string;
}

export const emptySurvey = (): Survey => ({ findings: new Map(), tests: [], moisture: [], photos: [] });

/** Whether anybody has looked at all. */
export const isLookedAt = (s: Survey): boolean => s.findings.size + s.tests.length + s.moisture.length > 0;

/** The last result of every test made. */
export function lastResults(s: Survey): Map<string, string> {
  return new Map([...s.tests].sort((a, b) => a.atMs - b.atMs).map((t) => [t.test, t.result]));
}
