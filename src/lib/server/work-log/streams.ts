/** Open event streams of this process: closed when it is asked to end, so that it can. */
const open = new Set<() => void>();

/** Notes how to close a stream; call the result when it has closed by itself. */
export function noteStream(close: () => void): () => void {
  open.add(close);
  return () => open.delete(close);
}

export function closeStreams(): void {
  for (const close of [...open]) close();
  open.clear();
}
