import { invalidate } from '$app/navigation';
import { navigating } from '$app/state';

const MEANWHILE_MS = 250;
/** How long a page waits before it asks again for weather that was not here in time for it. */
const WEATHER_AGAIN_MS = 3000;

/**
 * Loads again, after a while, what hangs on a key; gives what calls it off. It waits for the end of a navigation: loading again
 * in the middle of one would break it off, and a tap that leads to another page would lead nowhere.
 */
function loadAgainIn(ms: number, key: `basket:${string}`): () => void {
  const go = () => {
    if (navigating.to) timer = setTimeout(go, MEANWHILE_MS);
    else void invalidate(key);
  };
  let timer = setTimeout(go, ms);
  return () => clearTimeout(timer);
}

/** Loads again, time after time, what hangs on a key; gives what ends it. In the middle of a navigation it leaves one out. */
export function loadAgainEvery(ms: number, key: `basket:${string}`): () => void {
  const timer = setInterval(() => {
    if (!navigating.to) void invalidate(key);
  }, ms);
  return () => clearInterval(timer);
}

/** For an effect: weather that was not here in time for the page comes to it later. */
export const weatherLater = (coming: boolean, key: `basket:${string}`): (() => void) | undefined =>
  coming ? loadAgainIn(WEATHER_AGAIN_MS, key) : undefined;
