import { invalidate, invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';
import { untrack } from 'svelte';

const MEANWHILE_MS = 50;
/** How long a page waits before it asks again for weather that was not here in time for it. */
const WEATHER_AGAIN_MS = 3000;

/**
 * Loads again what hangs on a key, or all of the page; everybody who loads again comes here. It waits for the end of a navigation:
 * loading again in the middle of one would break it off, and a tap that leads to another page would lead nowhere.
 */
export async function loadAgain(key?: `basket:${string}`): Promise<void> {
  while (untrack(() => navigating.to)) await new Promise((later) => setTimeout(later, MEANWHILE_MS));
  await (key ? invalidate(key) : invalidateAll());
}

/** Loads again, time after time, what hangs on a key; gives what ends it. In the middle of a navigation it leaves one out. */
export function loadAgainEvery(ms: number, key: `basket:${string}`): () => void {
  const timer = setInterval(() => {
    if (!navigating.to) void invalidate(key);
  }, ms);
  return () => clearInterval(timer);
}

/** For an effect: weather that was not here in time for the page comes to it later. Gives what calls it off. */
export function weatherLater(coming: boolean, key: `basket:${string}`): (() => void) | undefined {
  if (!coming) return undefined;
  const timer = setTimeout(() => void loadAgain(key), WEATHER_AGAIN_MS);
  return () => clearTimeout(timer);
}
