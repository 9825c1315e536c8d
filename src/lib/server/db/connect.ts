import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import mysql from 'mysql2/promise';
import * as schema from './schema';

/** The whole of it; only transact() and the accounts package write with it. */
export type Writable = MySql2Database<typeof schema>;
/** A database to read from. Writing goes through transact(), which begins again what the database had to break. */
export type Db = Pick<Writable, 'select' | 'selectDistinct'>;
/** A connection inside a transaction: has all a repository needs. */
export type Tx = Parameters<Parameters<Writable['transaction']>[0]>[0];

/** How long a statement waits for a lock before it is begun again, seconds. */
const LOCK_WAIT_S = 8;

/** Opens a pool on a MariaDB; times go in and out as UTC. */
export function connect(url: string) {
  const pool = mysql.createPool({
    uri: url,
    timezone: 'Z',
    charset: 'utf8mb4',
    connectionLimit: 10,
    connectTimeout: 5000,
    supportBigNumbers: true
  });
  pool.pool.on('connection', (c) => void c.query(`SET SESSION innodb_lock_wait_timeout = ${LOCK_WAIT_S}`, () => {}));
  return { pool, db: drizzle(pool, { schema, mode: 'default' }) as unknown as Db };
}
