/** The sensor rig that ships with the app: posts SenML with a sensor's token, once or every so many minutes. */
import { rigPack } from '../src/stand-ins/sensor-rig';

const USAGE =
  'basket rig TOKEN [--url http://127.0.0.1:4180] [--every MINUTES] [--air 14.5] [--rh 60] [--surface 12] [--moisture 11] [--battery 80]';

function fail(problem: string): never {
  process.stderr.write(`basket: ${problem}\n\n  ${USAGE}\n`);
  process.exit(2);
}

const [token, ...rest] = process.argv.slice(2);
if (!token || token.startsWith('-')) fail('the rig needs the token of a sensor, from its page');
const given = new Map<string, string>();
for (let i = 0; i < rest.length; i += 2) {
  const [name, value] = [rest[i]!, rest[i + 1]];
  if (!name.startsWith('--') || value === undefined) fail(`“${name}” is not an option of the rig`);
  given.set(name.slice(2), value);
}
const number = (name: string, otherwise: number): number => {
  const v = Number(given.get(name) ?? otherwise);
  return Number.isFinite(v) ? v : fail(`--${name} must be a number, not “${given.get(name)}”`);
};
const around = {
  airTempC: number('air', 14.5),
  rh: number('rh', 60) / 100,
  surfaceTempC: number('surface', 12.5),
  mcPercent: number('moisture', 11)
};
const everyMinutes = number('every', 0);

async function post(): Promise<void> {
  const url = `${given.get('url') ?? 'http://127.0.0.1:4180'}/api/senml`;
  try {
    const r = await fetch(url, {
      method: 'POST',
      headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/senml+json' },
      body: JSON.stringify(rigPack('rig', around, Date.now(), number('battery', 80)))
    });
    process.stdout.write(`${new Date().toISOString()} ${r.status} ${await r.text()}\n`);
    if (!r.ok && !everyMinutes) process.exitCode = 1;
  } catch (e) {
    process.stderr.write(`basket: ${url} can't be reached: ${(e as Error).message}\n`);
    if (!everyMinutes) process.exitCode = 1;
  }
}

await post();
if (everyMinutes > 0) setInterval(() => void post(), everyMinutes * 60_000);
