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
import { ErrorPage } from './frame/ErrorPage.tsx';
import { lastAnswers } from './frame/lastAnswers.ts';
import { Logging } from './frame/notice.tsx';
import { startOutbox } from './frame/outbox.ts';
import { ask } from './frame/server.ts';
import { Shell } from './frame/Shell.tsx';
import { theme } from './frame/theme.ts';

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce;
const cache = createCache({ key: 'k', ...(nonce && { nonce }) });

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <ErrorPage />,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('./bench/Bench.tsx')).Bench }) },
      { path: 'pieces', lazy: async () => ({ Component: (await import('./pieces/Pieces.tsx')).Pieces }) },
      {
        path: 'pieces/new',
        lazy: async () => ({ Component: (await import('./pieces/NewPiece.tsx')).NewPiece }),
      },
      { path: 'pieces/:id', lazy: async () => ({ Component: (await import('./pieces/Piece.tsx')).Piece }) },
      {
        path: 'slips',
        lazy: async () => ({ Component: (await import('./slips/SlipsFrame.tsx')).SlipsFrame }),
        children: [
          { index: true, lazy: async () => ({ Component: (await import('./slips/Shelf.tsx')).Shelf }) },
          { path: 'new', lazy: async () => ({ Component: (await import('./slips/NewTub.tsx')).NewTub }) },
          { path: 'make', lazy: async () => ({ Component: (await import('./slips/Make.tsx')).Make }) },
          {
            path: 'batches/:id',
            lazy: async () => ({ Component: (await import('./slips/BatchSheet.tsx')).BatchSheet }),
          },
          {
            path: 'recipes',
            lazy: async () => ({ Component: (await import('./slips/Recipes.tsx')).Recipes }),
          },
          {
            path: 'recipes/:id',
            lazy: async () => ({ Component: (await import('./slips/RecipePage.tsx')).RecipePage }),
          },
          { path: 'blend', lazy: async () => ({ Component: (await import('./slips/Blend.tsx')).Blend }) },
          { path: 'bins', lazy: async () => ({ Component: (await import('./slips/Bins.tsx')).Bins }) },
          { path: 'wanted', lazy: async () => ({ Component: (await import('./slips/Wanted.tsx')).Wanted }) },
          {
            path: 'materials',
            lazy: async () => ({ Component: (await import('./slips/Materials.tsx')).Materials }),
          },
          { path: ':id', lazy: async () => ({ Component: (await import('./slips/Tub.tsx')).Tub }) },
          {
            path: ':id/measure',
            lazy: async () => ({ Component: (await import('./slips/Measure.tsx')).Measure }),
          },
          {
            path: ':id/deflocculate',
            lazy: async () => ({ Component: (await import('./slips/Deflocculate.tsx')).Deflocculate }),
          },
          {
            path: ':id/settle',
            lazy: async () => ({ Component: (await import('./slips/Settle.tsx')).Settle }),
          },
        ],
      },
      { path: 'studio', lazy: async () => ({ Component: (await import('./studio/Studio.tsx')).Studio }) },
      { path: 'studio/fit', lazy: async () => ({ Component: (await import('./studio/LogFit.tsx')).LogFit }) },
      {
        path: 'studio/clays/:id/test',
        lazy: async () => ({ Component: (await import('./studio/DryingTest.tsx')).DryingTest }),
      },
      { path: '*', Component: ErrorPage },
    ],
  },
]);

startOutbox();
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
            shouldRetryOnError: true,
            errorRetryInterval: 5_000,
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
