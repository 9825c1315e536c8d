/**
 * `./basket plan JOB.json [--weather SERIES.covjson] [--cards CARDS.json] [--now 2027-05-18T09:40:00+01:00]`: the whole plan of
 * a job file as JSON, part by part. Needs no database. Exit 0 with a plan that holds, 1 with one that does not, 2 on bad input.
 */
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { WeatherSeries } from '../src/core/air';
import { view, type PartView } from '../src/core/job';
import { bestStarts, plan, type Plan } from '../src/core/plan';
import { firstDayKnowledge } from '../src/core/knowledge';
import { fold } from '../src/core/log';
import { climateSpan, type SequenceOutcome } from '../src/core/window';
import { readCoverage } from '../src/formats/coverage-json';
import { isInstant } from '../src/formats/instant';
import { JOB_FILE_LIMIT_BYTES } from '../src/formats/job-json';
import { readKeptJob } from '../src/formats/kept-job';
import { writePlan } from '../src/formats/plan-json';
import { partName } from '../src/words/part-words';
import type { FieldProblem } from '../src/formats/validate/validate';

const USAGE =
  'usage: ./basket plan JOB.json [--weather SERIES.covjson] [--cards CARDS.json] [--now 2027-05-18T09:40:00+01:00]';
const OPTIONS = ['--weather', '--cards', '--now'] as const;
type Option = (typeof OPTIONS)[number];
const OTHER_FILES_LIMIT_BYTES = 20_000_000;

function fail(file: string, problems: FieldProblem[]): never {
  for (const p of problems) process.stderr.write(`${file}: ${p.path || '(file)'}: ${p.problem}\n`);
  process.exit(2);
}

/** The data of a JSON file; a byte-order mark before it is taken off. */
function readJson(file: string, limitBytes: number): unknown {
  const refuse = (problem: string) => fail(file, [{ path: '', problem }]);
  let text: string;
  try {
    const { size } = statSync(file);
    if (size > limitBytes)
      return refuse(`the file holds ${Math.ceil(size / 1e6)} MB; at most ${limitBytes / 1e6} MB are read`);
    text = readFileSync(file, 'utf8');
  } catch (e) {
    return refuse((e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message);
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (e) {
    return refuse(`this is not JSON: ${(e as Error).message}`);
  }
}

function readWeather(file: string): WeatherSeries {
  const series = readCoverage(readJson(file, OTHER_FILES_LIMIT_BYTES), { issuedMs: Date.now(), source: file });
  return series.ok ? series.value[0]! : fail(file, series.problems);
}

/** The cards a job may leave out: those of the file named, else of `cards.json` in the job's folder or the one above it. */
function readCards(named: string | undefined, jobFile: string): unknown[] {
  const near = ['.', '..'].map((up) => join(dirname(jobFile), up, 'cards.json')).find((f) => existsSync(f));
  const file = named ?? near;
  if (!file) return [];
  const data = readJson(file, OTHER_FILES_LIMIT_BYTES);
  return Array.isArray(data) ? data : fail(file, [{ path: '', problem: 'must be a list of cards' }]);
}

function readArguments(args: readonly string[]): { file: string; options: Map<Option, string> } {
  const options = new Map<Option, string>();
  const files: string[] = [];
  for (let i = 0; i < args.length; i++) {
    const a = args[i]!;
    const option = OPTIONS.find((o) => o === a);
    if (option) options.set(option, args[++i] ?? '');
    else if (a.startsWith('-')) fail('basket plan', [{ path: a, problem: `is not an option. ${USAGE}` }]);
    else files.push(a);
  }
  if (files.length !== 1) fail('basket plan', [{ path: '', problem: USAGE }]);
  return { file: files[0]!, options };
}

/** What keeps a plan from holding, a line each. */
function shortcomings(
  computed: Plan,
  starts: readonly SequenceOutcome[],
  { begun, weather }: { begun: boolean; weather: boolean }
): string[] {
  const stops = computed.problems.filter((p) => p.severity === 'stop').map((p) => `stop: ${p.path}: ${p.problem}`);
  const holds = begun ? (computed.chosen?.ok ?? true) : starts.some((s) => s.ok);
  if (stops.length || holds) return stops;
  if (!weather) return ['no start: this job hangs on the weather; give a series with --weather'];
  const failed = starts[0]?.failed?.closure.rule;
  return [
    `no start: no hour of the days ahead lets every coat dry within rule${failed ? `; first closed by ${failed}` : ''}`
  ];
}

function main(args: string[]): void {
  const { file, options } = readArguments(args);
  const nowText = options.get('--now');
  if (nowText !== undefined && !isInstant(nowText))
    fail('basket plan', [
      { path: '--now', problem: `“${nowText}” must be a time with its zone, like 2027-05-18T09:40:00+01:00` }
    ]);
  const weather = options.has('--weather') ? readWeather(options.get('--weather')!) : null;
  const nowMs = nowText === undefined ? (weather?.startMs ?? Date.now()) : Date.parse(nowText);
  const kept = readKeptJob(readJson(file, JOB_FILE_LIMIT_BYTES), readCards(options.get('--cards'), file), nowMs);
  if (!kept.ok) return fail(file, kept.problems);
  const { document, events } = kept.value;
  const state = fold(events);
  const seen = {
    id: 'file',
    document,
    state,
    weather,
    span: climateSpan(state, nowMs),
    measured: [],
    others: firstDayKnowledge(),
    nowMs
  };
  const parts = view(seen).parts.map((p) => ({ name: partName(document, p.job.part), ...planned(p, nowMs) }));
  process.stdout.write(`${JSON.stringify(writePlan(document, parts, nowMs), null, 2)}\n`);
  const wrong = parts.flatMap((p) => p.wrong.map((line) => (parts.length > 1 ? `${p.part}: ${line}` : line)));
  for (const line of wrong) process.stderr.write(`${file}: ${line}\n`);
  if (wrong.length) process.exitCode = 1;
}

/** A part with its best starts; planned from the best of them where it has chosen none. */
function planned({ job, climate, knowledge, live, plan: asIs }: PartView, nowMs: number) {
  const onWood = live.coats.at(-1);
  const starts = climate && !onWood ? bestStarts(job, climate, knowledge, nowMs) : [];
  const best = job.startAt ? undefined : starts.find((s) => s.ok);
  const computed = best
    ? plan({ ...job, startAt: new Date(best.startMs).toISOString() }, climate, knowledge, nowMs, onWood)
    : asIs;
  const wrong = shortcomings(computed, starts, { begun: onWood !== undefined, weather: climate !== null });
  return { part: job.part, plan: computed, starts, wrong };
}

main(process.argv.slice(2));
