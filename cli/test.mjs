import { randomBytes } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { asAdmin, ensureDatabase, startDatabase } from './database.mjs';
import { build, checkNode, debianPackages, generateSources, npmPackages } from './needs.mjs';
import { places, prepare, root } from './places.mjs';
import { endUnderWay, freePort, run } from './processes.mjs';
import { launchApp, runScript, stopAll } from './serve.mjs';
import { say, Stop } from './say.mjs';

/** The time the walks live at: a Tuesday morning in May. */
const TEST_NOW = '2027-05-18T09:40:00+01:00';

const bin = (/** @type {string} */ path) => join(root, 'node_modules', path);

/** Everything that proves Basket, in order; ends with "N passed, N failed" alone on a line. @param {string[]} only names of steps, all when empty */
export async function test(only) {
  checkNode();
  const cluster = only.includes('cluster');
  await debianPackages({ tests: !cluster, cluster });
  await npmPackages();
  const p = places('.basket-test');
  rmSync(p.state, { recursive: true, force: true });
  prepare(p);
  /** What runs, in the order it is ended: apps before the database. */
  const running = [p];
  let cleaning = false;
  const clean = async () => {
    if (cleaning) return;
    cleaning = true;
    endUnderWay();
    for (const home of [...running, ...placesWithin(p)]) await stopAll(home);
    rmSync(p.state, { recursive: true, force: true });
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
    process.on(signal, () => void clean().then(() => process.exit(130)));
  const totals = { passed: 0, failed: 0 };
  try {
    await steps(p, running, only, totals);
  } catch (e) {
    if (cleaning) return;
    totals.failed++;
    say(`FAILED  ${e instanceof Stop ? e.message : /** @type {Error} */ (e).stack}`);
  } finally {
    await clean();
  }
  say(`${totals.passed} passed, ${totals.failed} failed`);
  process.exit(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
}

/** Places that tests made within a place, two deep: whatever still runs of them is ended too. @param {import('./places.mjs').Places} p @returns {import('./places.mjs').Places[]} */
function placesWithin(p) {
  if (!existsSync(p.state)) return [];
  const inside = (/** @type {string} */ folder) =>
    readdirSync(join(root, folder), { withFileTypes: true })
      .filter((e) => e.isDirectory() && e.name !== 'db')
      .map((e) => `${folder}/${e.name}`);
  const own = inside('.basket-test');
  return [...own, ...own.flatMap(inside)].map(places);
}

/**
 * One step of the proof. What can fail because a machine is busy with something else says how to begin `afresh`: the files that
 * failed are run once more by themselves, and both runs are told. `among` narrows it to some files.
 * @typedef {(name: string, script: string, args: string[], env?: NodeJS.ProcessEnv, afresh?: () => Promise<NodeJS.ProcessEnv>, among?: string[]) => Promise<void>} Step
 */

/** @param {import('./places.mjs').Places} p @param {import('./places.mjs').Places[]} running @param {string[]} only @param {{ passed: number, failed: number }} totals */
async function steps(p, running, only, totals) {
  const wanted = (/** @type {string} */ name) => only.length === 0 || only.includes(name);
  const failedFiles = join(p.state, 'failed-files');
  /** @param {string} script @param {string[]} args @param {NodeJS.ProcessEnv} env */
  const counted = async (script, args, env) => {
    rmSync(failedFiles, { force: true });
    const done = await run(process.execPath, [bin(script), ...args], {
      cwd: root,
      quiet: true,
      env: { ...process.env, ...env, BASKET_FAILED_FILES: failedFiles }
    });
    const said = [...done.output.matchAll(/^(\d+) passed, (\d+) failed/gm)].pop();
    const passed = said ? Number(said[1]) : Number(done.code === 0);
    const failed = said ? Number(said[2]) || Number(done.code !== 0) : Number(done.code !== 0);
    if (failed) process.stdout.write(done.output.slice(-20000));
    const files = existsSync(failedFiles) ? readFileSync(failedFiles, 'utf8').split('\n').filter(Boolean) : [];
    return { passed, failed, files };
  };
  /** @type {Step} */
  const step = async (name, script, args, env = {}, afresh, among = []) => {
    if (!wanted(name.replace(/,.*/, ''))) return;
    const begun = Date.now();
    let { passed, failed, files } = await counted(script, [...args, ...among], env);
    if (failed && afresh && files.length > 0) {
      say(`FAILED  ${name}: ${failed} the first time; once more by themselves, afresh: ${files.join(', ')}`);
      const second = await counted(script, [...args, ...files], { ...env, ...(await afresh()) });
      [passed, failed] = [passed + failed - second.failed, second.failed];
    }
    totals.passed += passed;
    totals.failed += failed;
    say(
      `${failed ? 'FAILED' : 'ok'}  ${name}: ${passed} passed, ${failed} failed, ${((Date.now() - begun) / 1000).toFixed(1)} s`
    );
  };
  await generateSources();
  if (only.includes('cluster')) {
    await build(join(root, '.basket', 'build-stamp'));
    const state = { BASKET_TEST_STATE: '.basket-test' };
    return step('cluster', 'vitest/vitest.mjs', ['run', '--project', 'cluster'], state, async () => ({}));
  }
  await step('format', 'prettier/bin/prettier.cjs', ['--check', '.', '--log-level', 'warn']);
  await step('lint', 'eslint/bin/eslint.js', ['.']);
  if (wanted('types'))
    await run(process.execPath, [bin('@sveltejs/kit/svelte-kit.js'), 'sync'], {
      cwd: root,
      quiet: true
    });
  await step('types', 'svelte-check/bin/svelte-check', [
    '--tsconfig',
    './tsconfig.json',
    '--fail-on-warnings',
    '--output',
    'human'
  ]);
  await step('unit', 'vitest/vitest.mjs', ['run', '--project', 'unit']);
  if (!['server', 'build', 'e2e'].some(wanted)) return;
  try {
    await build(join(root, '.basket', 'build-stamp'));
    totals.passed++;
    say('ok  build: 1 passed, 0 failed');
  } catch (e) {
    totals.failed++;
    say(`FAILED  build: ${e instanceof Stop ? e.message : e}`);
    return;
  }
  const database = await startDatabase(p, 24180);
  const secret = randomBytes(32).toString('hex');
  /** An empty database for the tests of the server. */
  const emptied = async () => {
    await ensureDatabase(p, 'basket_test', { fresh: true });
    return { DATABASE_URL: database.url('basket_test'), BASKET_SECRET: secret, BASKET_TEST_STATE: '.basket-test' };
  };
  const server = ['run', '--project', 'server'];
  if (wanted('server')) {
    await step('server', 'vitest/vitest.mjs', server, await emptied(), emptied);
    // Once more as newer servers have it: a row that changed since it was read breaks the transaction.
    await asAdmin(p, 'SET GLOBAL innodb_snapshot_isolation = ON');
    const again = [...server, '--exclude', '**/{migrate,transact,question}.test.ts'];
    await step('server, snapshot isolation', 'vitest/vitest.mjs', again, await emptied(), emptied, ['src/lib/server']);
    await asAdmin(p, 'SET GLOBAL innodb_snapshot_isolation = OFF');
  }
  if (wanted('e2e')) await endToEnd(p, running, database, secret, step);
}

/** Walks run two at a time, each in a world of its own: a Basket that is empty, one of the demo, a clock and a weather. */
const WORLDS = 2;

/**
 * @param {import('./places.mjs').Places} p @param {import('./places.mjs').Places[]} running @param {Awaited<ReturnType<typeof startDatabase>>} database @param {string} secret
 * @param {Step} step
 */
async function endToEnd(p, running, database, secret, step) {
  /** @param {number} world @param {'own' | 'demo'} name @param {NodeJS.ProcessEnv} env */
  const app = async (world, name, env) => {
    const home = places(`.basket-test/${name}-${world}`);
    prepare(home);
    running.unshift(home);
    const base = `basket_${name}_${world}`;
    await ensureDatabase(p, base, { fresh: true });
    const port = await freePort(4380 + running.length);
    const all = { ...env, DATABASE_URL: database.url(base), BASKET_SECRET: secret, ORIGIN: `http://127.0.0.1:${port}` };
    if (name === 'demo') {
      const loaded = await runScript('cli/load-demo.ts', [], all);
      if (loaded.code !== 0) throw new Stop(`The demo world could not be loaded:\n${loaded.output}`);
    }
    await launchApp(home, port, { ...all, BASKET_DEMO: name === 'demo' ? '1' : '' });
    return all.ORIGIN;
  };
  /** @param {number} i */
  const world = async (i) => {
    const [clock, weather] = [join(p.state, `clock-${i}`), join(p.state, `weather-${i}`)];
    writeFileSync(clock, TEST_NOW);
    writeFileSync(weather, '');
    const env = { BASKET_NOW: `@${clock}`, BASKET_WEATHER_SCENARIO: `@${weather}` };
    return { own: await app(i, 'own', env), demo: await app(i, 'demo', env), clock, weather, now: TEST_NOW };
  };
  const worlds = [];
  for (let i = 0; i < WORLDS; i++) worlds.push(await world(i));
  const walkIn = (/** @type {unknown[]} */ into) => ({ E2E_WORLDS: JSON.stringify(into) });
  await step('e2e', '@playwright/test/cli.js', ['test'], walkIn(worlds), async () => walkIn([await world(WORLDS)]));
}
