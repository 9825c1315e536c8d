import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { knownRate } from '../../../core/coverage';
import { defaultHouseRules } from '../../../core/house';
import { deckJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, phoneEvent, testDatabase } from '../../../../tests/server/database';
import { createJob, saveJob } from '../jobs/jobs';
import { knowledgeOf } from '../overview/knowledge';
import { appendEvents } from '../on-site/append';
import { coverageOf, handsSeenOf, learnedCoats } from './finished';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

const WHO = { id: '01900000-0000-7000-8000-000000000001', name: 'Tove' };
const KEY = 'marrum-deck first softwood thin';

async function deck() {
  const { crewId } = await freshCrew(conn.db);
  const id = await createJob(conn.db, crewId, whole(deckJob()), 'Ines', NOW);
  const log = (...events: Parameters<typeof appendEvents>[3]) => appendEvents(conn.db, crewId, id, events, WHO, NOW);
  return { crewId, id, log };
}
const closed = (usedL: number, guessed = false) => [
  phoneEvent('coat.opened', { coat: 1 }, NOW - 9e6),
  phoneEvent('coat.closed', { coat: 1, usedL, guessed }, NOW - 8e6)
];

describe('what the log teaches, in the database', () => {
  it('a closed coat is learned from at once; its plan rate moves and its spread shrinks', async () => {
    const { crewId, log } = await deck();
    expect((await coverageOf(conn.db, crewId)).size).toBe(0);
    await log(...closed(20));
    const evidence = (await knowledgeOf(conn.db, crewId)).coverage.get(KEY);
    expect(evidence).toMatchObject({ coats: 1 });
    const k = knownRate({ value: 8, grade: 'house' }, evidence, defaultHouseRules);
    expect(k.sdLn).toBeLessThan(0.25);
    expect(k.medianM2PerL).not.toBeCloseTo(8, 2);
    expect(await learnedCoats(conn.db, crewId, { limit: 10 })).toHaveLength(1);
  });
  it('the sums are the rows: taking back, leaving out and counting again leave no trace', async () => {
    const { crewId, log } = await deck();
    const [open, close] = closed(14);
    await log(open!, close!);
    const first = (await coverageOf(conn.db, crewId)).get(KEY)!;
    await log(phoneEvent('coat.judged', { coat: 1, counts: false, reason: 'spilt' }, NOW - 7e6));
    expect((await coverageOf(conn.db, crewId)).has(KEY)).toBe(false);
    expect((await learnedCoats(conn.db, crewId, { limit: 10 }))[0]).toMatchObject({ counts: false, reason: 'spilt' });
    await log(phoneEvent('coat.judged', { coat: 1, counts: true, reason: 'it was not' }, NOW - 6e6));
    const again = (await coverageOf(conn.db, crewId)).get(KEY)!;
    expect(again.coats).toBe(1);
    expect(again.weightedLn).toBeCloseTo(first.weightedLn, 9);
    await log(phoneEvent('event.undone', { event: close!.id }, NOW - 5e6));
    expect((await coverageOf(conn.db, crewId)).size).toBe(0);
  });
  it('a guess weighs half, another crew sees nothing, a changed document is learned anew', async () => {
    const [a, b] = [await deck(), await deck()];
    await a.log(...closed(14, true));
    await b.log(...closed(14));
    const [guessed, sure] = [await coverageOf(conn.db, a.crewId), await coverageOf(conn.db, b.crewId)];
    expect(guessed.get(KEY)!.precision).toBeCloseTo(sure.get(KEY)!.precision / 2, 9);
    const job = deckJob();
    job.surfaces[0]!.waterPopped = true;
    await saveJob(conn.db, b.crewId, b.id, whole(job), 1, 'Ines', NOW);
    expect((await coverageOf(conn.db, b.crewId)).get(KEY)!.weightedLn).not.toBeCloseTo(sure.get(KEY)!.weightedLn, 6);
  });
  it('hands are learned beside the litres, shown with their coat, and taken out with it', async () => {
    const { crewId, log } = await deck();
    const close = phoneEvent('coat.closed', { coat: 1, usedL: 14, guessed: false }, NOW - 4e6);
    await log(
      phoneEvent('laying.spread', { coat: 1, laying: 1, people: 2 }, NOW - 9e6),
      phoneEvent('laying.wiped', { coat: 1, laying: 1 }, NOW - 4.5e6),
      close
    );
    const key = 'hands deck thin';
    expect((await coverageOf(conn.db, crewId)).get(key)).toMatchObject({ coats: 1 });
    const [seen, ...others] = await handsSeenOf(conn.db, crewId, 10);
    expect(others).toEqual([]);
    expect(seen).toMatchObject({ rateKey: key, coat: 1 });
    // An hour and a quarter by two, the soak taken off.
    expect(seen!.tookMinutes).toBeGreaterThan(100);
    expect(seen!.tookMinutes).toBeLessThanOrEqual(150);
    await log(phoneEvent('event.undone', { event: close.id }, NOW - 3e6));
    expect((await coverageOf(conn.db, crewId)).has(key)).toBe(false);
    expect(await handsSeenOf(conn.db, crewId, 10)).toEqual([]);
  });
  it('two crews members closing coats at once lose nothing', async () => {
    const { crewId } = await freshCrew(conn.db);
    const ids = await Promise.all([1, 2, 3, 4].map(() => createJob(conn.db, crewId, whole(deckJob()), 'Ines', NOW)));
    await Promise.all(ids.map((id) => appendEvents(conn.db, crewId, id, closed(14), WHO, NOW)));
    expect((await coverageOf(conn.db, crewId)).get(KEY)!.coats).toBe(4);
  });
});
