import mysql, { type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { emptyDatabase } from '../../../../tests/server/database';
import { isUpToDate, migrateDatabase, readMigrations } from './migrate';

const migrations = readMigrations();
const steps = migrations.flatMap((m) => m.statements.map((statement, step) => ({ tag: m.tag, step, statement })));

let db: Awaited<ReturnType<typeof emptyDatabase>>;
let connection: mysql.Connection;
beforeAll(async () => {
  db = await emptyDatabase('migrated');
  connection = await mysql.createConnection(db.url);
});
afterAll(async () => {
  await connection.end();
  await db.drop();
});

/** What a database looks like: every column with its type, key and collation. */
async function shape(): Promise<string[]> {
  const [rows] = await connection.query<RowDataPacket[]>(
    `SELECT CONCAT_WS(' ', table_name, column_name, column_type, collation_name, is_nullable, column_key) AS line
     FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name <> 'migration_step' ORDER BY line`
  );
  const [keys] = await connection.query<RowDataPacket[]>(
    `SELECT CONCAT_WS(' ', table_name, constraint_name, constraint_type) AS line
     FROM information_schema.table_constraints WHERE table_schema = DATABASE() AND table_name <> 'migration_step' ORDER BY line`
  );
  const [indexes] = await connection.query<RowDataPacket[]>(
    `SELECT CONCAT_WS(' ', table_name, index_name, seq_in_index, column_name) AS line
     FROM information_schema.statistics WHERE table_schema = DATABASE() AND table_name <> 'migration_step' ORDER BY line`
  );
  return [...rows, ...keys, ...indexes].map((r) => String(r.line));
}

describe('a start that was killed while it changed the database', () => {
  let whole: string[];
  beforeAll(async () => {
    await migrateDatabase(db.url);
    whole = await shape();
    expect(whole.length).toBeGreaterThan(200);
  });

  // Killed after a statement: once with that statement written down as done, once without.
  const cuts = steps.flatMap((s, killedAt) =>
    [true, false]
      .filter((writtenDown) => killedAt % 4 === Number(writtenDown) || killedAt >= steps.length - 8)
      .map((writtenDown) => ({ killedAt, after: `${s.tag} ${s.step}`, written: writtenDown ? 'written down' : 'not' }))
  );
  it.each(cuts)('after $after, $written, is followed by one that goes on there', async ({ killedAt, written }) => {
    await db.empty();
    await connection.query(
      'CREATE TABLE migration_step (tag varchar(120) NOT NULL, step int NOT NULL, done_at datetime(3) NOT NULL DEFAULT current_timestamp(3), PRIMARY KEY (tag, step))'
    );
    for (const [i, { tag, step, statement }] of steps.slice(0, killedAt + 1).entries()) {
      await connection.query(statement);
      if (i < killedAt || written === 'written down')
        await connection.query('INSERT INTO migration_step (tag, step) VALUES (?, ?)', [tag, step]);
    }
    await migrateDatabase(db.url);
    expect(await shape()).toEqual(whole);
  });

  it('a database of an earlier Basket, which kept no steps, is taken as far as it had got', async () => {
    await db.empty();
    const earlier = migrations.filter((m) => m.tag < '0006');
    for (const m of earlier) for (const s of m.statements) await connection.query(s);
    await connection.query(
      'CREATE TABLE `__drizzle_migrations` (id serial PRIMARY KEY, hash text NOT NULL, created_at bigint)'
    );
    for (const m of earlier)
      await connection.query('INSERT INTO `__drizzle_migrations` (hash, created_at) VALUES (?, ?)', ['x', m.madeMs]);
    const jobId = '01900000-0000-7000-8000-00000000ABCD';
    await connection.query(`INSERT INTO crew VALUES ('${jobId.toLowerCase()}', 'C', '{}', '{}', NOW(3));`);
    await connection.query(
      `INSERT INTO job (id, crew_id, title, client_name, place, stage, document, row_version, changed_by, created_at, updated_at)
       VALUES ('${jobId.toLowerCase()}', '${jobId.toLowerCase()}', 'T', 'C', 'P', 'planning', '{}', 1, 'I', NOW(3), NOW(3))`
    );
    // Stored under the spelling of an address in capitals, as an earlier Basket let it.
    await connection.query(
      `INSERT INTO work_event (id, job_id, at, type, data, device, by_user_id, by_name, received_at)
       VALUES ('01900000-0000-7000-8000-000000000001', '${jobId}', NOW(3), 'rags.out', '{"count":1}', 'p', 'u', 'U', NOW(3))`
    );
    await migrateDatabase(db.url);
    expect(await isUpToDate(connection, migrations)).toBe(true);
    const [rows] = await connection.query<RowDataPacket[]>('SELECT job_id FROM work_event');
    expect(rows[0]!.job_id).toBe(jobId.toLowerCase());
    const [none] = await connection.query<RowDataPacket[]>('SELECT 1 FROM job WHERE id = ?', [jobId]);
    expect(none).toEqual([]);
  });

  it('three at once leave one whole database', async () => {
    await db.empty();
    await Promise.all([1, 2, 3].map(() => migrateDatabase(db.url)));
    expect(await isUpToDate(connection, migrations)).toBe(true);
  });

  it('a database that lacks a step is not up to date', async () => {
    await connection.query('DELETE FROM migration_step ORDER BY tag DESC, step DESC LIMIT 1');
    expect(await isUpToDate(connection, migrations)).toBe(false);
  });
});
