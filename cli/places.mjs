import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Stop } from './say.mjs';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/**
 * Where one running Basket keeps what it needs: its data, its secrets, its process ids.
 * @param {string} name folder inside the checkout
 */
export function places(name) {
  const state = join(root, name);
  const short = createHash('sha256').update(state).digest('hex').slice(0, 10);
  const run = join(tmpdir(), `basket-${userInfo().uid}-${short}`);
  return {
    state,
    data: join(state, 'db'),
    ready: join(state, 'db-ready'),
    dbPid: join(state, 'db.pid'),
    dbLog: join(state, 'db.log'),
    dbPassword: join(state, 'db-password'),
    secret: join(state, 'secret'),
    appPid: join(state, 'app.pid'),
    appLog: join(state, 'app.log'),
    ownPid: join(state, 'basket.pid'),
    buildStamp: join(state, 'build-stamp'),
    /** Sockets have short names only, so they live in the temporary folder. */
    run,
    socket: join(run, 'db.sock')
  };
}

/** @typedef {ReturnType<typeof places>} Places */

const LEAST_FREE_MB = 400;

/** Makes the state folder, or says why it can not be. @param {Places} p */
export function prepare(p) {
  try {
    mkdirSync(p.state, { recursive: true, mode: 0o700 });
    mkdirSync(p.run, { recursive: true, mode: 0o700 });
  } catch (e) {
    throw new Stop(
      `The folder ${p.state} can't be made: ${/** @type {Error} */ (e).message}. Check who owns the checkout.`
    );
  }
  const { bavail, bsize } = statfsSync(p.state);
  const freeMb = Math.floor((bavail * bsize) / 1e6);
  if (freeMb < LEAST_FREE_MB)
    throw new Stop(
      `Only ${freeMb} MB are free on the disk; Basket needs ${LEAST_FREE_MB} MB. Make room and start again.`
    );
}

/** A secret kept in a file only its owner reads; made at first use. @param {string} file @param {() => string} make */
export function keptSecret(file, make) {
  if (!existsSync(file) || readFileSync(file, 'utf8').trim() === '') writeFileSync(file, make(), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}
