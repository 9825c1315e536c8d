import { sql } from 'drizzle-orm';
import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import mysql from 'mysql2/promise';
import * as schema from './schema';

export type Db = MySql2Database<typeof schema>;
/** A connection inside a transaction: has all a repository needs. */
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/** Opens a pool on a MariaDB; times go in and out as UTC. */
export function connect(url: string) {
  const pool = mysql.createPool({
    uri: url,
    timezone: 'Z',
    charset: 'utf8mb4',
    connectionLimit: 10,
    supportBigNumbers: true
  });
  return {
    pool,
    db: drizzle(pool, { schema, mode: 'default' }) as unknown as Db
  };
}

/**
 * Brings the database up to date, one starter at a time: DDL is not transactional, so a named lock on one connection
 * keeps a second process waiting.
 */
export async function migrateDatabase(url: string, folder = 'drizzle'): Promise<void> {
  const connection = await mysql.createConnection({
    uri: url,
    timezone: 'Z',
    multipleStatements: false
  });
  try {
    const db = drizzle(connection);
    await db.execute(sql`SELECT GET_LOCK('basket-migrate', 60)`);
    await migrate(db, { migrationsFolder: folder });
    await db.execute(sql`SELECT RELEASE_LOCK('basket-migrate')`);
  } finally {
    await connection.end();
  }
}
