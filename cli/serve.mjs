import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, openSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { databaseRuns, ensureDatabase, runningDatabase, startDatabase, stopDatabase, tail } from './database.mjs';
import { demoAheadMs } from './demo-clock.mjs';
import { build, checkNode, debianPackages, npmPackages } from './needs.mjs';
import { keptSecret, prepare, root } from './places.mjs';
import { endProcess, endUnderWay, livePid, portFreed, portTaken, run, sleep, writePid } from './processes.mjs';
import { say, Stop } from './say.mjs';

/** Where the demo's crew works. */
const DEMO_ZONE = JSON.parse(readFileSync(join(root, 'demo/crew.json'), 'utf8')).home.timeZone;

/** @typedef {import('./places.mjs').Places} Places */

export const APP_MARK = join(root, 'build');
const OWN_MARK = 'cli/basket.mjs';
const APP_PATIENCE_MS = 8000;
/** Room for what a page leaves behind, in MB: with more of it the heap is swept far less often, a tenth off every page. */
const YOUNG_HEAP = '--max-semi-space-size=64';

/** Sources of Basket run by tsx. @param {string} script @param {string[]} args @param {NodeJS.ProcessEnv} env @param {boolean} [quiet] */
export const runScript = (script, args, env, quiet = true) =>
  run(process.execPath, [join(root, 'node_modules/tsx/dist/cli.mjs'), join(root, script), ...args], {
    cwd: root,
    env: { ...process.env, ...env },
    quiet
  });

/** Stops app and database of a place; gives whether anything ran. @param {Places} p */
export async function stopAll(p) {
  const app = await endProcess(p.appPid, APP_MARK, APP_PATIENCE_MS);
  const db = await stopDatabase(p);
  rmSync(p.run, { recursive: true, force: true });
  return app || db;
}

/**
 * Launches the app on a loopback port and waits until it answers.
 * @param {Places} p @param {number} port @param {NodeJS.ProcessEnv} env
 */
export async function launchApp(p, port, env) {
  const log = openSync(p.appLog, 'a', 0o600);
  const child = spawn(process.execPath, [YOUNG_HEAP, join(APP_MARK, 'index.js')], {
    cwd: root,
    detached: true,
    stdio: ['ignore', log, log],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HOST: '127.0.0.1',
      PORT: String(port),
      BODY_SIZE_LIMIT: '32M',
      SHUTDOWN_TIMEOUT: '3',
      ...env
    }
  });
  let ended = false;
  child.on('exit', () => (ended = true));
  child.unref();
  if (child.pid) writePid(p.appPid, child.pid);
  for (let i = 0; i < 600 && !ended; i++) {
    try {
      const r = await fetch(`http://127.0.0.1:${port}/sign-in`, {
        redirect: 'manual'
      });
      if (r.status < 500) return child;
    } catch {
      // Not listening yet.
    }
    await sleep(50);
  }
  throw new Stop(`The app did not start. The end of ${p.appLog}:\n${tail(p.appLog)}`);
}

/**
 * Starts everything and serves until Ctrl-C or `./basket stop`.
 * @param {Places} p @param {{ demo: boolean, port: number }} how
 */
export async function serve(p, how) {
  checkNode();
  prepare(p);
  const other = livePid(p.ownPid, OWN_MARK);
  if (other !== null && other !== process.pid)
    throw new Stop('Basket is running already from this folder. Stop it with ./basket stop.');
  writePid(p.ownPid, process.pid);
  /** @type {(code: number) => void} */
  let finish = () => {};
  const ended = new Promise((resolve) => (finish = resolve));
  // App and database live in process groups of their own, so that only Basket ends them; this keeps Basket itself here.
  const staying = setInterval(() => {}, 60_000);
  let stopping = false;
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return;
    stopping = true;
    endUnderWay();
    await stopAll(p);
    rmSync(p.ownPid, { force: true });
    finish(code);
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
    process.on(signal, () => {
      say(stopping ? 'Still stopping …' : '\nStopping.');
      void stop(0);
    });
  try {
    await up(p, how, stop, () => stopping);
  } catch (e) {
    if (!stopping) {
      await stop(1);
      throw e;
    }
  }
  const code = /** @type {number} */ (await ended);
  clearInterval(staying);
  process.exit(code);
}

/** @param {Places} p @param {{ demo: boolean, port: number }} how @param {(code: number) => Promise<void>} stop @param {() => boolean} stopping */
async function up(p, how, stop, stopping) {
  if (!existsSync(p.appPid) && (await portTaken(how.port)))
    throw new Stop(
      `Port ${how.port} is taken by another program. Choose another: ./basket ${how.demo ? 'demo' : 'start'} --port ${how.port + 1}`
    );
  await debianPackages();
  await npmPackages();
  await build(p.buildStamp);
  await endProcess(p.appPid, APP_MARK, APP_PATIENCE_MS);
  if (await portTaken(how.port))
    throw new Stop(`Port ${how.port} is taken by another program. Choose another with --port ${how.port + 1}.`);
  const database = await startDatabase(p, how.port + 10000);
  const name = how.demo ? 'basket_demo' : 'basket';
  await ensureDatabase(p, name, { fresh: how.demo });
  const env = {
    DATABASE_URL: database.url(name),
    BASKET_SECRET: keptSecret(p.secret, () => randomBytes(32).toString('hex')),
    ORIGIN: `http://127.0.0.1:${how.port}`,
    BASKET_DEMO: how.demo ? '1' : '',
    ...(how.demo && !process.env.BASKET_NOW && { BASKET_CLOCK_AHEAD_MS: String(demoAheadMs(Date.now(), DEMO_ZONE)) })
  };
  let signIns = '';
  if (how.demo) {
    const loaded = await runScript('cli/load-demo.ts', [], env);
    if (loaded.code !== 0) throw new Stop(`The demo world could not be loaded:\n${loaded.output.slice(-2000)}`);
    signIns = loaded.output.trim();
  }
  if (stopping()) return;
  const app = await launchApp(p, how.port, env);
  watchDatabase(p, database.port, stop, stopping);
  app.on('exit', (code) => {
    if (stopping()) return;
    process.stderr.write(`The app ended by itself (${code ?? 'killed'}). The end of ${p.appLog}:\n${tail(p.appLog)}\n`);
    void stop(1);
  });
  say(`\nBasket is at http://127.0.0.1:${how.port}`);
  say(signIns || 'The first visit makes the first account.');
  say('Ctrl-C stops it, or ./basket stop from another terminal.');
}

/** Starts of the database that may follow each other within a while before Basket gives up. */
const MOST_RESTARTS = 4;
const WITHIN_MS = 5 * 60_000;
const LOOK_MS = 1000;
const PORT_PATIENCE_MS = 10_000;

/**
 * Starts the database again when it has died: what was acknowledged is there, and the app finds it again by itself. One that
 * dies again and again ends Basket, with words.
 * @param {Places} p @param {number} port @param {(code: number) => Promise<void>} stop @param {() => boolean} stopping
 */
function watchDatabase(p, port, stop, stopping) {
  /** @type {number[]} */
  let restarts = [];
  let busy = false;
  const timer = setInterval(async () => {
    if (stopping()) return clearInterval(timer);
    if (busy || databaseRuns(p)) return;
    busy = true;
    restarts = [...restarts.filter((t) => t > Date.now() - WITHIN_MS), Date.now()];
    try {
      if (restarts.length > MOST_RESTARTS) throw new Stop(`it has died ${restarts.length} times within minutes`);
      say('The database has died. Starting it again.');
      await portFreed(port, PORT_PATIENCE_MS);
      const again = await startDatabase(p, port);
      if (again.port !== port) throw new Stop(`its port ${port} is taken by another program`);
      say('The database runs again; nothing that was acknowledged is lost.');
    } catch (e) {
      if (stopping()) return;
      process.stderr.write(
        `The database can't be started again: ${/** @type {Error} */ (e).message}\nThe end of ${p.dbLog}:\n${tail(p.dbLog)}\n`
      );
      clearInterval(timer);
      await stop(1);
    } finally {
      busy = false;
    }
  }, LOOK_MS);
}

/** Derives anew what follows from the logs of your own data. @param {Places} p */
export async function rebuild(p) {
  checkNode();
  await npmPackages();
  await withDatabase(p, async (database) => {
    const done = await runScript('cli/rebuild.ts', [], { DATABASE_URL: database.url('basket') });
    if (done.code !== 0) throw new Stop(`It could not be derived:\n${done.output.slice(-2000)}`);
    say(done.output.trim());
  });
}

/** Stops a Basket that runs from this folder. @param {Places} p */
export async function stopCommand(p) {
  const other = livePid(p.ownPid, OWN_MARK);
  if (other !== null && other !== process.pid) {
    process.kill(other, 'SIGTERM');
    while (livePid(p.ownPid, OWN_MARK) === other) await sleep(50);
    say('Stopped.');
    return;
  }
  rmSync(p.ownPid, { force: true });
  say((await stopAll(p)) ? 'Stopped what an earlier start had left.' : 'Nothing was running.');
}

/**
 * Runs something against the database of `./basket start`, starting it for the while when it is not running.
 * @template T @param {Places} p @param {(database: { url: (name: string) => string }) => Promise<T>} work
 */
export async function withDatabase(p, work) {
  if (databaseRuns(p)) return work(await runningDatabase(p));
  prepare(p);
  await debianPackages();
  const database = await startDatabase(p, 14180);
  try {
    return await work(database);
  } finally {
    await stopAll(p);
  }
}
