import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { userInfo } from 'node:os';
import { join } from 'node:path';
import { root } from './places.mjs';
import { run } from './processes.mjs';
import { say, Stop } from './say.mjs';

/** What comes from Debian: the program looked for, the package that brings it, and why it is needed. */
const FOR_DATABASE = [
  {
    program: '/usr/sbin/mariadbd',
    package: 'mariadb-server-core',
    why: 'the database; Basket runs its own copy, no system service'
  },
  {
    program: '/usr/bin/mariadb-dump',
    package: 'mariadb-client',
    why: 'backup and restore'
  },
  {
    program: '/usr/bin/mariadb',
    package: 'mariadb-client',
    why: 'setting the database up'
  }
];
const FOR_TESTS = [
  {
    program: '/usr/bin/chromium',
    package: 'chromium',
    why: 'the browser the tests drive'
  }
];

const FOR_CLUSTER = [
  {
    program: '/usr/lib/galera/libgalera_smm.so',
    package: 'galera-4',
    why: 'the library that joins databases to a cluster, for ./basket test cluster'
  }
];

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major !== 20 || (minor ?? 0) < 19)
    throw new Stop(`Basket is built for Node.js 20.19 or later in the 20 line; this is ${process.versions.node}.`);
}

/** Installs missing Debian packages as root, or says what to install. @param {{ tests?: boolean, cluster?: boolean }} [which] */
export async function debianPackages(which = {}) {
  const missing = [...FOR_DATABASE, ...(which.tests ? FOR_TESTS : []), ...(which.cluster ? FOR_CLUSTER : [])].filter(
    (n) => !existsSync(n.program)
  );
  if (missing.length === 0) return;
  const names = [...new Set(missing.map((n) => n.package))];
  if (userInfo().uid !== 0)
    throw new Stop(
      `Missing: ${missing.map((n) => `${n.package} (${n.why})`).join(', ')}.\nInstall as root: apt-get install --no-install-recommends ${names.join(' ')}`
    );
  for (const n of names) say(`Installing ${n}: ${missing.find((m) => m.package === n)?.why}.`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const update = await run('apt-get', ['update', '-q'], { quiet: true, env });
  const install = await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...names], {
    quiet: true,
    env
  });
  if (install.code !== 0)
    throw new Stop(
      `apt-get could not install ${names.join(', ')}:\n${(update.code ? update.output : '') + install.output.slice(-1500)}`
    );
}

/** Installs the npm packages of the lock file when they are not here yet. */
export async function npmPackages() {
  const stamp = join(root, 'node_modules', '.basket-stamp');
  const wanted = hashOf([join(root, 'package-lock.json')]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing the npm packages of package-lock.json (about a minute).');
  const done = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root, quiet: true });
  if (done.code !== 0) throw new Stop(`npm ci failed:\n${done.output.slice(-2000)}`);
  writeFileSync(stamp, wanted);
}

/** Writes the generated sources: validators from the schemas. */
export async function generateSources() {
  const done = await run(
    process.execPath,
    [join(root, 'node_modules/tsx/dist/cli.mjs'), 'scripts/generate-validators.ts'],
    { cwd: root, quiet: true }
  );
  if (done.code !== 0) throw new Stop(`The validators could not be generated:\n${done.output.slice(-2000)}`);
}

/** Builds the app when its sources changed since the last build. @param {string} stampFile @param {{ force?: boolean }} [how] */
export async function build(stampFile, how = {}) {
  const wanted = hashOf(
    ['src', 'static', 'package-lock.json', 'vite.config.ts', 'svelte.config.js', 'scripts'].flatMap((f) =>
      filesUnder(join(root, f))
    )
  );
  if (
    !how.force &&
    existsSync(join(root, 'build/index.js')) &&
    existsSync(stampFile) &&
    readFileSync(stampFile, 'utf8') === wanted
  )
    return;
  say('Building (about a minute; only after a change).');
  await generateSources();
  const done = await run(process.execPath, [join(root, 'node_modules/vite/bin/vite.js'), 'build'], {
    cwd: root,
    quiet: true
  });
  if (done.code !== 0) throw new Stop(`The build failed:\n${done.output.slice(-3000)}`);
  mkdirSync(join(stampFile, '..'), { recursive: true });
  writeFileSync(stampFile, wanted);
}

/** @param {string} path @returns {string[]} */
function filesUnder(path) {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  return readdirSync(path)
    .sort()
    .filter((n) => !n.includes('.gen.') && n !== 'gen')
    .flatMap((n) => filesUnder(join(path, n)));
}

/** @param {string[]} files */
function hashOf(files) {
  const h = createHash('sha256');
  for (const f of files) h.update(f.slice(root.length)).update('\0').update(readFileSync(f)).update('\0');
  return h.digest('hex');
}
