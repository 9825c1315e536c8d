import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';

/** @typedef {import('node:child_process').ChildProcess} ChildProcess */

/** Commands under way, so that Ctrl-C can end them. @type {Set<ChildProcess>} */
const underWay = new Set();

/**
 * Runs a command to its end. Quiet ones give back what they print.
 * @param {string} command @param {string[]} args
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, quiet?: boolean, stdin?: NodeJS.ReadableStream, stdout?: NodeJS.WritableStream }} [how]
 * @returns {Promise<{ code: number, output: string }>}
 */
export function run(command, args, how = {}) {
  return new Promise((resolve) => {
    const piped = how.quiet || how.stdout;
    const child = spawn(command, args, {
      cwd: how.cwd,
      env: how.env ?? process.env,
      detached: true,
      stdio: [how.stdin ? 'pipe' : 'ignore', piped ? 'pipe' : 'inherit', how.quiet ? 'pipe' : 'inherit']
    });
    underWay.add(child);
    let output = '';
    if (how.stdin && child.stdin) {
      child.stdin.on('error', () => {});
      how.stdin.pipe(child.stdin);
    }
    if (how.stdout) child.stdout?.pipe(how.stdout);
    else child.stdout?.on('data', (d) => (output += d));
    child.stderr?.on('data', (d) => (output += d));
    child.on('error', (e) => {
      underWay.delete(child);
      resolve({ code: 127, output: e.message });
    });
    child.on('close', (code, signal) => {
      underWay.delete(child);
      resolve({ code: code ?? (signal ? 130 : 1), output });
    });
  });
}

/** Ends every command under way, with its children. */
export function endUnderWay() {
  for (const child of underWay) if (child.pid) signalGroup(child.pid, 'SIGTERM');
}

/** @param {number} pid @param {NodeJS.Signals} signal */
function signalGroup(pid, signal) {
  try {
    process.kill(-pid, signal);
  } catch {
    try {
      process.kill(pid, signal);
    } catch {
      // It has ended by itself.
    }
  }
}

/**
 * The process a pid file names, if it is still the one: the command line must hold the mark, and it must not be a zombie.
 * @param {string} file @param {string} mark @returns {number | null}
 */
export function livePid(file, mark) {
  if (!existsSync(file)) return null;
  const pid = Number(readFileSync(file, 'utf8').trim());
  if (!Number.isInteger(pid) || pid <= 0) return null;
  try {
    const commandLine = readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
    const state = /^State:\s+(\S)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
    return commandLine.includes(mark) && state !== 'Z' ? pid : null;
  } catch {
    return null;
  }
}

/** @param {string} file @param {number} pid */
export const writePid = (file, pid) => writeFileSync(file, `${pid}\n`);

/**
 * Asks a process to end and waits; after the patience it is made to.
 * @param {string} file pid file @param {string} mark @param {number} patienceMs
 */
export async function endProcess(file, mark, patienceMs) {
  const pid = livePid(file, mark);
  if (pid !== null) {
    signalGroup(pid, 'SIGTERM');
    const until = Date.now() + patienceMs;
    while (livePid(file, mark) !== null && Date.now() < until) await sleep(50);
    if (livePid(file, mark) !== null) signalGroup(pid, 'SIGKILL');
    while (livePid(file, mark) !== null) await sleep(20);
  }
  rmSync(file, { force: true });
  return pid !== null;
}

/** @param {number} ms */
export const sleep = (ms) => new Promise((r) => setTimeout(r, ms));

/** True when something listens on a loopback port. @param {number} port @returns {Promise<boolean>} */
export function portTaken(port) {
  return new Promise((resolve) => {
    const s = createConnection({ host: '127.0.0.1', port });
    s.once('connect', () => {
      s.destroy();
      resolve(true);
    });
    s.once('error', () => resolve(false));
  });
}

/** Waits until a port is free again, as after its program was killed; false when it does not become so. @param {number} port @param {number} patienceMs */
export async function portFreed(port, patienceMs) {
  const until = Date.now() + patienceMs;
  while (await portTaken(port)) {
    if (Date.now() > until) return false;
    await sleep(50);
  }
  return true;
}

/** The first free loopback port from one on. @param {number} from */
export async function freePort(from) {
  for (let port = from; port < from + 200; port++) if (!(await portTaken(port))) return port;
  throw new Error(`no free port from ${from} on`);
}
