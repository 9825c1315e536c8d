/** The time the interface lives at: the server's clock, carried on by the browser's; still when the server's is frozen. */
class Clock {
  #offsetMs = 0;
  #frozenMs: number | null = null;
  #timer: ReturnType<typeof setInterval> | null = null;
  /** Epoch ms, moving on every second in the browser. */
  now = $state(0);

  /** Sets the clock from the server. */
  set(serverNowMs: number, frozen: boolean): void {
    this.#frozenMs = frozen ? serverNowMs : null;
    this.#offsetMs = serverNowMs - Date.now();
    this.now = serverNowMs;
  }

  /** The instant right now, not rounded to the tick. */
  read(): number {
    return this.#frozenMs ?? Date.now() + this.#offsetMs;
  }

  /** Keeps `now` moving while a page is shown; call the result to stop. */
  run(): () => void {
    const tick = () => (this.now = this.read());
    tick();
    this.#timer ??= setInterval(tick, 1000);
    return () => {
      if (this.#timer) clearInterval(this.#timer);
      this.#timer = null;
    };
  }
}

export const clock = new Clock();
