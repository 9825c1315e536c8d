import { describe, expect, it } from 'vitest';
import { made, NOW } from '../../tests/fixtures';
import type { Deadline, Step } from '../core/site';
import type { WorkEvent } from '../core/log';
import { deadlineWords } from './deadline-words';
import { eventWords, type LayingWords } from './event-words';
import { stepWords } from './step-words';

const ZONE = 'Europe/London';
const min = (n: number) => NOW + n * 60_000;
const span = { p10: min(10), p50: min(60), p90: min(120) };

const LAYING: LayingWords = {
  what: (e) => `bay ${e.data.laying}`,
  taken: (on) => on.map((t) => t.surface).join(', '),
  place: (id) => `the ${id}`,
  ends: ({ data: { coat } }) => (coat === 1 ? 'wiped' : coat === 2 ? 'laid off' : 'done')
};

describe('the log in words', () => {
  const cases: [WorkEvent, string][] = [
    [made('coat.opened', { coat: 1 }), 'Coat 1 begun, Tove'],
    [made('coat.closed', { coat: 1, usedL: 2.8, guessed: false }), 'Coat 1 closed, 2,800 ml used'],
    [made('coat.closed', { coat: 1, usedL: 2.8, guessed: true }), 'Coat 1 closed, 2,800 ml used, guessed'],
    [made('laying.spread', { coat: 1, laying: 3, batch: 'A' }), 'Tove puts oil on bay 3, batch A'],
    [made('laying.wiped', { coat: 1, laying: 3 }), 'Bay 3 wiped, Tove'],
    [made('laying.wiped', { coat: 2, laying: 3 }), 'Bay 3 laid off, Tove'],
    [made('laying.wiped', { coat: 3, laying: 3 }), 'Bay 3 done, Tove'],
    [
      made('batch.mixed', {
        batch: 'A',
        for: [{ part: 'first', coat: 1 }],
        components: [
          { role: 'oil', litres: 1.25, lot: 'OD-1' },
          { role: 'hardener', litres: 0.25, lot: '' }
        ]
      }),
      'Batch A: 1,250 ml oil, lot OD-1 + 250 ml hardener'
    ],
    [made('batch.stirred', { batch: 'A' }), 'Batch A stirred, Tove'],
    [made('batch.emptied', { batch: 'A', leftL: 0.2 }), 'Batch A ended, 200 ml left'],
    [made('tack.felt', { coat: 2, felt: 'tacky' }), 'Coat 2 feels tacky, Tove'],
    [
      made('reading.taken', { airTempC: 19.4, rh: 0.52, surfaceTempC: 18.1, mcPercent: 8.6 }),
      'Reading: air 19.4 °C, 52 %, surface 18.1 °C, wood 8.6 %'
    ],
    [made('note.added', { text: 'Boards drink' }), 'Boards drink'],
    [made('rags.out', { count: 14 }), '14 rags out, Tove'],
    [made('rags.safe', { count: 9, how: 'under water in the metal can' }), '9 rags under water in the metal can, Tove'],
    [made('day.closed', { date: '2027-05-18' }), 'Day closed, Tove'],
    [made('handed.over', {}), 'Handed over, Tove'],
    [made('event.undone', { event: 'x'.repeat(36) }), 'Taken back, Tove'],
    [
      made('flaw.found', {
        coat: 3,
        flaw: 'run',
        on: [{ surface: 'box' }],
        extent: 'whole face',
        more: true,
        note: 'At the hinge'
      }),
      'Found: a run in coat 3, box, the whole face to mend, one coat more. At the hinge, Tove'
    ],
    [
      made('flaw.mended', { coat: 3, flaw: '01900000-0000-7000-8000-000000000001', note: 'Cut to P320' }),
      'Flaw in coat 3 mended: Cut to P320, Tove'
    ]
  ];
  it.each(cases.map(([e, words]) => [e.type, e, words] as const))('%s', (_, e, words) =>
    expect(eventWords(e, 'metric', LAYING)).toBe(words)
  );
  it('speaks ounces to who reads ounces', () =>
    expect(eventWords(cases[1]![0], 'us')).toBe('Coat 1 closed, 94.7 fl oz used'));
});

describe('steps in words', () => {
  const words = (s: Step) => stepWords(s, NOW, ZONE);
  it('a bay soaks until its shortest dwell, then it is wiped; a film is laid off', () => {
    const laying = {
      kind: 'wipe',
      coat: 1,
      laying: 3,
      byMs: min(20),
      spreadAtMs: min(-10),
      bay: true,
      left: false,
      end: 'open',
      off: 'wipe'
    } as const;
    expect(words({ ...laying, fromMs: min(5) }).title).toBe('Bay 3 soaks');
    expect(words({ ...laying, fromMs: min(5) }).detail).toContain('Wipe from 09:45');
    expect(words({ ...laying, fromMs: min(-1) }).title).toBe('Wipe bay 3');
    expect(words({ ...laying, fromMs: null, byMs: null, left: true }).title).toBe('Lay off bay 3');
  });
  it('mixing one part and two', () => {
    const mix = { kind: 'mix', batch: 'A', coat: 1, product: 'Ostrel Duo, Peat' } as const;
    expect(words({ ...mix, twoPart: true }).title).toBe('Mix batch A');
    expect(words({ ...mix, twoPart: true }).detail).toContain('Ostrel Duo, Peat');
    expect(words({ ...mix, twoPart: false }).title).toBe('Open and stir a tin');
    expect(words({ kind: 'stir', batch: 'A', fromMs: NOW, untilMs: min(3) }).detail).toContain('3 min');
  });
  it('an early coat is warned of, a closed one is not', () => {
    const spread = {
      kind: 'spread',
      coat: 2,
      laying: 1,
      product: 'Corvane Worktop, Clear',
      method: 'thin',
      walkedOn: false
    } as const;
    expect(words({ ...spread, early: true }).detail).toContain('It will be on record');
    expect(words({ ...spread, early: true, closed: 'x' }).detail).not.toContain('record');
  });
  it('waiting names the hour and its span', () => {
    const w = words({ kind: 'wait', coat: 1, next: 2, span, progress: 0.5 });
    expect(w.title).toBe('Coat 2 opens Tue 18, 10:40');
    expect(w.detail).toContain('80 % between 09:50 and 11:40');
  });
  it('every step has a verb on its button', () => {
    const steps: Step[] = [
      { kind: 'close coat', coat: 1, layings: 1 },
      { kind: 'rags', out: 3 },
      { kind: 'close day', date: '2027-05-18', safe: 0 },
      { kind: 'remedy', coat: 1, layings: [2], stain: false },
      { kind: 'morning test', coat: 1 },
      { kind: 'leave' }
    ];
    for (const s of steps) expect(words(s).action).toMatch(/^(Close|Count|Open|Write|Test)/);
    expect(words(steps[0]!).detail).toContain('1 bay done');
  });
});

describe('deadlines in words', () => {
  const base = { jobId: 'j', atMs: min(60), urgent: false };
  const words = (d: Deadline) => deadlineWords(d, NOW, ZONE, 'metric');
  const cases: [Deadline, string, string][] = [
    [{ ...base, kind: 'stir', batch: 'A', fromMs: NOW }, 'Stir batch A', 'work'],
    [{ ...base, kind: 'batch thickens', batch: 'A', totalL: 1.5, fromMs: NOW }, 'Batch A thickens', 'work'],
    [{ ...base, kind: 'rags', out: 14, safe: 9 }, '5 rags not made safe', 'work'],
    [{ ...base, kind: 'finish coat', coat: 1, baysWiped: 4 }, 'Close coat 1', 'work'],
    [{ ...base, kind: 'recoat opens', coat: 1, next: 2, span }, 'Recoat opens', 'work'],
    [{ ...base, atMs: min(-5), kind: 'recoat opens', coat: 1, next: 2, span }, 'Coat 2 may go on', 'work'],
    [{ ...base, kind: 'recoat closes', coat: 1, next: 2, span }, 'Coat 2 before the gate shuts', 'work'],
    [{ ...base, kind: 'rain-safe', coat: 1, span }, 'Safe from rain', 'when'],
    [{ ...base, kind: 'light use', coat: 2, span }, 'Light use', 'leave'],
    [{ ...base, kind: 'hand over' }, 'Hand over', 'leave'],
    [{ ...base, kind: 'start', coat: 1, ok: true }, 'Start coat 1', 'when']
  ];
  it.each(cases.map(([d, title, station]) => [title, d, station] as const))('%s', (title, d, station) =>
    expect(words(d)).toMatchObject({ title, station })
  );
});
