/** Writes the JSON Schemas of the open formats to docs/schemas. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { accessTable } from '../src/lib/server/access/access-table';
import { publishedSchemas } from '../src/formats/schema/schemas';

mkdirSync('docs/schemas', { recursive: true });
for (const [file, schema] of Object.entries(publishedSchemas))
  writeFileSync(`docs/schemas/${file}`, `${JSON.stringify(schema, null, 2)}\n`);

/** The table of who may come in where, as the documents print it. */
const operations = 'docs/operations.md';
const [before, rest] = readFileSync(operations, 'utf8').split('<!-- doors: npm run generate -->') as [string, string];
const [, after] = rest.split('<!-- /doors -->') as [string, string];
writeFileSync(operations, `${before}<!-- doors: npm run generate -->\n\n${accessTable()}\n\n<!-- /doors -->${after}`);
