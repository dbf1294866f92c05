/* Keeps the program itself on this device, so that a page opens again while the studio's computer is away. What is
   known of pieces and tubs is never answered from here. */
const KEPT = 'kosmema-program';
/** Where it is written down which files are of the program as it is, and as it was before. */
const LIST = '/assets.json';

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(KEPT)
      .then(async (kept) => {
        const { files } = await (await fetch(LIST)).json();
        await kept.addAll(['/', ...files]);
        await purge(kept, files);
      })
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** Files of earlier programs go; those of the last one stay for pages that are still open. */
async function purge(kept, files) {
  const written = await kept.match(LIST);
  const { files: before = [] } = written ? await written.json() : {};
  const last = files.every((file) => before.includes(file)) ? [] : before;
  const wanted = new Set([...files, ...last]);
  for (const request of await kept.keys()) {
    const { pathname } = new URL(request.url);
    if (pathname.startsWith('/assets/') && !wanted.has(pathname)) await kept.delete(request);
  }
  await kept.put(LIST, new Response(JSON.stringify({ files })));
}

/** The newest list of files where the program has become another since. */
async function renewed(kept) {
  const { files } = await (await fetch(LIST)).json();
  const written = await kept.match(LIST);
  const { files: before = [] } = written ? await written.json() : {};
  if (files.length === before.length && files.every((file) => before.includes(file))) return;
  await kept.addAll(files);
  await purge(kept, files);
}

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
async function page(event) {
  const kept = await caches.open(KEPT);
  try {
    const answer = await fetch(event.request);
    // the program, and no page that only leads to it
    if (answer.ok && (await answer.clone().text()).includes('id="root"')) {
      await kept.put('/', answer.clone());
      event.waitUntil(renewed(kept).catch(() => undefined));
    }
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
  else if (request.mode === 'navigate') event.respondWith(page(event));
});
