import { describe, expect, it } from 'vitest';
import { NOW } from '../../tests/fixtures';
import { rigPack } from '../stand-ins/sensor-rig';
import { readSenml } from './senml';

const read = (data: unknown) => readSenml(data, NOW);
const first = (data: unknown) => {
  const r = read(data);
  return r.ok ? '' : `${r.problems[0]!.path} ${r.problems[0]!.problem}`;
};

describe('SenML', () => {
  it('carries base name, time, unit and value on to the records after them (RFC 8428, 4.1)', () => {
    const r = read([
      { bn: 'urn:dev:a:', bt: 1810000000, bu: 'Cel', bv: 10, n: 'air', v: 4.5 },
      { n: 'surface', t: -60, v: 2 },
      { bn: 'urn:dev:b:', n: 'humidity', u: '%RH', v: 50 }
    ]);
    expect(r.ok && r.value).toEqual([
      { name: 'urn:dev:a:air', unit: 'Cel', value: 14.5, atMs: 1810000000000 },
      { name: 'urn:dev:a:surface', unit: 'Cel', value: 12, atMs: 1809999940000 },
      { name: 'urn:dev:b:humidity', unit: '%RH', value: 60, atMs: 1810000000000 }
    ]);
  });
  it('small times count from now, and a record without a number is passed over', () => {
    const r = read([
      { n: 'air', u: 'Cel', t: -120, v: 7 },
      { n: 'note', vs: 'door open' },
      { n: 'air', u: 'Cel', v: 8 }
    ]);
    expect(r.ok && r.value.map((x) => x.atMs)).toEqual([NOW - 120_000, NOW]);
  });
  it('what the rig posts is SenML', () => {
    const r = read(rigPack('r1', { airTempC: 14, rh: 0.6, surfaceTempC: 12, mcPercent: 11 }, NOW));
    expect(r.ok && r.value.map((x) => [x.name, x.unit])).toEqual([
      ['urn:dev:r1:air', 'Cel'],
      ['urn:dev:r1:humidity', '%RH'],
      ['urn:dev:r1:surface', 'Cel'],
      ['urn:dev:r1:moisture', '%'],
      ['urn:dev:r1:battery', '%EL']
    ]);
  });
  it.each([
    ['no list', {}, /must be a list/],
    ['a word for a number', [{ n: 'air', v: 'warm' }], /\/0\/v must be a number/],
    ['no name', [{ v: 3 }], /is no name/],
    ['a name with a blank', [{ n: 'the air', v: 3 }], /is no name/],
    ['a field that must be understood', [{ n: 'air', v: 3, secret_: 1 }], /must be understood/],
    ['a number for text', [{ bn: 7, n: 'air', v: 3 }], /\/0\/bn must be text/],
    ['a pack without end', Array(2001).fill({ n: 'a', v: 1 }), /2000 records/],
    ['nothing in a record', [null], /must be a record/]
  ])('refuses %s', (_, data, message) => expect(first(data)).toMatch(message));
});
