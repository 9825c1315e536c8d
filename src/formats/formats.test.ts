import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { floorJob, deckJob, NOW, whole } from '../../tests/fixtures';
import { deskEnsemble, deskSeries } from '../stand-ins/weather-desk';
import { HOUR_MS } from '../core/units';
import type { WeatherHour, WeatherSeries } from '../core/air';
import { readCoverage, writeCoverage } from './coverage-json';
import { inSteps, readWeather, writeWeather } from './weather-text';
import { checkJobDocument, readJobFile, writeJobFile } from './job-json';
import { EVENT_SCHEMAS } from '../core/log/schema';
import { publishedSchemas, schemas } from './schema/schemas';
import { checkEvent } from './work-event';

const problems = (r: { ok: boolean; problems?: { path: string; problem: string }[] }) => (r.ok ? [] : r.problems!);

describe('the job file', () => {
  it('reads what it writes', () => {
    for (const job of [whole(floorJob()), whole(deckJob())])
      expect(readJobFile(writeJobFile(job))).toEqual({ ok: true, value: job });
  });
  it.each([
    ['negative length', (j) => (j.surfaces[0].shape.walls[0].lengthM = -1), '/surfaces/0/shape/walls/0/lengthM'],
    ['an L that does not close', (j) => (j.surfaces[0].shape.walls[0].lengthM = 20), '/surfaces/0/shape'],
    ['a billion m²', (j) => (j.surfaces[0].shape = { type: 'area', areaM2: 1e9 }), '/surfaces/0/shape/areaM2'],
    ['a ratio of 0', (j) => (j.products[0].components[1].parts = 0), '/products/0/components/1/parts'],
    [
      'close before open',
      (j) => (j.products[0].hours.recoatCloses = { label: { low: 1, high: 2 } }),
      '/products/0/hours/recoatCloses'
    ],
    ['another version', (j) => (j.version = 7), '/version'],
    ['a field of its own', (j) => (j.evil = true), '/evil'],
    ['no client', (j) => delete j.client, '/client'],
    ['half a person', (j) => (j.crew.people = 1.5), '/crew/people']
  ] as [string, (j: any) => void, string][])('refuses %s by its path', (_, spoil, path) => {
    const job = whole(floorJob());
    spoil(job);
    const found = problems(checkJobDocument(job));
    expect(found.map((p) => p.path)).toContain(path);
    expect(found.every((p) => p.problem.length > 3)).toBe(true);
  });
  it('NaN can not be written in JSON and null is refused', () => {
    const text = writeJobFile(whole(floorJob())).replace('"lengthM": 10,', '"lengthM": NaN,');
    expect(problems(readJobFile(text))[0]!.problem).toMatch(/not JSON/);
    expect(readJobFile('null').ok).toBe(false);
    expect(readJobFile('[]').ok).toBe(false);
  });
  it('refuses 50 MB before parsing it', () =>
    expect(problems(readJobFile(' '.repeat(50_000_000)))[0]!.problem).toMatch(/50 MB/));
  it('has its schema published as it is', () => {
    for (const [file, schema] of Object.entries(publishedSchemas))
      expect(JSON.parse(readFileSync(`docs/schemas/${file}`, 'utf8'))).toEqual(JSON.parse(JSON.stringify(schema)));
  });
});

describe('events at the border', () => {
  const good = {
    id: '01900000-0000-7000-8000-000000000001',
    at: NOW,
    device: 'd',
    type: 'rags.out',
    data: { count: 3 }
  };
  it('takes a good one and names what is wrong with another', () => {
    expect(checkEvent(good).ok).toBe(true);
    expect(problems(checkEvent({ ...good, data: { count: -3 } }))).toEqual([
      { path: '/data/count', problem: 'must be 1 or more' }
    ]);
    expect(problems(checkEvent({ ...good, type: 'rags.burnt' }))[0]!.path).toBe('/type');
    expect(problems(checkEvent({ ...good, id: 'x' })).map((p) => p.path)).toContain('/id');
    expect(problems(checkEvent({ ...good, data: {} }))).toEqual([{ path: '/data/count', problem: 'is missing' }]);
  });
});

describe('CoverageJSON', () => {
  const place = { latitudeDeg: 53.06, longitudeDeg: 0.27 };
  const series = deskSeries(place, NOW, NOW, NOW + 48 * HOUR_MS);
  const doc = () => structuredClone(writeCoverage([series], place)) as any;
  const read = (d: unknown) => readCoverage(d, { issuedMs: 0, source: 'f' });

  it('reads what it writes, to the rounding of the file', () => {
    const back = read(JSON.parse(JSON.stringify(doc())));
    if (!back.ok) throw new Error(JSON.stringify(back.problems));
    const [one] = back.value as [WeatherSeries];
    expect(one.startMs).toBe(series.startMs);
    expect(one.issuedMs).toBe(NOW);
    series.hours.forEach((h, i) => expect(one.hours[i]!.airTempC).toBeCloseTo(h!.airTempC, 3));
  });
  it.each([
    ['wrong order', (d: any) => d.domain.axes.t.values.reverse(), /does not come after/],
    ['a broken time', (d: any) => (d.domain.axes.t.values[3] = 'noonish'), /noonish/],
    ['a missing parameter', (d: any) => delete d.ranges.cloud_area_fraction, /missing/],
    ['too few values', (d: any) => d.ranges.wind_speed.values.pop(), /values for/],
    ['text for a number', (d: any) => (d.ranges.wind_speed.values[2] = 'calm'), /number or null/],
    ['impossible damp', (d: any) => (d.ranges.relative_humidity.values[2] = 170), /rh at/],
    [
      'a time without its zone',
      (d: any) => (d.domain.axes.t.values[3] = d.domain.axes.t.values[3].slice(0, -1)),
      /its zone/
    ],
    ['damp without a unit', (d: any) => delete d.parameters.relative_humidity, /is missing; say which/],
    ['not a coverage', (d: any) => (d.type = 'Feature'), /Coverage/]
  ])('refuses %s', (_, spoil, message) => {
    const d = doc();
    spoil(d);
    expect(problems(read(d))[0]?.problem).toMatch(message);
  });
  it('reads every member of an ensemble apart, whichever axis comes first', () => {
    const members = deskEnsemble(place, NOW, NOW, NOW + 48 * HOUR_MS, undefined, 4);
    const doc = JSON.parse(JSON.stringify(writeCoverage(members, place)));
    const turn = structuredClone(doc);
    for (const r of Object.values(turn.ranges) as any[]) {
      r.axisNames.reverse();
      r.shape.reverse();
      r.values = Array.from({ length: 48 * 4 }, (_, i) => r.values[(i % 4) * 48 + Math.floor(i / 4)]);
    }
    for (const d of [doc, turn]) {
      const back = read(d);
      if (!back.ok) throw new Error(JSON.stringify(back.problems));
      expect(back.value).toHaveLength(4);
      back.value.forEach((m, k) => {
        expect(m.hours[40]!.airTempC).toBeCloseTo(members[k]!.hours[40]!.airTempC, 3);
        expect(m.hours[40]!.gustMPerS).toBeCloseTo(members[k]!.hours[40]!.gustMPerS!, 3);
      });
    }
    doc.domain.axes.realization.values = Array.from({ length: 60 }, (_, i) => i);
    expect(problems(read(doc))[0]!.problem).toMatch(/1 to 51/);
  });
  it('takes values in the unit the file names, and refuses one it does not know', () => {
    const d = doc();
    d.parameters.air_temperature.unit.symbol = 'K';
    d.ranges.air_temperature.values = d.ranges.air_temperature.values.map((v: number) => v + 273.15);
    const back = read(d);
    expect(back.ok && back.value[0]!.hours[3]!.airTempC).toBeCloseTo(series.hours[3]!.airTempC, 3);
    d.parameters.air_temperature.unit.symbol = 'furlong';
    expect(problems(read(d))[0]).toMatchObject({ path: '/parameters/air_temperature/unit' });
  });
  it('goes to a page and back as one text, in steps finer than any instrument', () => {
    const members = deskEnsemble(place, NOW, NOW, NOW + 48 * HOUR_MS, undefined, 3).map((m) => ({
      ...m,
      hours: m.hours.map((h, i): WeatherHour | null =>
        i === 7 ? null : { ...inSteps(h!), ...(i === 9 && { bridged: true as const }) }
      )
    }));
    expect(readWeather(writeWeather(members))).toEqual(members);
  });
  it('bridges gaps of three hours, keeps longer ones as no data', () => {
    const d = doc();
    for (const i of [5, 6, 7, 20, 21, 22, 23]) d.ranges.air_temperature.values[i] = null;
    const back = read(d);
    expect(back.ok && [back.value[0]!.hours[6], back.value[0]!.hours[21]].map(Boolean)).toEqual([true, false]);
  });
});

describe('every schema', () => {
  /** Groups of a schema that would let a field through unseen. */
  function open(schema: unknown, path = ''): string[] {
    if (typeof schema !== 'object' || schema === null) return [];
    const s = schema as { type?: unknown; additionalProperties?: unknown };
    const own = s.type === 'object' && s.additionalProperties !== false ? [path || '/'] : [];
    return [...own, ...Object.entries(s).flatMap(([k, v]) => open(v, `${path}/${k}`))];
  }
  it.each([...Object.entries(schemas), ...EVENT_SCHEMAS.map((e) => [e.properties.type.const, e] as const)])(
    '%s lets no field through that it does not name',
    (_, schema) => expect(open(JSON.parse(JSON.stringify(schema)))).toEqual([])
  );
});
