import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { userInfo } from 'node:os';
import { dirname, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { asAdmin, ensureDatabase } from './database.mjs';
import { DumpCheck, firstTables, knownTables } from './dump-check.mjs';
import { livePid, run } from './processes.mjs';
import { APP_MARK, withDatabase } from './serve.mjs';
import { say, Stop } from './say.mjs';

/** @typedef {import('./places.mjs').Places} Places */

const HEADER = '-- basket backup';
const END = '-- end of basket backup';
/** Version 2 names its tables in its second line; version 1 did not. */
const TABLES = '-- tables: ';

/** @param {Places} p @param {string} database */
const tablesOf = async (p, database) =>
  (await asAdmin(p, `SELECT table_name FROM information_schema.tables WHERE table_schema='${database}' ORDER BY 1`))
    .split('\n')
    .filter(Boolean);

/**
 * Writes everything Basket holds to one gzipped file, piece by piece: how much there is does not matter. A half-written file
 * never takes the name, and none is left behind.
 * @param {Places} p @param {string} file @param {string} database
 */
export async function backup(p, file, database) {
  if (!existsSync(p.ready))
    throw new Stop('There is nothing to back up yet: Basket has not been started from this folder.');
  if (existsSync(file)) throw new Stop(`${file} exists. Choose another name; a backup never overwrites one.`);
  const folder = dirname(resolve(file));
  if (!existsSync(folder)) throw new Stop(`The folder ${folder} is not there. Make it first, or choose another.`);
  const part = `${file}.part`;
  try {
    await withDatabase(p, async () => {
      const tables = await tablesOf(p, database);
      if (tables.length === 0)
        throw new Stop(
          'There is nothing of your own to back up yet: ./basket start makes it. The demo is not backed up.'
        );
      await pipeline(() => dumped(p, database, tables), createGzip(), createWriteStream(part, { mode: 0o600 }));
    });
    renameSync(part, file);
  } catch (e) {
    rmSync(part, { force: true });
    if (e instanceof Stop) throw e;
    const { code, message } = /** @type {NodeJS.ErrnoException} */ (e);
    throw new Stop(
      code === 'ENOSPC'
        ? `The disk is full: no backup was written to ${folder}. Make room, or choose another.`
        : `The backup could not be written to ${file}: ${message}`
    );
  }
  say(`Backed up to ${file}, ${(statSync(file).size / 1e6).toFixed(2)} MB.`);
}

/** The text of a backup as it comes from the database. @param {Places} p @param {string} database @param {readonly string[]} tables */
async function* dumped(p, database, tables) {
  yield Buffer.from(`${HEADER} 2\n${TABLES}${tables.join(' ')}\n`);
  const child = spawn(
    'mariadb-dump',
    [
      '--no-defaults',
      `-u${userInfo().username}`,
      `--socket=${p.socket}`,
      '--single-transaction',
      '--quick',
      '--hex-blob',
      '--skip-dump-date',
      '--skip-triggers',
      database
    ],
    { stdio: ['ignore', 'pipe', 'pipe'] }
  );
  let told = '';
  child.stderr.on('data', (d) => (told = (told + d).slice(-600)));
  const ended = new Promise((resolve) => child.on('close', resolve));
  try {
    for await (const chunk of child.stdout) yield chunk;
  } finally {
    child.kill('SIGTERM');
  }
  if ((await ended) !== 0) throw new Stop(`The backup failed, no file was left: ${told.trim()}`);
  yield Buffer.from(`${END}\n`);
}

/**
 * Puts a backup in the place of what is there. The file is read whole first: what is no dump of Basket's own tables, all of
 * them, is refused before anything is touched. Then it is loaded beside the data and changed over in one step.
 * @param {Places} p @param {string} file @param {string} database
 */
export async function restore(p, file, database) {
  if (!existsSync(file)) throw new Stop(`${file} was not found.`);
  if (livePid(p.appPid, APP_MARK) !== null) throw new Stop('Basket is running. Stop it first: ./basket stop');
  const wanted = await checkWhole(file);
  await withDatabase(p, async () => {
    const [incoming, previous] = [`${database}_incoming`, `${database}_previous`];
    await ensureDatabase(p, database);
    await ensureDatabase(p, incoming, { fresh: true });
    const load = await run(
      'mariadb',
      ['--no-defaults', '--sandbox', `-u${userInfo().username}`, `--socket=${p.socket}`, incoming],
      {
        quiet: true,
        stdin: createReadStream(file).pipe(createGunzip())
      }
    );
    const loaded = load.code === 0 ? await tablesOf(p, incoming) : [];
    const missing = wanted.filter((t) => !loaded.includes(t));
    if (load.code !== 0 || missing.length) {
      await asAdmin(p, `DROP DATABASE \`${incoming}\``);
      throw new Stop(
        `The backup could not be read, nothing was changed: ${load.code ? load.output.trim().slice(-400) : `${missing.join(', ')} did not come with it`}`
      );
    }
    await ensureDatabase(p, previous, { fresh: true });
    const moves = [
      ...(await tablesOf(p, database)).map((t) => `\`${database}\`.\`${t}\` TO \`${previous}\`.\`${t}\``),
      ...loaded.map((t) => `\`${incoming}\`.\`${t}\` TO \`${database}\`.\`${t}\``)
    ];
    await asAdmin(
      p,
      `SET FOREIGN_KEY_CHECKS=0; RENAME TABLE ${moves.join(', ')}; DROP DATABASE \`${incoming}\`; DROP DATABASE \`${previous}\``
    );
  });
  say(`Restored from ${file}.`);
}

/** Reads a file to its end and gives the tables it must bring. @param {string} file @returns {Promise<string[]>} */
async function checkWhole(file) {
  const none = `${file} is not a backup of Basket. Nothing was changed.`;
  const check = new DumpCheck(knownTables());
  let [head, end] = ['', ''];
  /** What is wrong with its text. A pipeline that is broken off says only that it was. @type {unknown} */
  let wrong;
  const read = async (/** @type {AsyncIterable<Buffer>} */ source) => {
    try {
      for await (const chunk of source) {
        if (head.length < 4000) {
          head += chunk.toString('latin1').slice(0, 4000);
          if (!HEADER.startsWith(head.slice(0, HEADER.length)) && !head.startsWith(HEADER)) throw new Stop(none);
        }
        end = (end + chunk.toString('latin1')).slice(-100);
        check.feed(chunk);
      }
    } catch (e) {
      wrong = e;
      throw e;
    }
  };
  try {
    await pipeline(createReadStream(file), createGunzip(), read);
  } catch {
    if (wrong instanceof Stop) throw wrong;
    throw new Stop(`${file} is damaged or not a backup of Basket. Nothing was changed.`);
  }
  if (!head.startsWith(HEADER)) throw new Stop(none);
  if (!end.includes(END)) throw new Stop(`${file} is cut short. Nothing was changed.`);
  check.end();
  const told = /^-- tables: ([\w ]+)$/m.exec(head.split('\n').slice(0, 2).join('\n'))?.[1]?.split(' ');
  const wanted = told ?? firstTables();
  const missing = wanted.filter((t) => !check.made.has(t));
  if (missing.length)
    throw new Stop(
      `${file} lacks ${missing.length === 1 ? 'the table' : 'the tables'} ${missing.join(', ')}. Nothing was changed.`
    );
  return [...check.made];
}
