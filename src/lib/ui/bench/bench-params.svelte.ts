import { replaceState } from '$app/navigation';

/** What the tools of the bench are set to: kept in the address, so that a bench can be sent to somebody. */
export class BenchParams {
  #values = $state.raw<Record<string, string>>({});

  constructor(from: URLSearchParams) {
    this.#values = Object.fromEntries(from);
  }

  text(key: string, otherwise: string): string {
    return this.#values[key] ?? otherwise;
  }

  /** A number in SI; what is no number within its bounds in the address is passed over. */
  num(key: string, otherwise: number, least: number, most: number): number {
    const n = Number(this.#values[key]);
    return this.#values[key] !== undefined && n >= least && n <= most ? n : otherwise;
  }

  set(key: string, value: string | number): void {
    const text = typeof value === 'number' ? String(Number(value.toPrecision(8))) : value;
    this.#values = { ...this.#values, [key]: text };
    const url = new URL(location.href);
    url.search = new URLSearchParams(this.#values).toString();
    // Only the address follows, the page is the same.

    replaceState(url, {});
  }
}
