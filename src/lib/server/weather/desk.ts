import { config } from '../config';

/** Puts a position query to the weather service: the one set up, else the desk that ships with the app. */
export const deskOf =
  (fetch: typeof globalThis.fetch) =>
  (query: string): Promise<Response> =>
    config.weatherDeskUrl
      ? globalThis.fetch(`${config.weatherDeskUrl}?${query}`)
      : fetch(`/stand-ins/weather-desk/position?${query}`);
