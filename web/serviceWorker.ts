import { clientsClaim, setCacheNameDetails } from 'workbox-core';
import { precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

/**
 * Keeps the program itself on this device, so that a page opens again while the studio's computer is away. What is
 * known of pieces and tubs is never answered from here.
 */

/** What the program is made of, written in when it is built. */
declare const PROGRAM_FILES: string[];
/** The events of a service worker, of which the types of a page know nothing. */
declare const self: {
  skipWaiting: () => Promise<void>;
  addEventListener: (
    name: 'install',
    then: (event: Event & { waitUntil: (done: Promise<unknown>) => void }) => void,
  ) => void;
};

setCacheNameDetails({ prefix: 'kosmema', precache: 'program', suffix: '' });

/** Every address opens the one page. */
const PAGE = '/';
const page = new NetworkFirst({
  cacheName: 'kosmema-page',
  plugins: [
    {
      cacheKeyWillBeUsed: () => Promise.resolve(PAGE),
      // the program, and no page that only leads to it
      cacheWillUpdate: async ({ response }) =>
        response.ok && (await response.clone().text()).includes('id="root"') ? response : null,
    },
  ],
});

// files are named by their content; those of earlier programs go when this one takes over
precacheAndRoute(PROGRAM_FILES.map((url) => ({ url, revision: null })));
registerRoute(new NavigationRoute(page, { denylist: [/^\/api\//] }));

self.addEventListener('install', (event) => {
  event.waitUntil(Promise.all(page.handleAll({ event, request: new Request(PAGE) })));
  void self.skipWaiting();
});
clientsClaim();
