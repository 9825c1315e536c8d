import { config } from '../config';

/** A weather service as it is asked: by a position query, until the signal ends it. */
export interface Desk {
  ask(query: string, signal: AbortSignal): Promise<Response>;
  /**
   * It ships with the app and answers from this very process, so that a page may wait for it. No page ever waits for a service
   * outside: what it last said is shown, and what it says now comes to the page later.
   */
  near: boolean;
}

/** The weather service that is set up, else the desk that ships with the app. */
export function deskOf(fetch: typeof globalThis.fetch): Desk {
  const far = config.weatherDeskUrl;
  return far
    ? { near: false, ask: (query, signal) => globalThis.fetch(`${far}?${query}`, { signal }) }
    : { near: true, ask: (query, signal) => fetch(`/stand-ins/weather-desk/position?${query}`, { signal }) };
}

/** A desk that is not asked at all: what is kept has to do. */
export const noDesk: Desk = { near: true, ask: () => Promise.reject(new Error('no desk is asked here')) };
