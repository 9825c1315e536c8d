import { wrap, type Remote } from 'comlink';
import type { Search } from './search.worker';

let remote: Remote<Search> | null = null;

/** The start search in its worker, made at first use. */
export function startSearch(): Remote<Search> {
  remote ??= wrap<Search>(
    new Worker(new URL('./search.worker.ts', import.meta.url), {
      type: 'module'
    })
  );
  return remote;
}
