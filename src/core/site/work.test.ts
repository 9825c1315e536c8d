import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card, counterJob, floorJob, knowledge, made, NOW } from '../../../tests/fixtures';
import { HOUR_MS, MINUTE_MS } from '../units';
import { deadlines } from './deadlines';
import { coatPlans, type CoatPlan } from '../coats';
import { onWoodMinutes } from '../hands';
import { finishedCoats, withOwn, withoutOwn } from '../knowledge';
import { fold, foldNext, jobStage, openLayings, ragsUnaccounted, type WorkEvent } from '../log';
import { liveWork } from './live';
import { nextSteps } from './steps';
import { plan } from '../plan';
import { siteClimate } from '../window';

const mixed = (batch: string, minutes: number) =>
  made(
    'batch.mixed',
    {
      batch,
      for: [{ part: 'first', coat: 1 }],
      components: [
        { role: 'oil', litres: 1.25, lot: 'OD-1' },
        { role: 'hardener', litres: 0.25, lot: 'H-1' }
      ]
    },
    minutes
  );

const morning = (): WorkEvent[] => [
  made('rags.out', { count: 14 }, -70),
  mixed('A', -68),
  made('batch.stirred', { batch: 'A' }, -64),
  made('coat.opened', { coat: 1 }, -62),
  made('laying.spread', { coat: 1, laying: 1, batch: 'A' }, -62),
  made('laying.wiped', { coat: 1, laying: 1 }, -33),
  made('laying.spread', { coat: 1, laying: 2, batch: 'A' }, -20),
  made('note.added', { text: 'Boards by the desk drink more' }, -18),
  made('rags.safe', { count: 9, how: 'under water in the metal can' }, -12)
];

describe('fold', () => {
  it('is what happened', () => {
    const s = fold(morning());
    expect(s.coats).toHaveLength(1);
    expect(openLayings(s).map((b) => b.laying)).toEqual([2]);
    expect(ragsUnaccounted(s)).toBe(5);
    expect(s.batches[0]).toMatchObject({
      batch: 'A',
      totalL: 1.5,
      stirredAtMs: NOW - 64 * MINUTE_MS
    });
    expect(s.setAside).toEqual([]);
  });
  it('does not depend on the order events arrive in, nor on repeats', () => {
    const events = morning();
    const whole = fold(events);
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: events.length }), fc.subarray(events), (shuffled, again) => {
        expect(fold([...shuffled, ...again])).toEqual(whole);
      })
    );
  });
  it('one more at the end is the same as folding anew; one from the past asks for folding anew', () => {
    const events = morning();
    const late = made('laying.wiped', { coat: 1, laying: 2 }, -1);
    expect(foldNext(fold(events), events[events.length - 1], late)).toEqual(fold([...events, late]));
    expect(foldNext(fold(events), events[events.length - 1], made('note.added', { text: 'x' }, -69))).toBeNull();
    expect(
      foldNext(fold(events), events[events.length - 1], made('event.undone', { event: events[0]!.id }, 0))
    ).toBeNull();
  });
  it('an undone event leaves no trace', () => {
    const events = morning();
    const undo = made('event.undone', { event: events[8]!.id }, -5);
    expect(ragsUnaccounted(fold([...events, undo]))).toBe(14);
  });
  it('sets aside what can not be, with the reason, and drops nothing in silence', () => {
    const s = fold([
      ...morning(),
      made('laying.wiped', { coat: 1, laying: 7 }, -3),
      made('laying.spread', { coat: 1, laying: 1 }, -3),
      made('coat.closed', { coat: 3, usedL: 1, guessed: false }, -2),
      made('batch.stirred', { batch: 'Z' }, -2),
      made('rags.safe', { count: 9, how: 'under water in the metal can' }, -2),
      mixed('A', -1)
    ]);
    expect(s.setAside.map((x) => x.reason)).toEqual([
      'bay 7 of coat 1 was not spread',
      'bay 1 of coat 1 was spread already',
      'coat 3 was not open',
      'batch Z was not mixed',
      '9 rags made safe, but only 5 were out',
      'batch A was mixed already'
    ]);
  });
  it('the day can not be closed while rags are out', () => {
    expect(fold([...morning(), made('day.closed', { date: '2027-05-18' })]).closedDays).toEqual([]);
    const safe = made('rags.safe', { count: 5, how: 'flat, single, outdoors' }, -1);
    expect(fold([...morning(), safe, made('day.closed', { date: '2027-05-18' })]).closedDays).toEqual(['2027-05-18']);
  });
  it('a job goes from planning to care', () => {
    const closed = (coat: number, m: number) => [
      made('coat.opened', { coat }, m),
      made('coat.closed', { coat, usedL: 2, guessed: false }, m + 1)
    ];
    expect(jobStage(fold([]), false, 2)).toBe('planning');
    expect(jobStage(fold([]), true, 2)).toBe('booked');
    expect(jobStage(fold(morning()), true, 2)).toBe('working');
    const both = [...closed(1, -900), ...closed(2, -10)];
    expect(jobStage(fold(both), true, 2)).toBe('drying');
    expect(jobStage(fold([...both, made('handed.over', {})]), true, 2)).toBe('in care');
  });
});

describe('the work as it stands', () => {
  const job = floorJob();
  const climate = siteClimate(job, null, {
    startMs: NOW - 240 * HOUR_MS,
    hours: 480
  });
  const live = liveWork(job, fold(morning()), climate, knowledge, NOW);

  it('gives each bay its wipe-by at the floor’s temperature', () => {
    const two = live.layings.find((b) => b.laying === 2)!;
    const minutes = (two.wipeByMs! - two.spreadAtMs) / MINUTE_MS;
    expect(minutes).toBeGreaterThan(40);
    expect(minutes).toBeLessThan(50);
  });
  it('runs the pot life from the moment the hardener met the oil', () => {
    const minutes = (live.batches[0]!.thickensAtMs! - (NOW - 68 * MINUTE_MS)) / MINUTE_MS;
    expect(minutes).toBeCloseTo(
      (150 / Math.exp((55000 / 8.314) * (1 / 293.15 - 1 / 292.55))) * 0.9 ** Math.log2(1.5),
      1
    );
  });
  it('puts the soonest first and every deadline in facts', () => {
    const list = deadlines('j', job, fold(morning()), live, null, NOW);
    expect(list.map((d) => d.kind)).toContain('rags');
    expect(list.find((d) => d.urgent)).toMatchObject({ kind: 'wipe', laying: 2 });
    // Bay 1 was wiped, and is looked at again.
    expect(list.find((d) => d.kind === 'stage')).toMatchObject({ laying: 1, stage: 'look again', urgent: false });
    for (let i = 1; i < list.length; i++) expect(list[i]!.atMs).toBeGreaterThanOrEqual(list[i - 1]!.atMs);
  });
  it('an unwiped bay past its time stays the first deadline', () => {
    const late = NOW + 3 * HOUR_MS;
    const list = deadlines(
      'j',
      job,
      fold(morning()),
      liveWork(job, fold(morning()), climate, knowledge, late),
      null,
      late
    );
    expect(list.find((d) => d.kind === 'wipe')!.atMs).toBeLessThan(late);
  });
});

describe('late and standing oil are facts', () => {
  const job = counterJob();
  const climate = siteClimate(job, null, { startMs: NOW - 240 * HOUR_MS, hours: 600 });
  const spread = [made('coat.opened', { coat: 1 }, -3000), made('laying.spread', { coat: 1, laying: 1 }, -3000)];
  const wiped = (after: number) => made('laying.wiped', { coat: 1, laying: 1 }, -3000 + after);
  const closed = made('coat.closed', { coat: 1, usedL: 0.3, guessed: false }, -2900);
  const at = (nowMs: number, ...more: WorkEvent[]) => {
    const state = fold([...spread, ...more]);
    const live = liveWork(job, state, climate, knowledge, nowMs);
    return { state, live, laying: live.layings[0]!, coat: live.coats[0]!, steps: nextSteps(job, state, live, nowMs) };
  };
  const minute = (n: number) => NOW + (-3000 + n) * MINUTE_MS;
  const byMs = at(minute(1)).laying.wipeByMs!;
  const limit = (byMs - minute(0)) / MINUTE_MS;

  it('is open, then overdue, then past saving; wiped meanwhile it is wiped, late, or too late', () => {
    const { standsAtMs } = at(minute(1)).laying;
    expect((standsAtMs! - minute(0)) / (byMs - minute(0))).toBeCloseTo(2, 6);
    expect([0.5, 1.5, 2.5].map((n) => at(minute(n * limit)).laying.end)).toEqual([
      'open',
      'overdue',
      'will stay tacky'
    ]);
    expect([0.5, 1.5, 2.5].map((n) => at(NOW, wiped(n * limit), closed).laying.end)).toEqual([
      'wiped',
      'wiped late',
      'will stay tacky'
    ]);
  });
  it('still open when the day is closed it will stay tacky, and a coat can be closed over it', () => {
    const left = at(minute(10), made('day.closed', { date: '2027-05-16' }, -2995));
    expect(left.laying.end).toBe('will stay tacky');
    const stands = at(minute(limit * 3));
    expect(stands.steps.find((s) => s.kind === 'close coat')).toMatchObject({
      warn: expect.stringContaining('will stay tacky')
    });
    expect(stands.steps.find((s) => s.kind === 'close coat')!.closed).toBeUndefined();
    expect(at(minute(limit / 2)).steps.find((s) => s.kind === 'close coat')!.closed).toBe('bay 1 is still open');
  });
  it('every date behind it waits for the remedy and a morning’s test', () => {
    const all = [2, 3, 4].flatMap((n) => [
      made('coat.opened', { coat: n }, -2900 + 700 * (n - 1)),
      made('coat.closed', { coat: n, usedL: 0.3, guessed: false }, -2890 + 700 * (n - 1))
    ]);
    const stood = at(NOW, wiped(3 * limit), closed, ...all);
    expect(stood.coat).toMatchObject({ willStayTacky: true, waitsFor: 'remedy', standing: [1] });
    expect([stood.live.leave, stood.live.keep]).toEqual([null, null]);
    expect(stood.steps[0]).toMatchObject({ kind: 'remedy', coat: 1, layings: [1] });
    expect(deadlines('j', job, stood.state, stood.live, null, NOW).map((d) => d.kind)).toEqual(['remedy']);
    const p = plan(job, climate, knowledge, NOW, at(NOW, wiped(3 * limit), closed).coat);
    expect(p.chosen).toBeNull();
    expect(p.problems.find((x) => x.path === '/work')!.problem).toContain('will stay tacky');
    const mended = at(NOW, wiped(3 * limit), closed, ...all, made('coat.remedied', { coat: 1 }, -700));
    expect(mended.coat).toMatchObject({ willStayTacky: false, waitsFor: 'test' });
    expect(mended.steps[0]!.kind).toBe('morning test');
    const dry = made('tack.felt', { coat: 1, felt: 'touch dry' }, -20);
    const felt = at(NOW, wiped(3 * limit), closed, ...all, made('coat.remedied', { coat: 1 }, -700), dry);
    expect(felt.coat.waitsFor).toBeNull();
    expect(felt.live.leave).not.toBeNull();
  });
  it('wiped late it is felt next morning before anything goes on', () => {
    const late = at(NOW, wiped(1.5 * limit), closed);
    expect(late.coat).toMatchObject({ willStayTacky: false, wipedLate: [1], waitsFor: 'test' });
    expect(
      at(NOW, wiped(1.5 * limit), closed, made('tack.felt', { coat: 1, felt: 'ready' }, -2800)).coat.waitsFor
    ).toBe('test');
  });
  it('what is still wet has no curve, and a class that never cures is only wiped again', () => {
    expect(at(minute(5)).coat).toMatchObject({ wet: true, progress: 0 });
    const day = card('corvane-day');
    const never = { ...job, finish: { ...job.finish!, productId: day.id, coats: undefined }, products: [day] };
    const state = fold([...spread, wiped(5000)]);
    expect(liveWork(never, state, climate, knowledge, NOW).layings[0]!.end).toBe('wiped');
  });
  it('a day is not closed before rags were counted after a self-heating oil was wiped, nor handed over with one loose', () => {
    const today = [
      made('coat.opened', { coat: 1 }, -40),
      made('laying.spread', { coat: 1, laying: 1 }, -40),
      made('laying.wiped', { coat: 1, laying: 1 }, -25)
    ];
    const closing = (...more: WorkEvent[]) => {
      const state = fold([...today, ...more]);
      return nextSteps(job, state, liveWork(job, state, climate, knowledge, NOW), NOW).find(
        (s) => s.kind === 'close day'
      )!;
    };
    expect(closing().closed).toBe(`no rags were counted after ${job.products[0]!.name} was wiped today`);
    const rags = [
      made('rags.out', { count: 4 }, -20),
      made('rags.safe', { count: 4, how: 'under water in the metal can' }, -10)
    ];
    expect(closing(...rags)).toMatchObject({ safe: 4 });
    expect(closing(...rags).closed).toBeUndefined();
    const loose = fold([...today, made('rags.out', { count: 4 }, -20), made('handed.over', {}, -1)]);
    expect(loose.handedOverAtMs).toBeUndefined();
    expect(loose.setAside[0]!.reason).toBe('4 rags still out');
  });
});

describe('what was mixed, went on and was left', () => {
  const batch = (litres: number) =>
    made(
      'batch.mixed',
      { batch: 'A', for: [{ part: 'first', coat: 1 }], components: [{ role: 'oil', litres, lot: '' }] },
      -60
    );
  const closed = (usedL: number) => [
    made('coat.opened', { coat: 1 }, -50),
    made('coat.closed', { coat: 1, usedL, guessed: false }, -10)
  ];
  const left = (leftL: number) => made('batch.emptied', { batch: 'A', leftL }, -5);
  const guess = (...events: WorkEvent[][]) => fold(events.flat()).coats[0]!.doesNotAddUp ?? false;
  it.each([
    ['500 ml used of 322 ml mixed', 0.322, 0.5, 0, true],
    ['all of it', 0.322, 0.322, 0, false],
    ['within 20 ml', 0.322, 0.305, 0, false],
    ['what is missing was left', 1, 0.7, 0.3, false],
    ['within 5 % of a large batch', 4, 3.85, 0, false],
    ['a third went nowhere', 1, 0.7, 0, true]
  ])('%s', (_, mixedL, usedL, leftL, doesNot) =>
    expect(guess([batch(mixedL)], closed(usedL), [left(leftL)])).toBe(doesNot)
  );
  it('the order of arrival does not matter, and a coat without batches is taken at its word', () => {
    expect(guess([batch(1)], closed(0.7))).toBe(true);
    expect(guess(closed(0.7))).toBe(false);
    const f = finishedCoats(counterJob(), fold([batch(1), ...closed(0.3)]), knowledge.house);
    expect(f[0]!.guessed).toBe(true);
  });
});

describe('drying that really happened', () => {
  const job = counterJob();
  const climate = siteClimate(job, null, {
    startMs: NOW - 240 * HOUR_MS,
    hours: 600
  });
  const coat = (n: number, hoursAgo: number, usedL = 0.4) => [
    made('coat.opened', { coat: n }, -hoursAgo * 60),
    made('coat.closed', { coat: n, usedL, guessed: false }, -hoursAgo * 60 + 30)
  ];
  const live = (...events: WorkEvent[][]) => liveWork(job, fold(events.flat()), climate, knowledge, NOW);

  it('a coat laid over a ready one carries no flag', () =>
    expect(live(coat(1, 30), coat(2, 10)).coats[1]!.solventEntrapment).toBe(false));
  it('a coat laid over one not ready is flagged, opens later and cures longer', () => {
    const early = live(coat(1, 20, 0.7), coat(2, 10)).coats[1]!;
    expect(early.solventEntrapment).toBe(true);
    expect(early.opensAtProgress).toBeGreaterThan(1);
    expect(early.cureFactor).toBeGreaterThan(1);
  });
  it('oil left standing will stay tacky: far too thick, or a bay not wiped', () => {
    expect(live(coat(1, 20, 0.7)).coats[0]!.willStayTacky).toBe(false);
    expect(live(coat(1, 20, 3)).coats[0]!.willStayTacky).toBe(true);
    const [opened, closed] = coat(1, 20, 0.7);
    expect(live([opened!, made('laying.spread', { coat: 1, laying: 1 }, -1190), closed!]).coats[0]!.willStayTacky).toBe(
      true
    );
  });
  it('a thick coat dries slower', () =>
    expect(live(coat(1, 20, 1.2)).coats[0]!.progress).toBeLessThan(live(coat(1, 20, 0.6)).coats[0]!.progress));
  it('less oil in the log makes a wiped coat no faster, more makes it slower', () => {
    const opens = (usedL: number) => live(coat(1, 2, usedL)).coats[0]!.recoatOpens.p50;
    const asPlanned = opens(plan(job, null, knowledge, NOW).coats[0]!.expectedL);
    expect(opens(0.05)).toBeCloseTo(asPlanned, -3);
    expect(opens(0.9)).toBeGreaterThan(asPlanned + HOUR_MS);
  });
  it('a coat’s own litres never judge its film: the same before it is stored and after', () => {
    const state = fold([...coat(1, 30, 0.9), ...coat(2, 2, 0.8)]);
    const ahead = withOwn(knowledge, 'j', job, state, climate, NOW);
    const stored = { ...knowledge, coverage: ahead.coverage };
    expect(ahead.coverage.size).toBe(2);
    const after = withOwn(withoutOwn(stored, 'j', job, state), 'j', job, state, climate, NOW);
    const [first, second] = liveWork(job, state, climate, ahead, NOW).coats;
    expect(liveWork(job, state, climate, after, NOW).coats.map((c) => c.recoatOpens)).toEqual([
      first!.recoatOpens,
      second!.recoatOpens
    ]);
    expect(first!.filmRatio).toBeCloseTo(live(coat(1, 30, 0.9)).coats[0]!.filmRatio, 9);
    expect(withoutOwn(ahead, 'j', job, state).coverage.size).toBe(0);
  });
  it('a coat planned thin that used what was planned teaches nothing', () => {
    const { expectedL, keptL, netL } = plan(job, null, knowledge, NOW).coats[1]!;
    const thin = netL * 0.5 * 1.02 + keptL;
    const finished = (plannedFilm?: number) =>
      finishedCoats(
        job,
        fold([
          made('coat.opened', { coat: 2 }, -60),
          made('coat.closed', { coat: 2, usedL: plannedFilm ? thin : expectedL, guessed: false, plannedFilm }, -30)
        ]),
        knowledge.house
      )[0]!.keys[0]!;
    for (const k of [finished(), finished(0.5)]) expect(Math.exp(k.observed.lnRate)).toBeCloseTo(k.rate.cardM2PerL, 6);
  });
  it('a coat smaller than what applicators keep stands in the log, and teaches nothing', () => {
    const [f] = finishedCoats(job, fold(coat(1, 5, 0.005)), knowledge.house);
    expect(f).toMatchObject({ usedL: 0.005, counts: false, reason: 'less was used than the applicators keep' });
    const own = withOwn(knowledge, 'j', job, fold(coat(1, 5, 0.005)), climate, NOW);
    expect(own.coverage.size).toBe(0);
  });
  it('hands that took longer than the rates say make the coats to come longer, and not once they are taken out', () => {
    const [first, planned] = coatPlans(job, knowledge.house) as [CoatPlan, CoatPlan];
    const long = Math.round(2 * onWoodMinutes(first.hands));
    const layings = fold([
      made('laying.spread', { coat: 1, laying: 1, people: 1 }, -300),
      made('laying.wiped', { coat: 1, laying: 1 }, -300 + long),
      made('coat.closed', { coat: 1, usedL: 0.2, guessed: false }, -100)
    ]);
    const own = withOwn(knowledge, 'j', job, layings, climate, NOW);
    const after = coatPlans(job, knowledge.house, own.coverage)[1]!;
    expect(after.hands.wipe).toBeGreaterThan(planned.hands.wipe * 1.05);
    expect(after.hands.look).toBe(planned.hands.look);
    expect(withoutOwn(own, 'j', job, layings).coverage.size).toBe(0);
  });
  it('what a dry roller took off again is no film, and teaches no litre', () => {
    const took = (litres?: number) =>
      fold([
        made('laying.spread', { coat: 1, laying: 1 }, -300),
        made('laying.wiped', { coat: 1, laying: 1, ...(litres && { took: { litres, guessed: false } }) }, -280),
        made('coat.closed', { coat: 1, usedL: 0.9, guessed: false }, -270)
      ]);
    const film = (litres?: number) => liveWork(job, took(litres), climate, knowledge, NOW).coats[0]!.filmRatio;
    expect(film(0.3)).toBeLessThan(film() - 0.1);
    const rate = (litres?: number) => finishedCoats(job, took(litres), knowledge.house)[0]!.keys[0]!.observed.lnRate;
    expect(rate(0.3)).toBeGreaterThan(rate());
  });
  it('dates to leave and to keep come only when all coats are laid', () => {
    expect(live(coat(1, 60), coat(2, 40)).leave).toBeNull();
    const all = live(coat(1, 90), coat(2, 70), coat(3, 50), coat(4, 30));
    expect(all.allCoatsLaid).toBe(true);
    expect(all.leave!.lightUse).not.toBeNull();
    expect(all.keep!.surfaces[0]!.reoil.p50).toBeGreaterThan(NOW);
  });
  it('asks for the next coat when the window opens, and warns when it is about to shut', () => {
    const ask = (hoursAgo: number) => {
      const state = fold(coat(1, hoursAgo));
      return deadlines('j', job, state, liveWork(job, state, climate, knowledge, NOW), null, NOW).map((d) => d.kind);
    };
    expect(ask(5)).toEqual(['recoat opens']);
    expect(ask(40)).toEqual(['recoat closes']);
  });
});
