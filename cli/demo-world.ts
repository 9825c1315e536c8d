import { readdirSync, readFileSync } from 'node:fs';
import type { DemoWorld } from '../src/lib/server/demo/load';

const read = (file: string) => JSON.parse(readFileSync(`demo/${file}`, 'utf8'));

/** The demo world from its files, in the order of their names. */
export const readDemoWorld = (): DemoWorld => ({
  crew: read('crew.json'),
  stock: read('stock.json'),
  history: read('history.json'),
  cards: read('cards.json'),
  jobs: readdirSync('demo/jobs')
    .sort()
    .map((file) => ({ file, ...read(`jobs/${file}`) }))
});
