/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
import { build, files, version } from '$service-worker';

/**
 * Lets a phone open the pages it has seen while out of reach. The program's own files come from the device; pages and their
 * data from the server when it answers, else the last seen. What is logged waits in the device's own queue, not here.
 */
const self = globalThis.self as unknown as ServiceWorkerGlobalScope;
const PROGRAM = `program-${version}`;
const PAGES = 'pages';
const OWN = new Set([...build, ...files]);
const PATIENCE_MS = 6000;

self.addEventListener('install', (e) => {
  e.waitUntil(
    caches
      .open(PROGRAM)
      .then((c) => c.addAll([...OWN]))
      .then(() => self.skipWaiting())
  );
});

self.addEventListener('activate', (e) => {
  const old = (name: string) => name !== PROGRAM && name !== PAGES;
  e.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter(old).map((n) => caches.delete(n))))
      .then(() => self.clients.claim())
  );
});

self.addEventListener('fetch', (e) => {
  const url = new URL(e.request.url);
  if (url.origin !== self.location.origin) return;
  // Signing out takes the seen pages off the device.
  if (url.pathname === '/sign-out') e.waitUntil(caches.delete(PAGES));
  if (e.request.method !== 'GET' || url.pathname.startsWith('/api/')) return;
  if (OWN.has(url.pathname)) e.respondWith(fromDevice(e.request));
  else if (isPage(e.request, url)) e.respondWith(freshElseSeen(e.request));
});

const isPage = (request: Request, url: URL) =>
  (request.mode === 'navigate' || url.pathname.endsWith('/__data.json')) &&
  !/^\/(sign-in|welcome|sign-out)/.test(url.pathname);

async function fromDevice(request: Request): Promise<Response> {
  const hit = await (await caches.open(PROGRAM)).match(new URL(request.url).pathname);
  return hit ?? fetch(request);
}

async function freshElseSeen(request: Request): Promise<Response> {
  const seen = await caches.open(PAGES);
  const hit = await seen.match(request);
  try {
    // Only a page seen before is worth cutting a slow answer off for.
    const response = await fetch(request, hit ? { signal: AbortSignal.timeout(PATIENCE_MS) } : {});
    if (response.ok && !response.redirected) await seen.put(request, response.clone());
    return response;
  } catch (fault) {
    if (hit) return hit;
    throw fault;
  }
}
