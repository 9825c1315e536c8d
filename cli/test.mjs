import { randomBytes } from 'node:crypto';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDatabase, startDatabase } from './database.mjs';
import { build, checkNode, debianPackages, generateSources, npmPackages } from './needs.mjs';
import { places, prepare, root } from './places.mjs';
import { endUnderWay, freePort, run } from './processes.mjs';
import { launchApp, runScript, stopAll } from './serve.mjs';
import { say, Stop } from './say.mjs';

/** The time the tests live at: a Tuesday morning in May. */
export const TEST_NOW = '2027-05-18T09:40:00+01:00';

const bin = (/** @type {string} */ path) => join(root, 'node_modules', path);

/** Everything that proves Basket, in order; ends with "N passed, N failed" alone on a line. @param {string[]} only names of steps, all when empty */
export async function test(only) {
  checkNode();
  await debianPackages({ tests: true });
  await npmPackages();
  const p = places('.basket-test');
  rmSync(p.state, { recursive: true, force: true });
  prepare(p);
  let cleaning = false;
  const clean = async () => {
    if (cleaning) return;
    cleaning = true;
    endUnderWay();
    await stopAll(p);
    rmSync(p.state, { recursive: true, force: true });
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
    process.on(signal, () => void clean().then(() => process.exit(130)));
  const totals = { passed: 0, failed: 0 };
  try {
    await steps(p, only, totals);
  } finally {
    await clean();
  }
  say(`${totals.passed} passed, ${totals.failed} failed`);
  process.exit(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
}

/** @param {import('./places.mjs').Places} p @param {string[]} only @param {{ passed: number, failed: number }} totals */
async function steps(p, only, totals) {
  const wanted = (/** @type {string} */ name) => only.length === 0 || only.includes(name);
  /** @param {string} name @param {string} script @param {string[]} args @param {NodeJS.ProcessEnv} [env] */
  const step = async (name, script, args, env = {}) => {
    if (!wanted(name)) return;
    const begun = Date.now();
    const done = await run(process.execPath, [bin(script), ...args], {
      cwd: root,
      quiet: true,
      env: { ...process.env, ...env }
    });
    const counted = [...done.output.matchAll(/^(\d+) passed, (\d+) failed/gm)].pop();
    const passed = counted ? Number(counted[1]) : Number(done.code === 0);
    const failed = counted ? Number(counted[2]) || Number(done.code !== 0) : Number(done.code !== 0);
    totals.passed += passed;
    totals.failed += failed;
    if (failed) process.stdout.write(done.output.slice(-12000));
    say(
      `${failed ? 'FAILED' : 'ok'}  ${name}: ${passed} passed, ${failed} failed, ${((Date.now() - begun) / 1000).toFixed(1)} s`
    );
  };
  await generateSources();
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
  await ensureDatabase(p, 'basket_test', { fresh: true });
  await step('server', 'vitest/vitest.mjs', ['run', '--project', 'server'], {
    DATABASE_URL: database.url('basket_test'),
    BASKET_SECRET: secret,
    BASKET_TEST_STATE: '.basket-test'
  });
  if (wanted('e2e')) await endToEnd(p, database, secret, step);
}

/**
 * @param {import('./places.mjs').Places} p @param {Awaited<ReturnType<typeof startDatabase>>} database @param {string} secret
 * @param {(name: string, script: string, args: string[], env?: NodeJS.ProcessEnv) => Promise<void>} step
 */
async function endToEnd(p, database, secret, step) {
  const clock = join(p.state, 'clock');
  writeFileSync(clock, TEST_NOW);
  /** @param {string} name @param {number} wishedPort */
  const settings = async (name, wishedPort) => {
    await ensureDatabase(p, name, { fresh: true });
    const port = await freePort(wishedPort);
    return {
      port,
      env: {
        DATABASE_URL: database.url(name),
        BASKET_SECRET: secret,
        ORIGIN: `http://127.0.0.1:${port}`,
        BASKET_NOW: `@${clock}`
      }
    };
  };
  const own = await settings('basket_test', 4380);
  await launchApp(p, own.port, own.env);
  const demo = await settings('basket_demo', own.port + 1);
  const loaded = await runScript('cli/load-demo.ts', [], demo.env);
  if (loaded.code !== 0) throw new Stop(`The demo world could not be loaded:\n${loaded.output}`);
  const second = places('.basket-test/demo');
  prepare(second);
  await launchApp(second, demo.port, { ...demo.env, BASKET_DEMO: '1' });
  try {
    await step('e2e', '@playwright/test/cli.js', ['test'], {
      E2E_OWN: own.env.ORIGIN,
      E2E_DEMO: demo.env.ORIGIN,
      E2E_CLOCK: clock
    });
  } finally {
    await stopAll(second);
  }
}
