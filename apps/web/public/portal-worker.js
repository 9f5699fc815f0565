// Keeps the pages of clients at hand where there is no connection: the page itself, its parts, and the firm's logo. What a client wrote or was sent is
// never kept here.
const KEPT = 'portal-pages';
/** Parts of older versions go when there are more than these. */
const MOST = 80;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

async function keep(key, response) {
  if (!response.ok) return;
  const kept = await caches.open(KEPT);
  await kept.put(key, response.clone());
  const keys = await kept.keys();
  for (const old of keys.slice(0, Math.max(0, keys.length - MOST))) await kept.delete(old);
}

async function fromNet(request, key) {
  try {
    const response = await fetch(request);
    await keep(key, response);
    return response;
  } catch (error) {
    const kept = await caches.match(key);
    if (kept) return kept;
    throw error;
  }
}

async function fromKept(request) {
  const kept = await caches.match(request);
  if (kept) return kept;
  const response = await fetch(request);
  await keep(request, response);
  return response;
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  // Every page of a client is the same file.
  if (request.mode === 'navigate' && /^\/portal(\/|$)/.test(url.pathname)) event.respondWith(fromNet(request, '/portal'));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(fromKept(request));
  else if (url.pathname === '/api/portal/logo') event.respondWith(fromNet(request, '/api/portal/logo'));
});
