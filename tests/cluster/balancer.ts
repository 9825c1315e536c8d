import { createServer, request, type Server } from 'node:http';

/** A tiny round-robin before several app processes: asks each for its health, and sends nobody to one that is not well. */
export class Balancer {
  #server: Server | null = null;
  #turn = 0;
  readonly #well: boolean[];
  readonly #timer: ReturnType<typeof setInterval>;

  constructor(private readonly ports: readonly number[]) {
    this.#well = ports.map(() => false);
    this.#timer = setInterval(() => void this.look(), 250);
  }

  /** Asks every process how it is. */
  async look(): Promise<void> {
    await Promise.all(
      this.ports.map(async (port, i) => {
        try {
          const r = await fetch(`http://127.0.0.1:${port}/health`, { signal: AbortSignal.timeout(2500) });
          this.#well[i] = r.status === 200;
        } catch {
          this.#well[i] = false;
        }
      })
    );
  }

  get well(): readonly boolean[] {
    return [...this.#well];
  }

  #next(): number | null {
    for (let k = 0; k < this.ports.length; k++) {
      const i = (this.#turn + k) % this.ports.length;
      if (!this.#well[i]) continue;
      this.#turn = i + 1;
      return this.ports[i]!;
    }
    return null;
  }

  listen(): Promise<number> {
    this.#server = createServer((q, r) => {
      const port = this.#next();
      if (port === null) return void r.writeHead(503).end();
      const on = request({ host: '127.0.0.1', port, path: q.url, method: q.method, headers: q.headers }, (answer) => {
        r.writeHead(answer.statusCode!, answer.headers);
        answer.pipe(r);
        answer.on('error', () => r.destroy());
      });
      on.on('error', () => (r.headersSent ? r.destroy() : r.writeHead(502).end()));
      q.pipe(on);
      r.on('close', () => on.destroy());
    });
    return new Promise((up) =>
      this.#server!.listen(0, '127.0.0.1', () => up((this.#server!.address() as { port: number }).port))
    );
  }

  stop(): void {
    clearInterval(this.#timer);
    this.#server?.closeAllConnections();
    this.#server?.close();
  }
}
