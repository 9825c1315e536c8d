import { join } from 'node:path';
import { backup, restore } from './backup.mjs';
import { checkNode, generateSources, npmPackages } from './needs.mjs';
import { places, root } from './places.mjs';
import { run } from './processes.mjs';
import { say, Stop } from './say.mjs';
import { rebuild, serve, stopCommand } from './serve.mjs';
import { test } from './test.mjs';

const USAGE = `Basket: oil, time and record for crews that finish installed wood

  ./basket demo    [--port N]    serve the demo world, made new at each start
  ./basket start   [--port N]    serve your own data
  ./basket stop                  stop what runs from this folder
  ./basket test [cluster]        prove everything, ending with "N passed, N failed"; or what three
                                 databases in a cluster bear
  ./basket rebuild               derive anew what follows from the logs
  ./basket backup  FILE          write all your data to one file
  ./basket restore FILE          put a backup in the place of your data
  ./basket plan    JOB.json [--weather SERIES.covjson] [--now TIME]
                                 print the whole plan of a job file as JSON
  ./basket rig     TOKEN [--every MINUTES] [--air 14.5] …
                                 a stand-in for a sensor: posts what it measures as SenML`;

const DEFAULT_PORT = 4180;

/** @param {string[]} args */
function portOf(args) {
  const i = args.indexOf('--port');
  if (i < 0) {
    if (args.length) throw new Stop(`“${args[0]}” is not an option here.\n\n${USAGE}`, 2);
    return DEFAULT_PORT;
  }
  const port = Number(args[i + 1]);
  if (!Number.isInteger(port) || port < 1024 || port > 55000)
    throw new Stop(`--port must be a number from 1024 to 55000, not “${args[i + 1] ?? ''}”.`, 2);
  return port;
}

/** @param {string[]} args @param {string} command */
function fileOf(args, command) {
  if (args.length !== 1 || !args[0]) throw new Stop(`./basket ${command} needs one file name.`, 2);
  return args[0];
}

/** @param {string | undefined} command @param {string[]} args */
async function main(command, args) {
  const home = places('.basket');
  switch (command) {
    case 'demo':
      return serve(home, { demo: true, port: portOf(args) });
    case 'start':
      return serve(home, { demo: false, port: portOf(args) });
    case 'stop':
      return stopCommand(home);
    case 'test':
      return test(args);
    case 'backup':
      return backup(home, fileOf(args, 'backup'), 'basket');
    case 'restore':
      return restore(home, fileOf(args, 'restore'), 'basket');
    case 'rebuild':
      return rebuild(home);
    case 'plan':
    case 'rig': {
      checkNode();
      await npmPackages();
      await generateSources();
      const done = await run(process.execPath, [
        join(root, 'node_modules/tsx/dist/cli.mjs'),
        join(root, `cli/${command}.ts`),
        ...args
      ]);
      process.exit(done.code);
      break;
    }
    case undefined:
    case 'help':
    case '--help':
      return say(USAGE);
    default:
      throw new Stop(`“${command}” is not a command of Basket.\n\n${USAGE}`, 2);
  }
}

main(process.argv[2], process.argv.slice(3)).catch((e) => {
  process.stderr.write(e instanceof Stop ? `basket: ${e.message}\n` : `basket: ${e.stack}\n`);
  process.exit(e instanceof Stop ? e.code : 1);
});
