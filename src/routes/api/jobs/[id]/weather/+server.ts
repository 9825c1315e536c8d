import { error, json } from '@sveltejs/kit';
import { partJob, FIRST_PART } from '$core/document';
import { monthsOutlook, needsWeather } from '$core/window';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { refuse } from '$lib/server/http';
import { findJob } from '$lib/server/jobs/reading';
import { knowledgeOf } from '$lib/server/overview/knowledge';
import { dropImported, importedFor, keepImported } from '$lib/server/weather/imported';
import { readCoverage } from '$formats/coverage-json';
import { readEpw } from '$formats/epw';
import { readWeatherCsv } from '$formats/weather-csv';
import type { Checked } from '$formats/validate/validate';
import type { WeatherSeries } from '$core/air';
import type { RequestHandler } from './$types';

/** The files of weather a crew has read for this job's place, and what a typical year says of its months. */
export const GET: RequestHandler = async ({ params, url, locals }) => {
  const { crewId } = locals.person!;
  const job = await findJob(db, crewId, params.id);
  if (!job) error(404);
  const [imported, knowledge] = await Promise.all([
    importedFor(db, crewId, job.document.site),
    knowledgeOf(db, crewId)
  ]);
  const part = partJob(job.document, url.searchParams.get('part') ?? FIRST_PART);
  const year = imported.find((i) => i.kind === 'year')?.weather[0];
  return json({
    files: imported.map(({ weather, ...i }) => ({ ...i, hours: weather[0]!.hours.length, members: weather.length })),
    months: year && needsWeather(part) ? monthsOutlook(part, year, knowledge) : null
  });
};

type Read = Checked<{ kind: 'series' | 'year'; weather: WeatherSeries[] }>;

/** Reads a file by what it is: EPW, CoverageJSON or CSV. */
function readFile(text: string, name: string): Read {
  const about = { issuedMs: now(), source: name };
  if (/^LOCATION,/i.test(text)) {
    const r = readEpw(text, name);
    return r.ok ? { ok: true, value: { kind: 'year', weather: [r.value.series] } } : r;
  }
  if (text.trimStart().startsWith('{')) {
    let data: unknown;
    try {
      data = JSON.parse(text);
    } catch (e) {
      return { ok: false, problems: [{ path: '', problem: `is not JSON: ${(e as Error).message}` }] };
    }
    const r = readCoverage(data, about);
    return r.ok ? { ok: true, value: { kind: 'series', weather: r.value } } : r;
  }
  const r = readWeatherCsv(text, about);
  return r.ok ? { ok: true, value: { kind: 'series', weather: [r.value] } } : r;
}

/** Reads a file of weather for this job's place: a series stands in for the desk, a typical year gives the months. */
export const PUT: RequestHandler = async ({ params, request, url, locals }) => {
  const { crewId, name: by } = locals.person!;
  const job = await findJob(db, crewId, params.id);
  if (!job) error(404);
  const text = await request.text();
  const name = (url.searchParams.get('name') ?? 'weather').slice(0, 120);
  const read = readFile(text.replace(/^\uFEFF/, ''), name);
  if (!read.ok) return refuse(read.problems);
  const { kind, weather } = read.value;
  await keepImported(db, crewId, job.document.site, { kind, name, by, nowMs: now() }, weather);
  return json({ kind, hours: weather[0]!.hours.length, members: weather.length }, { status: 201 });
};

/** Takes a file out again: the desk's forecast counts. */
export const DELETE: RequestHandler = async ({ params, url, locals }) => {
  const { crewId } = locals.person!;
  const job = await findJob(db, crewId, params.id);
  if (!job) error(404);
  await dropImported(db, crewId, job.document.site, url.searchParams.get('kind') === 'year' ? 'year' : 'series');
  return new Response(null, { status: 204 });
};
