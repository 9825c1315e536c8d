import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import mysql, { type Connection, type ResultSetHeader, type RowDataPacket } from 'mysql2/promise';
import { againFor, driverFault } from './faults';

/** One migration: its name, when it was made and its statements in order. */
export interface Migration {
  tag: string;
  madeMs: number;
  statements: string[];
}

/** The migrations of a folder, in order, as the schema tool writes them. */
export function readMigrations(folder = 'drizzle'): Migration[] {
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
    entries: { tag: string; when: number }[];
  };
  return journal.entries.map(({ tag, when }) => ({
    tag,
    madeMs: when,
    statements: readFileSync(join(folder, `${tag}.sql`), 'utf8')
      .split('--> statement-breakpoint')
      .map((s) => s.trim())
      .filter(Boolean)
  }));
}

/** What a statement answers that was carried out before a starter was killed and could not write that down. */
const ALREADY_SO = new Set([
  1050, // table exists
  1051, // table is not there to drop
  1060, // column exists
  1061, // index exists
  1091, // column or key is not there to drop
  1826, // foreign key exists
  1068 // primary key exists
]);
/** How long one starter waits for another. */
const PATIENCE_S = 120;

/** How far a database is: the statements of each migration that are done. */
const DONE = `CREATE TABLE IF NOT EXISTS migration_step (
  tag varchar(120) NOT NULL, step int NOT NULL, done_at datetime(3) NOT NULL DEFAULT current_timestamp(3),
  PRIMARY KEY (tag, step))`;

/**
 * Brings the database up to date, statement by statement, each written down when it is done. A starter that was killed at any
 * of them is followed by one that goes on there: a statement that was carried out but not written down answers that it is
 * so already, which counts as done. One starter at a time: others wait for the lock, and stop with words if it is not to be had.
 */
export async function migrateDatabase(url: string, folder = 'drizzle'): Promise<void> {
  const connection = await mysql.createConnection({ uri: url, timezone: 'Z', multipleStatements: false });
  try {
    await locked(connection, () => migrate(connection, readMigrations(folder)));
  } finally {
    await connection.end().catch(() => {});
  }
}

const MOST_TRIES = 60;

/** Puts a statement, again when another node's change of the tables broke it. */
async function put(connection: Connection, statement: string, values: unknown[] = []): Promise<void> {
  for (let attempt = 1; ; attempt++)
    try {
      await connection.query(statement, values);
      return;
    } catch (e) {
      if (againFor(e) !== 'clash' || attempt >= MOST_TRIES) throw e;
      await new Promise((go) => setTimeout(go, 20 + Math.random() * 100));
    }
}

async function locked(connection: Connection, work: () => Promise<void>): Promise<void> {
  const [[row]] = await connection.query<RowDataPacket[]>(`SELECT GET_LOCK('basket-migrate', ${PATIENCE_S}) AS held`);
  if (row!.held !== 1)
    throw new Error(`Another start has been changing the database for ${PATIENCE_S} s. Look at it, then start again.`);
  try {
    await work();
  } finally {
    await connection.query(`SELECT RELEASE_LOCK('basket-migrate')`).catch(() => {});
  }
}

/** In a cluster a named lock is known to its own node alone; a row that is written is known to all. */
const LEASE = `CREATE TABLE IF NOT EXISTS migration_lease (
  one int NOT NULL PRIMARY KEY, holder varchar(60) NOT NULL, until_at datetime(3) NOT NULL)`;
const LEASE_S = 20;

interface Lease {
  /** Holds it on, before each statement. */
  renew: () => Promise<void>;
  end: () => Promise<void>;
}

/** Waits until this starter is the only one of the cluster that changes the database. */
async function leased(connection: Connection): Promise<Lease> {
  const [[row]] = await connection.query<RowDataPacket[]>(`SHOW VARIABLES LIKE 'wsrep_on'`);
  if (row?.Value !== 'ON') return { renew: async () => {}, end: async () => {} };
  await put(connection, LEASE);
  await put(connection, `INSERT IGNORE INTO migration_lease VALUES (1, '', '2000-01-01')`);
  const holder = `${process.pid} ${Math.random()}`;
  const take = async (): Promise<boolean> => {
    try {
      const [done] = await connection.query<ResultSetHeader>(
        `UPDATE migration_lease SET holder = ?, until_at = NOW(3) + INTERVAL ${LEASE_S} SECOND
         WHERE one = 1 AND (holder = ? OR until_at < NOW(3))`,
        [holder, holder]
      );
      return done.affectedRows === 1;
    } catch (e) {
      if (againFor(e)) return false;
      throw e;
    }
  };
  const renew = async () => {
    const until = Date.now() + PATIENCE_S * 1000;
    while (!(await take())) {
      if (Date.now() > until)
        throw new Error(
          `Another node has been changing the database for ${PATIENCE_S} s. Look at it, then start again.`
        );
      await new Promise((go) => setTimeout(go, 200));
    }
  };
  await renew();
  const end = () => put(connection, 'UPDATE migration_lease SET until_at = NOW(3) WHERE holder = ?', [holder]);
  return { renew, end };
}

async function migrate(connection: Connection, migrations: readonly Migration[]): Promise<void> {
  await put(connection, DONE);
  if (await isUpToDate(connection, migrations)) return;
  const lease = await leased(connection);
  try {
    const before = await wholeOnesOfEarlier(connection);
    const [rows] = await connection.query<RowDataPacket[]>('SELECT tag, step FROM migration_step');
    const done = new Set(rows.map((r) => `${r.tag} ${r.step}`));
    for (const { tag, madeMs, statements } of migrations)
      for (const [step, statement] of statements.entries()) {
        if (done.has(`${tag} ${step}`)) continue;
        await lease.renew();
        if (madeMs > before) await carryOut(connection, statement);
        await put(connection, 'INSERT IGNORE INTO migration_step (tag, step) VALUES (?, ?)', [tag, step]);
      }
  } finally {
    await lease.end().catch(() => {});
  }
}

async function carryOut(connection: Connection, statement: string): Promise<void> {
  try {
    await put(connection, statement);
  } catch (e) {
    const errno = driverFault(e)?.errno;
    const sameForeignKey = errno === 1005 && (e as Error).message.includes('errno: 121');
    if (errno == null || !(ALREADY_SO.has(errno) || sameForeignKey)) throw e;
  }
}

/** When the last migration was made that an earlier Basket, which kept no steps, had carried out whole; 0 without one. */
async function wholeOnesOfEarlier(connection: Connection): Promise<number> {
  const [there] = await connection.query<RowDataPacket[]>(
    "SELECT 1 FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = '__drizzle_migrations'"
  );
  if (there.length === 0) return 0;
  const [[row]] = await connection.query<RowDataPacket[]>('SELECT MAX(created_at) AS last FROM `__drizzle_migrations`');
  return Number(row?.last ?? 0);
}

/** Whether a database has every step of these migrations: what a health check asks. */
export async function isUpToDate(
  connection: Pick<Connection, 'query'>,
  migrations: readonly Migration[]
): Promise<boolean> {
  const [[row]] = await connection.query<RowDataPacket[]>('SELECT COUNT(*) AS n FROM migration_step');
  return Number(row!.n) >= migrations.reduce((n, m) => n + m.statements.length, 0);
}
