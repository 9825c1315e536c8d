import { isUpToDate, readMigrations } from '../db/migrate';
import { pool } from '../db';

let draining = false;

/** From now on the health address says that this process is leaving, so that a balancer sends nobody new. */
export function beginDraining(): void {
  draining = true;
}

/** How this process stands, for balancers: no secrets, no names. */
export interface Health {
  ok: boolean;
  database: 'ready' | 'away' | 'not in the cluster';
  migrations: 'done' | 'missing' | 'not known';
  draining: boolean;
  version: string;
}

const PATIENCE_MS = 2000;
const migrations = readMigrations();

const within = <T>(work: Promise<T>): Promise<T> =>
  Promise.race([
    work,
    new Promise<never>((_, no) => setTimeout(() => no(new Error('no answer in time')), PATIENCE_MS).unref())
  ]);

/** Asks the database whether it answers, belongs to its cluster where there is one, and has every migration. */
export async function health(version: string): Promise<Health> {
  const base = { draining, version };
  try {
    const one = async (what: string) => ((await within(pool.query(what)))[0] as { Value: string }[])[0]?.Value;
    const clustered = (await one(`SHOW VARIABLES LIKE 'wsrep_on'`)) === 'ON';
    if (clustered && (await one(`SHOW STATUS LIKE 'wsrep_ready'`)) !== 'ON')
      return { ...base, ok: false, database: 'not in the cluster', migrations: 'not known' };
    const whole = await within(isUpToDate(pool, migrations));
    return { ...base, ok: whole && !draining, database: 'ready', migrations: whole ? 'done' : 'missing' };
  } catch {
    return { ...base, ok: false, database: 'away', migrations: 'not known' };
  }
}
