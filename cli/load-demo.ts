/** Brings the database up to date and loads the demo world; prints how to sign in. */
import { readdirSync, readFileSync } from 'node:fs';
import { now } from '../src/lib/server/clock';
import { connect, migrateDatabase } from '../src/lib/server/db/connect';
import { loadDemo, type DemoWorld } from '../src/lib/server/demo/load';

const read = (file: string) => JSON.parse(readFileSync(`demo/${file}`, 'utf8'));
const world: DemoWorld = {
  crew: read('crew.json'),
  cards: read('cards.json'),
  jobs: readdirSync('demo/jobs')
    .sort()
    .map((file) => ({ file, ...read(`jobs/${file}`) }))
};
const url = process.env.DATABASE_URL!;
await migrateDatabase(url);
const { pool, db } = connect(url);
await loadDemo(db, world, now());
await pool.end();
const lines = world.crew.people.map((p) => `  ${p.email.padEnd(28)} ${p.role.padEnd(7)} ${p.name}`);
process.stdout.write(`Sign in with the password ${world.crew.password} as:\n${lines.join('\n')}\n`);
