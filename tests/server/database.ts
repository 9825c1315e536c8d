import { v7 as uuidv7 } from 'uuid';
import { asAdmin, ensureDatabase } from '../../cli/database.mjs';
import { places } from '../../cli/places.mjs';
import { EVENT_VERSION, eventRow, type EventSaid, type EventType, type NewEvent } from '../../src/core/log';
import { FIRST_PART } from '../../src/core/keyed';
import { createCrew, type NewPerson } from '../../src/lib/server/accounts/people';
import { connect } from '../../src/lib/server/db/connect';
import { migrateDatabase } from '../../src/lib/server/db/migrate';
import type { Desk } from '../../src/lib/server/weather/desk';
import { NOW } from '../fixtures';

/** A connection to the test database, brought up to date. `./basket test` starts it and says where it is. */
export async function testDatabase() {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: run ./basket test server');
  await migrateDatabase(url);
  return connect(url);
}

const HOME = { place: 'Saltmarsh Wick', latitudeDeg: 49.4, longitudeDeg: -7.6, timeZone: 'Europe/London' };
export const PASSWORD = 'salt-marsh-oil';

/** A crew of its own for a test, with a lead nobody else has. */
export async function freshCrew(db: Awaited<ReturnType<typeof testDatabase>>['db'], role: NewPerson['role'] = 'lead') {
  const email = `${uuidv7()}@wickandtarn.example`;
  const made = await createCrew(
    db,
    { name: 'Test crew', home: HOME, workingHours: { mon: { from: '07:30', to: '17:30' } } },
    { name: 'Ines', email, password: PASSWORD, role },
    NOW
  );
  return { ...made, email };
}

/** A weather desk in this process that answers as told. */
export const nearDesk = (ask: (query: string) => Promise<Response>): Desk => ({ near: true, ask });
/** One that can't be reached. */
export const deskDown: Desk = nearDesk(() => Promise.reject(new Error('no route')));

/** A new event as a phone makes it. */
export const phoneEvent = <T extends EventType>(type: T, data: EventSaid<T>, at = NOW): NewEvent =>
  ({
    id: uuidv7(),
    at,
    device: 'phone',
    v: EVENT_VERSION,
    type,
    data: eventRow(type).ofPart ? { part: FIRST_PART, ...data } : data
  }) as unknown as NewEvent;

/** A database of its own for one test, to be emptied and filled at will. The app's user may make databases of that name. */
export async function emptyDatabase(name: string) {
  const p = places(process.env.BASKET_TEST_STATE ?? '.basket-test');
  const database = `basket_test_${name}`;
  const empty = () => ensureDatabase(p, database, { fresh: true });
  await empty();
  const url = new URL(process.env.DATABASE_URL!);
  url.pathname = `/${database}`;
  return {
    url: url.toString(),
    empty: async () => {
      await asAdmin(p, tablesAway(database));
    },
    drop: async () => {
      await asAdmin(p, `DROP DATABASE \`${database}\``);
    }
  };
}

/** One statement that drops every table: connections to the database stay as they are. */
const tablesAway = (database: string) => `SET FOREIGN_KEY_CHECKS=0;
  SET @t = (SELECT GROUP_CONCAT('\`', table_name, '\`') FROM information_schema.tables WHERE table_schema='${database}');
  SET @s = IF(@t IS NULL, 'SELECT 1', CONCAT('DROP TABLE ', @t)); USE \`${database}\`; SET SESSION group_concat_max_len=100000;
  PREPARE s FROM @s; EXECUTE s;`;

/** Sets a setting of the test's database server, such as one that newer ones have on by default. */
export const setGlobal = (name: string, value: string) =>
  asAdmin(places(process.env.BASKET_TEST_STATE ?? '.basket-test'), `SET GLOBAL ${name} = ${value}`);
