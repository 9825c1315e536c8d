/** Brings the database up to date and loads the demo world; prints how to sign in. */
import { now } from '../src/lib/server/clock';
import { connect } from '../src/lib/server/db/connect';
import { migrateDatabase } from '../src/lib/server/db/migrate';
import { loadDemo } from '../src/lib/server/demo/load';
import { readDemoWorld } from './demo-world';

const world = readDemoWorld();
const url = process.env.DATABASE_URL!;
await migrateDatabase(url);
const { pool, db } = connect(url);
await loadDemo(db, world, now());
await pool.end();
const lines = world.crew.people.map((p) => `  ${p.email.padEnd(28)} ${p.role.padEnd(7)} ${p.name}`);
process.stdout.write(`Sign in with the password ${world.crew.password} as:\n${lines.join('\n')}\n`);
