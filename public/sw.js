/* Keeps the program itself on this device, so that a page opens again while the studio's computer is away. What is
   known of pieces and tubs is never answered from here. */
const KEPT = 'kosmema-program';

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(KEPT)
      .then(async (kept) => {
        const { files } = await (await fetch('/assets.json')).json();
        await kept.addAll(['/', ...files]);
      })
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** Assets are named by their content: what is kept is right for good. */
async function asset(request) {
  const kept = await caches.open(KEPT);
  const known = await kept.match(request);
  if (known) return known;
  const answer = await fetch(request);
  if (answer.ok) await kept.put(request, answer.clone());
  return answer;
}

/** The newest page where the studio's computer answers, with the assets of it; else the last one. */
async function page(request) {
  const kept = await caches.open(KEPT);
  try {
    const answer = await fetch(request);
    // the program, and no page that only leads to it
    if (answer.ok && (await answer.clone().text()).includes('id="root"')) await kept.put('/', answer.clone());
    return answer;
  } catch (error) {
    const known = await kept.match('/');
    if (known) return known;
    throw error;
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { pathname, origin } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin || pathname.startsWith('/api/')) return;
  if (pathname.startsWith('/assets/')) event.respondWith(asset(request));
  else if (request.mode === 'navigate') event.respondWith(page(request));
});
