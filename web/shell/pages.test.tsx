import { cleanup, render, screen } from '@testing-library/react';
import { createMemoryRouter, Outlet, RouterProvider } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { loadAhead, routesOf, type Page } from './pages.ts';

const saying = (words: string) => () => <p>{words}</p>;

/** A page nobody has: one row, and it opens under its address and is loaded ahead. */
describe('a page more', () => {
  afterEach(cleanup);
  const view = vi.fn(async () => saying('Glazes are tried here'));
  const inner = vi.fn(async () => saying('One of them'));
  const frame = vi.fn(async () => Outlet);
  const invented: Page[] = [
    { path: 'trials', view },
    { path: 'alone/:id', view: async () => saying('The whole screen'), alone: true },
    { path: 'kept', view: frame, within: [{ path: '', view: inner }] },
  ];
  const shell = (
    <>
      <nav>Places</nav>
      <Outlet />
    </>
  );
  const at = (path: string) =>
    render(
      <RouterProvider
        router={createMemoryRouter(routesOf(invented, shell, <p>Broken</p>, saying('Nowhere')), {
          initialEntries: [path],
        })}
      />,
    );

  it('opens under its address, in the shell', async () => {
    at('/trials');
    expect(await screen.findByText('Glazes are tried here')).toBeTruthy();
    expect(screen.getByText('Places')).toBeTruthy();
  });

  it('opens within the frame of its place', async () => {
    at('/kept');
    expect(await screen.findByText('One of them')).toBeTruthy();
  });

  it('that fills the screen has no shell around it', async () => {
    at('/alone/7');
    expect(await screen.findByText('The whole screen')).toBeTruthy();
    expect(screen.queryByText('Places')).toBeNull();
  });

  it('is nowhere under any other', async () => {
    at('/somewhere');
    expect(await screen.findByText('Nowhere')).toBeTruthy();
  });

  it('is loaded ahead, with what lies within it', async () => {
    vi.stubGlobal('Worker', EventTarget);
    for (const load of [view, inner, frame]) load.mockClear();
    const fetched: string[] = [];
    await loadAhead(async (path) => void fetched.push(path), invented);
    for (const load of [view, inner, frame]) expect(load).toHaveBeenCalledOnce();
    expect(fetched).toContain('/api/today');
    vi.unstubAllGlobals();
  });
});
