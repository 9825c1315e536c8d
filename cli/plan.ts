/** `./basket plan JOB.json [--weather SERIES.covjson] [--now TIME]`: the whole plan of a job file as JSON. Needs no database. */
import { readFileSync, statSync } from 'node:fs';
import { bestStarts, plan, firstDayKnowledge, siteClimate } from '../src/core/job';
import type { WeatherSeries } from '../src/core/air';
import { DAY_MS, HOUR_MS } from '../src/core/units';
import { readCoverage } from '../src/formats/coverage-json';
import { JOB_FILE_LIMIT_BYTES, readJobFile } from '../src/formats/job-json';
import { writePlan } from '../src/formats/plan-json';
import type { FieldProblem } from '../src/formats/validate/validate';

const USAGE = 'usage: ./basket plan JOB.json [--weather SERIES.covjson] [--now 2027-05-18T09:40:00Z]';

function fail(file: string, problems: FieldProblem[]): never {
  for (const p of problems) process.stderr.write(`${file}: ${p.path || '(file)'}: ${p.problem}\n`);
  process.exit(2);
}

function read(file: string, limitBytes: number): string {
  try {
    const { size } = statSync(file);
    if (size > limitBytes)
      fail(file, [
        {
          path: '',
          problem: `the file holds ${Math.ceil(size / 1e6)} MB; at most ${limitBytes / 1e6} MB are read`
        }
      ]);
    return readFileSync(file, 'utf8');
  } catch (e) {
    return fail(file, [
      {
        path: '',
        problem: (e as NodeJS.ErrnoException).code === 'ENOENT' ? 'no such file' : (e as Error).message
      }
    ]);
  }
}

function readWeather(file: string): WeatherSeries {
  let data: unknown;
  try {
    data = JSON.parse(read(file, 20_000_000));
  } catch (e) {
    fail(file, [{ path: '', problem: `this is not JSON: ${(e as Error).message}` }]);
  }
  const series = readCoverage(data, { issuedMs: Date.now(), source: file });
  return series.ok ? series.value[0]! : fail(file, series.problems);
}

function main(args: string[]): void {
  const options = new Map<string, string>();
  const files: string[] = [];
  for (let i = 0; i < args.length; i++) {
    const a = args[i]!;
    if (a === '--weather' || a === '--now') options.set(a, args[++i] ?? '');
    else if (a.startsWith('-')) fail('basket plan', [{ path: a, problem: `is not an option. ${USAGE}` }]);
    else files.push(a);
  }
  if (files.length !== 1) fail('basket plan', [{ path: '', problem: USAGE }]);
  const job = readJobFile(read(files[0]!, JOB_FILE_LIMIT_BYTES));
  if (!job.ok) fail(files[0]!, job.problems);
  const weather = options.has('--weather') ? readWeather(options.get('--weather')!) : null;
  const nowMs = options.has('--now') ? Date.parse(options.get('--now')!) : (weather?.startMs ?? Date.now());
  if (!Number.isFinite(nowMs))
    fail('basket plan', [{ path: '--now', problem: 'must be a time like 2027-05-18T09:40:00Z' }]);
  const climate = siteClimate(job.value, weather, {
    startMs: nowMs,
    hours: (10 * DAY_MS) / HOUR_MS
  });
  const know = firstDayKnowledge();
  const starts = climate ? bestStarts(job.value, climate, know, nowMs) : [];
  const best = starts.find((s) => s.ok);
  const chosen =
    job.value.startAt || !best ? job.value : { ...job.value, startAt: new Date(best.startMs).toISOString() };
  process.stdout.write(
    `${JSON.stringify(writePlan(chosen, plan(chosen, climate, know, nowMs), starts, nowMs), null, 2)}\n`
  );
}

main(process.argv.slice(2));
