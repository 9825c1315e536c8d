import { error, json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { refuse } from '$lib/server/http';
import { findJob } from '$lib/server/jobs/reading';
import { dropImported, importedFor, keepImported } from '$lib/server/weather/imported';
import { readCoverage } from '$formats/coverage-json';
import { isTypicalYear, readEpw } from '$formats/epw';
import { readWeatherCsv } from '$formats/weather-csv';
import type { Checked } from '$formats/validate/validate';
import { HOUR_MS } from '$core/units';
import type { WeatherSeries } from '$core/air';
import type { RequestHandler } from './$types';

/** The files of weather a crew has read for this job's place. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { crewId } = locals.person!;
  const job = await findJob(db, crewId, params.id);
  if (!job) error(404);
  const imported = await importedFor(db, crewId, job.document.site);
  return json({
    files: imported.map(({ weather, ...i }) => ({
      ...i,
      hours: weather[0]!.hours.length,
      members: weather.length,
      typical: isTypicalYear(weather[0]!)
    }))
  });
};

type Read = Checked<{ kind: 'series' | 'year'; weather: WeatherSeries[] }>;

/** A year and more that is over is the past of its place; anything else stands in for a forecast. */
function asKind(weather: WeatherSeries[]): { kind: 'series' | 'year'; weather: WeatherSeries[] } {
  const { startMs, hours } = weather[0]!;
  const over = startMs + hours.length * HOUR_MS < now() && hours.length >= 365 * 24;
  return { kind: over ? 'year' : 'series', weather };
}

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
    return r.ok ? { ok: true, value: asKind(r.value) } : r;
  }
  const r = readWeatherCsv(text, about);
  return r.ok ? { ok: true, value: asKind([r.value]) } : r;
}

/** Reads a file of weather for this job's place: a series stands in for the desk's forecast, years that are over for its archive. */
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
