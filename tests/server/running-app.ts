import { randomBytes } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDatabase, startDatabase, stopDatabase } from '../../cli/database.mjs';
import { places, prepare } from '../../cli/places.mjs';
import { freePort, livePid, portFreed } from '../../cli/processes.mjs';
import { APP_MARK, launchApp, stopAll } from '../../cli/serve.mjs';
import { connect } from '../../src/lib/server/db/connect';
import { migrateDatabase } from '../../src/lib/server/db/migrate';
import { signInAt } from './phones';

/** A built app with a MariaDB of its own, to be treated badly. */
export async function runningApp(name: string) {
  const p = places(join(process.env.BASKET_TEST_STATE ?? '.basket-test', name));
  prepare(p);
  let database = await startDatabase(p, 25180);
  await ensureDatabase(p, 'basket_test', { fresh: true });
  const clock = join(p.state, 'clock');
  const setClock = (iso: string) => writeFileSync(clock, iso);
  setClock('2027-05-18T09:40:00+01:00');
  const port = await freePort(4580);
  const origin = `http://127.0.0.1:${port}`;
  const secret = randomBytes(32).toString('hex');
  const url = () => database.url('basket_test');
  const launch = () =>
    launchApp(p, port, { DATABASE_URL: url(), BASKET_SECRET: secret, ORIGIN: origin, BASKET_NOW: `@${clock}` });
  await migrateDatabase(url());
  await launch();
  return {
    p,
    origin,
    setClock,
    connect: () => connect(url()),
    launch,
    killApp: () => process.kill(livePid(p.appPid, APP_MARK)!, 'SIGKILL'),
    killDatabase: () => process.kill(livePid(p.dbPid, p.data)!, 'SIGKILL'),
    /** Starts the database again on the same port. */
    restartDatabase: async () => {
      const before = new URL(url()).port;
      await portFreed(Number(before), 10_000);
      database = await startDatabase(p, Number(before));
      if (new URL(url()).port !== before) throw new Error('the port was taken meanwhile');
    },
    stopDatabase: () => stopDatabase(p),
    stop: () => stopAll(p),
    /** Signs in as a browser does; gives the cookie. */
    signIn: (email: string, password: string) => signInAt(origin, email, password)
  };
}
