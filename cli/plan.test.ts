import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DAY_MS } from '../src/core/units';
import { writeCoverage } from '../src/formats/coverage-json';
import { writeJobFile } from '../src/formats/job-json';
import { deskSeries } from '../src/stand-ins/weather-desk';
import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import { PlanFileSchema } from '../src/formats/schema/plan-schema';
import { deckJob, floorJob, NOW, whole } from '../tests/fixtures';

const ajv = new Ajv({ allErrors: true, strict: false });
addFormats(ajv);
const isPlan = ajv.compile(PlanFileSchema);

let folder = '';
const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
/** The command line as ./basket plan runs it. */
function basketPlan(...args: string[]) {
  const r = spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'cli/plan.ts', ...args], {
    encoding: 'utf8'
  });
  return { code: r.status, out: r.stdout, err: r.stderr };
}

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'basket-plan-'));
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('./basket plan', () => {
  it('prints the whole plan of a floor, units in the names, without weather', () => {
    const r = basketPlan(file('floor.json', writeJobFile(whole(floorJob()))), '--now', '2027-05-18T08:40:00Z');
    expect(r.code).toBe(0);
    const plan = JSON.parse(r.out);
    expect(plan).toMatchObject({
      format: 'basket-plan',
      version: 2,
      parts: [{ part: 'first', totalEffectiveAreaM2: 68.4, load: { confidence: 0.9, rags: 28 } }]
    });
    const [first] = plan.parts;
    expect(first.coats[0].netL).toBeCloseTo(2.622, 9);
    expect(first.chosenStart.withinRule).toBe(true);
    expect(isPlan(plan), JSON.stringify(isPlan.errors?.slice(0, 3))).toBe(true);
    expect(first.load.batches[0]).toMatchObject({ none: null, smallestL: 0.72, mixTempC: 19.4 });
    expect(Date.parse(first.leave.fullCure.likeliestAt)).toBeGreaterThan(Date.parse(first.leave.lightUse.likeliestAt));
    expect(first.keep.surfaces[0].reoil.earliestAt < first.keep.surfaces[0].reoil.latestAt).toBe(true);
  });
  it('answers the example of the docs with what stands there', () => {
    const formats = readFileSync('docs/formats.md', 'utf8');
    const example = formats.slice(formats.indexOf('### A whole example'));
    const [job, answer] = [...example.matchAll(/```json\n(.*?)```/gs)].map((m) => m[1]!);
    const r = basketPlan(file('bench.json', job!), '--cards', 'demo/cards.json', '--now', '2027-05-18T07:00:00Z');
    expect([r.code, r.err]).toEqual([0, '']);
    expect(JSON.parse(r.out)).toMatchObject(JSON.parse(answer!));
  });
  it('judges a deck by a CoverageJSON series', () => {
    const job = deckJob();
    const weather = JSON.stringify(
      writeCoverage([deskSeries(job.site, NOW, NOW - DAY_MS, NOW + 10 * DAY_MS)], job.site)
    );
    const r = basketPlan(
      file('deck.json', writeJobFile(whole(job))),
      '--weather',
      file('w.covjson', weather),
      '--now',
      '2027-05-18T08:40:00Z'
    );
    expect(r.code).toBe(0);
    const plan = JSON.parse(r.out);
    const [first] = plan.parts;
    expect(first.hours.length).toBeGreaterThan(200);
    expect(first.hours.every((h: { open: boolean; closedBy: unknown[] }) => h.open === (h.closedBy.length === 0))).toBe(
      true
    );
    expect(first.bestStarts.length).toBeGreaterThan(0);
    expect(isPlan(plan), JSON.stringify(isPlan.errors?.slice(0, 3))).toBe(true);
  });
  it('takes a job as the demo keeps it, with what has happened on it: the rest is planned from the coat on the wood', () => {
    const r = basketPlan('demo/jobs/03-bakery-counter.json', '--now', '2027-05-18T09:40:00+01:00');
    expect([r.code, r.err]).toEqual([0, '']);
    const plan = JSON.parse(r.out);
    expect(isPlan(plan), JSON.stringify(isPlan.errors?.slice(0, 3))).toBe(true);
    expect(plan.parts[0].chosenStart.coats.map((c: { coat: number }) => c.coat)).toEqual([3, 4]);
  });
  it('a byte-order mark is taken off; a plan that does not hold says why and ends with 1', () => {
    const short = floorJob();
    short.products[0]!.inductionMinutes = 170;
    const r = basketPlan(file('bom.json', `\ufeff${writeJobFile(whole(short))}`), '--now', '2027-05-18T08:40:00Z');
    expect(r.code).toBe(1);
    expect(r.err).toMatch(/stop: \/finish: coat 1: No honest batch: stirring and standing eat up the whole pot life/);
    expect(JSON.parse(r.out).parts[0].load.batches[0]).toMatchObject({ count: 0, none: { why: 'pot life' } });
  });
  it('an outdoor job without weather says so and ends with 1', () => {
    const r = basketPlan(file('dry.json', writeJobFile(whole(deckJob()))), '--now', '2027-05-18T08:40:00Z');
    expect(r.code).toBe(1);
    expect(r.err).toContain('no start: this job hangs on the weather; give a series with --weather');
  });
  it('needs no database', () => {
    const env = { PATH: process.env.PATH };
    const out = execFileSync(
      process.execPath,
      [
        'node_modules/tsx/dist/cli.mjs',
        'cli/plan.ts',
        file('f.json', writeJobFile(whole(floorJob()))),
        '--now',
        '2027-05-18T08:40:00Z'
      ],
      { env }
    );
    expect(JSON.parse(out.toString()).format).toBe('basket-plan');
  });
  it.each([
    [
      'a ratio of 0',
      () => [file('a.json', writeJobFile(whole(floorJob())).replace('"parts": 1,', '"parts": 0,'))],
      '/products/0/components/1/parts'
    ],
    [
      'another version',
      () => [file('b.json', writeJobFile(whole(floorJob())).replace('"version": 2', '"version": 9'))],
      '/version'
    ],
    ['no such file', () => [join(folder, 'none.json')], 'no such file'],
    ['no JSON', () => [file('c.json', '{')], 'not JSON'],
    ['50 MB', () => [file('d.json', ' '.repeat(50_000_000))], '50 MB'],
    ['no file at all', () => [], 'usage'],
    ['an unknown option', () => [file('e.json', '{}'), '--fast'], '--fast'],
    ['a time that is none', () => [file('g.json', writeJobFile(whole(floorJob()))), '--now', 'teatime'], '--now'],
    ['a time that is a number', () => [file('g5.json', writeJobFile(whole(floorJob()))), '--now', '5'], '--now'],
    [
      'a wood that is none',
      () => [file('w.json', writeJobFile(whole(floorJob())).replace('"speciesId": "oak"', '"speciesId": "oakk"'))],
      'must be one of: oak, '
    ],
    [
      'a shape that is none',
      () => [
        file(
          's.json',
          writeJobFile({
            ...whole(floorJob()),
            surfaces: [{ ...floorJob().surfaces[0]!, shape: { type: 'hexagon' } as never }]
          })
        )
      ],
      'its type must be one of: rectangle'
    ],
    [
      'an event that can not be',
      () => [
        file(
          'ev.json',
          JSON.stringify({
            document: whole(floorJob()),
            events: [{ at: '-3h', type: 'rags.out', data: { count: -1 } }]
          })
        )
      ],
      '/events/0/data/count'
    ],
    [
      'weather out of order',
      () => [file('h.json', writeJobFile(whole(deckJob()))), '--weather', file('x.covjson', badWeather())],
      'does not come after'
    ]
  ])('%s: exit 2, and the field’s path', (_, args, message) => {
    const r = basketPlan(...args());
    expect(r.code).toBe(2);
    expect(r.err).toContain(message);
    expect(r.err).not.toMatch(/\n\s+at /);
    expect(r.out).toBe('');
  });
});

function badWeather(): string {
  const job = deckJob();
  const coverage = writeCoverage([deskSeries(job.site, NOW, NOW, NOW + DAY_MS)], job.site);
  coverage.domain.axes.t.values.reverse();
  return JSON.stringify(coverage);
}
