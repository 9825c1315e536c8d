import { createReadStream, createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { userInfo } from 'node:os';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { PassThrough } from 'node:stream';
import { asAdmin, ensureDatabase } from './database.mjs';
import { livePid, run } from './processes.mjs';
import { APP_MARK, withDatabase } from './serve.mjs';
import { say, Stop } from './say.mjs';

/** @typedef {import('./places.mjs').Places} Places */

const HEADER = '-- basket backup 1';

/** Writes everything Basket holds to one gzipped file; a half-written file never takes the name. @param {Places} p @param {string} file @param {string} database */
export async function backup(p, file, database) {
  if (!existsSync(p.ready))
    throw new Stop('There is nothing to back up yet: Basket has not been started from this folder.');
  if (existsSync(file)) throw new Stop(`${file} exists. Choose another name; a backup never overwrites one.`);
  const part = `${file}.part`;
  await withDatabase(p, async () => {
    const there = await asAdmin(p, `SELECT 1 FROM information_schema.schemata WHERE schema_name='${database}'`);
    if (!there)
      throw new Stop(
        'There is nothing of your own to back up yet: ./basket start makes it. The demo is not backed up.'
      );
    const gzip = createGzip();
    const written = pipeline(gzip, createWriteStream(part, { mode: 0o600 }));
    gzip.write(`${HEADER}\n`);
    const through = new PassThrough();
    through.on('data', (d) => gzip.write(d));
    const dump = await run(
      'mariadb-dump',
      [
        '--no-defaults',
        `-u${userInfo().username}`,
        `--socket=${p.socket}`,
        '--single-transaction',
        '--hex-blob',
        '--skip-dump-date',
        database
      ],
      { stdout: through }
    );
    gzip.end('-- end of basket backup\n');
    await written;
    if (dump.code !== 0) {
      rmSync(part, { force: true });
      throw new Stop('The backup failed; no file was left.');
    }
  });
  renameSync(part, file);
  say(`Backed up to ${file}, ${(statSync(file).size / 1e6).toFixed(2)} MB.`);
}

/**
 * Puts a backup in the place of what is there: loaded beside it first, changed over in one step at the end. A broken file
 * changes nothing.
 * @param {Places} p @param {string} file @param {string} database
 */
export async function restore(p, file, database) {
  if (!existsSync(file)) throw new Stop(`${file} was not found.`);
  if (livePid(p.appPid, APP_MARK) !== null) throw new Stop('Basket is running. Stop it first: ./basket stop');
  await checkWhole(file);
  await withDatabase(p, async () => {
    const [incoming, previous] = [`${database}_incoming`, `${database}_previous`];
    await ensureDatabase(p, database);
    await ensureDatabase(p, incoming, { fresh: true });
    const load = await run('mariadb', ['--no-defaults', `-u${userInfo().username}`, `--socket=${p.socket}`, incoming], {
      quiet: true,
      stdin: createReadStream(file).pipe(createGunzip())
    });
    if (load.code !== 0) {
      await asAdmin(p, `DROP DATABASE \`${incoming}\``);
      throw new Stop(`The backup could not be read, nothing was changed: ${load.output.trim().slice(-400)}`);
    }
    await ensureDatabase(p, previous, { fresh: true });
    const tables = async (/** @type {string} */ d) =>
      (await asAdmin(p, `SELECT table_name FROM information_schema.tables WHERE table_schema='${d}'`))
        .split('\n')
        .filter(Boolean);
    const moves = [
      ...(await tables(database)).map((t) => `\`${database}\`.\`${t}\` TO \`${previous}\`.\`${t}\``),
      ...(await tables(incoming)).map((t) => `\`${incoming}\`.\`${t}\` TO \`${database}\`.\`${t}\``)
    ];
    await asAdmin(
      p,
      `SET FOREIGN_KEY_CHECKS=0; RENAME TABLE ${moves.join(', ')}; DROP DATABASE \`${incoming}\`; DROP DATABASE \`${previous}\``
    );
  });
  say(`Restored from ${file}.`);
}

/** @param {string} file */
async function checkWhole(file) {
  let [head, end] = ['', ''];
  try {
    await pipeline(createReadStream(file), createGunzip(), async (source) => {
      for await (const chunk of source) {
        if (head.length < 100) head += chunk.toString('utf8').slice(0, 100);
        end = (end + chunk.toString('utf8')).slice(-100);
      }
    });
  } catch {
    throw new Stop(`${file} is damaged or not a backup of Basket. Nothing was changed.`);
  }
  if (!head.startsWith(HEADER)) throw new Stop(`${file} is not a backup of Basket. Nothing was changed.`);
  if (!end.includes('-- end of basket backup')) throw new Stop(`${file} is cut short. Nothing was changed.`);
}
