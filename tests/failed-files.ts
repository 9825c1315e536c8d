import { writeFileSync } from 'node:fs';

/** Writes down which test files failed, one a line, where `./basket test` asked for it: it runs those once more by themselves. */
export function tellFailedFiles(files: Iterable<string>): void {
  const to = process.env.BASKET_FAILED_FILES;
  if (to) writeFileSync(to, [...new Set(files)].join('\n'));
}
