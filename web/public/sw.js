// Keeps the pages and what was last seen of the household on this device, for when the server is away. Only where it was switched on in the House.
const SHELL = 'fellmist-shell';
const DATA = 'fellmist-data';
const KEPT_AT = 'X-Fellmist-Kept-At';
/** How long a page waits for the server before it is opened from what is kept, milliseconds. */
const PATIENCE_MS = 4000;
/** What is worth looking at without the server; nothing that only counts now, such as timers and devices. */
const WORTH = /^\/api\/(?:larder|settings|formulas|kept|bakes|plans|vessels|bought|book|foods|shopping|use-up|week|oven)(?:\/|$)/;
const NOT_WORTH = /\.(?:csv|jsonld|md|html|txt|json|ics)$|\/stream$/;

async function fill() {
  const cache = await caches.open(SHELL);
  const names = await (await fetch('/assets.json', { cache: 'no-cache' })).json();
  const kept = new Set((await cache.keys()).map(({ url }) => new URL(url).pathname));
  await Promise.all(names.filter((name) => !kept.has(name)).map((name) => cache.add(name)));
  const wanted = new Set([...names, '/']);
  await Promise.all([...kept].filter((name) => !wanted.has(name)).map((name) => cache.delete(name)));
  const page = await fetch('/', { headers: { accept: 'text/html' } });
  if (page.ok) await cache.put('/', page);
}

self.addEventListener('install', (event) => event.waitUntil(fill().then(() => self.skipWaiting())));
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

async function page(request) {
  const cache = await caches.open(SHELL);
  const waited = new Promise((resolve) => setTimeout(resolve, PATIENCE_MS));
  const asked = fetch(request).then(
    (answer) => {
      if (answer.ok) void cache.put('/', answer.clone());
      return answer;
    },
    () => undefined,
  );
  return (await Promise.race([asked, waited])) ?? (await cache.match('/')) ?? (await asked) ?? Response.error();
}

async function asset(request) {
  const cache = await caches.open(SHELL);
  const kept = await cache.match(request, { ignoreSearch: true });
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) void cache.put(request, answer.clone());
  return answer;
}

async function data(request) {
  const cache = await caches.open(DATA);
  try {
    const answer = await fetch(request);
    // Whoever is sent away keeps nothing.
    if (answer.status === 401) await caches.delete(DATA);
    if (answer.ok) {
      const headers = new Headers(answer.headers);
      headers.set(KEPT_AT, new Date().toISOString());
      const body = await answer.clone().blob();
      void cache.put(request, new Response(body, { status: 200, headers })).catch(() => undefined);
    }
    return answer;
  } catch (error) {
    const kept = await cache.match(request);
    if (kept) return kept;
    throw error;
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  if (request.mode === 'navigate' && !pathname.startsWith('/api/')) event.respondWith(page(request));
  else if (WORTH.test(pathname) && !NOT_WORTH.test(pathname)) event.respondWith(data(request));
  else if (!pathname.startsWith('/api/') && pathname !== '/assets.json' && pathname !== '/sw.js') event.respondWith(asset(request));
});
