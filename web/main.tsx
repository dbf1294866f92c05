import '@fontsource-variable/bitter/index.css';
import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { CssBaseline } from '@mui/material';
import { ThemeProvider } from '@mui/material/styles';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { SWRConfig } from 'swr';
import { ErrorPage } from './shell/ErrorPage.tsx';
import { lastAnswers } from './shell/lastAnswers.ts';
import { Logging } from './saving/notice.tsx';
import { startOutbox } from './saving/outbox.ts';
import { Nowhere } from './shell/Nowhere.tsx';
import { ask } from './asking/server.ts';
import { askAgain, DEDUPED_MS } from './asking/pollWhile.ts';
import { Shell } from './shell/Shell.tsx';
import { sans, slab, theme } from './ui/theme.ts';
import { pages, routesOf } from './shell/pages.ts';

/** The letters have this long to come. */
const LETTERS_MS = 1_500;

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce;
const cache = createCache({ key: 'k', ...(nonce && { nonce }) });

const router = createBrowserRouter(routesOf(pages, <Shell />, <ErrorPage />, Nowhere));

startOutbox();
// only where the browser trusts the address: on this computer, or over TLS
(navigator as { serviceWorker?: ServiceWorkerContainer }).serviceWorker?.register('/sw.js').catch(() => {
  // the page goes on without: it only cannot be opened anew while the studio's computer is away
});
/** Nothing is shown in other letters first: a target that moves when they change is missed by a finger. */
try {
  await Promise.race([
    Promise.all([slab, sans].map((family) => document.fonts.load(`1em ${family}`))),
    new Promise((resolve) => setTimeout(resolve, LETTERS_MS)),
  ]);
} catch {
  // it is read in the device's own letters
}
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <SWRConfig
          value={{
            fetcher: ask,
            provider: lastAnswers,
            refreshInterval: 20_000,
            keepPreviousData: true,
            dedupingInterval: DEDUPED_MS,
            onErrorRetry: askAgain,
          }}
        >
          <Logging>
            <RouterProvider router={router} />
          </Logging>
        </SWRConfig>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);
