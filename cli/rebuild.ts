/** Derives anew what follows from every log: where each job stands, what its coats and its tack tests teach. */
import { eq } from 'drizzle-orm';
import { fold } from '../src/core/log';
import { connect } from '../src/lib/server/db/connect';
import { migrateDatabase } from '../src/lib/server/db/migrate';
import { crew, job } from '../src/lib/server/db/schema';
import { transact } from '../src/lib/server/db/transact';
import { afterwards } from '../src/lib/server/running/derived';
import { standing } from '../src/lib/server/jobs/jobs';
import { lockJob } from '../src/lib/server/jobs/reading';
import { learnFrom } from '../src/lib/server/learning/finished';
import { learnDrying } from '../src/lib/server/overview/learn-drying';
import { noDesk } from '../src/lib/server/weather/desk';
import { eventsOf } from '../src/lib/server/work-log/log';

const url = process.env.DATABASE_URL;
if (!url) throw new Error('DATABASE_URL is not set');
await migrateDatabase(url);
const { db, pool } = connect(url);
const jobs = await db.select({ id: job.id, crewId: job.crewId }).from(job).innerJoin(crew, eq(crew.id, job.crewId));
let [done, unreadable] = [0, 0];
for (const { id, crewId } of jobs) {
  const readable = await transact(db, async (tx) => {
    const found = await lockJob(tx, crewId, id);
    if (!found?.ok) return false;
    const state = fold(await eventsOf(tx, id));
    await learnFrom(tx, crewId, id, found.job.document, state);
    await tx.update(job).set(standing(found.job.document, state)).where(eq(job.id, id));
    return true;
  });
  if (readable) {
    await afterwards(`what job ${id} teaches of drying`, () => learnDrying(db, crewId, id, Date.now(), noDesk));
    done++;
  } else unreadable++;
}
await pool.end();
process.stdout.write(
  `Derived anew for ${done} ${done === 1 ? 'job' : 'jobs'}${unreadable ? `; ${unreadable} can’t be read and were left as they are` : ''}.\n`
);
