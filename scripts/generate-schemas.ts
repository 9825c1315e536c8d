/** Writes the JSON Schemas of the open formats to docs/schemas. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { publishedSchemas } from '../src/formats/schema/schemas';

mkdirSync('docs/schemas', { recursive: true });
for (const [file, schema] of Object.entries(publishedSchemas))
  writeFileSync(`docs/schemas/${file}`, `${JSON.stringify(schema, null, 2)}\n`);
