import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keptSecret, places } from './places.mjs';
import { endProcess, freePort, livePid, portTaken, run, writePid } from './processes.mjs';

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'basket-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A process that stays until it is told to go, or that will not go. */
function sleeper(mark: string, stubborn = false) {
  const code = `${stubborn ? "process.on('SIGTERM',()=>{});" : ''}setInterval(()=>{},1000);/*${mark}*/`;
  const child = spawn(process.execPath, ['-e', code], { detached: true, stdio: 'ignore' });
  child.unref();
  const file = join(folder, `${mark}.pid`);
  writePid(file, child.pid!);
  return file;
}

describe('processes', () => {
  it('a pid file counts only while its own process lives', async () => {
    const file = sleeper('mark-a');
    await expect.poll(() => livePid(file, 'mark-a')).not.toBeNull();
    expect(livePid(file, 'another-mark')).toBeNull();
    expect(await endProcess(file, 'mark-a', 2000)).toBe(true);
    expect(livePid(file, 'mark-a')).toBeNull();
  });
  it('one that will not end is ended', async () => {
    const file = sleeper('mark-b', true);
    await expect.poll(() => livePid(file, 'mark-b')).not.toBeNull();
    await endProcess(file, 'mark-b', 300);
    expect(livePid(file, 'mark-b')).toBeNull();
  });
  it('rubbish in a pid file, or none, is nobody', async () => {
    const file = join(folder, 'rubbish.pid');
    writeFileSync(file, 'soon');
    expect(livePid(file, 'x')).toBeNull();
    writeFileSync(file, '-1');
    expect(livePid(file, 'x')).toBeNull();
    expect(livePid(join(folder, 'none.pid'), 'x')).toBeNull();
    expect(await endProcess(file, 'x', 100)).toBe(false);
  });
  it('finds a free port past a taken one', async () => {
    const server = createServer();
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const { port } = server.address() as { port: number };
    expect(await portTaken(port)).toBe(true);
    expect(await freePort(port)).toBeGreaterThan(port);
    await new Promise((closed) => server.close(closed));
    expect(await portTaken(port)).toBe(false);
  });
  it('gives back what a command prints and how it ended', async () => {
    expect(await run(process.execPath, ['-e', "console.log('yes'); process.exit(3)"], { quiet: true })).toEqual({
      code: 3,
      output: 'yes\n'
    });
    expect((await run(join(folder, 'no-such-program'), [], { quiet: true })).code).toBe(127);
  });
});

describe('places', () => {
  it('a secret is made once, and only its owner reads it', () => {
    const file = join(folder, 'secret');
    const first = keptSecret(file, () => 'a1');
    expect([first, keptSecret(file, () => 'b2'), readFileSync(file, 'utf8')]).toEqual(['a1', 'a1', 'a1']);
    expect(statSync(file).mode & 0o077).toBe(0);
  });
  it('a cut-short secret is made anew', () => {
    const file = join(folder, 'empty');
    writeFileSync(file, '');
    expect(keptSecret(file, () => 'c3')).toBe('c3');
  });
  it('socket names stay short enough for the system, and differ by folder', () => {
    const [a, b] = [places('.basket'), places('.basket-test/some/very/deep/folder/indeed')];
    expect(a.socket).not.toBe(b.socket);
    expect(b.socket.length).toBeLessThan(100);
  });
});

describe('./basket', () => {
  const basket = (...args: string[]) => run(process.execPath, ['cli/basket.mjs', ...args], { quiet: true });
  it('says how it is used', async () => {
    expect(await basket('help')).toMatchObject({ code: 0, output: expect.stringContaining('./basket plan') });
    expect(await basket()).toMatchObject({ code: 0 });
  });
  it.each([
    [['sing'], '“sing” is not a command'],
    [['demo', '--port', 'abc'], '--port must be a number'],
    [['start', '--fast'], '“--fast” is not an option'],
    [['backup'], 'needs one file name'],
    [['restore', 'a', 'b'], 'needs one file name']
  ])('%j: exit 2 and a word', async (args, message) => {
    const r = await basket(...args);
    expect(r.code).toBe(2);
    expect(r.output).toContain(message);
    expect(r.output).not.toMatch(/\n\s+at /);
  });
});
