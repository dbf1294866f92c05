import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet, useNavigate, useNavigation } from 'react-router';
import { Box, Button, Link } from '@mui/material';
import { useSWRConfig } from 'swr';
import { loadAhead } from './pages.ts';
import { useNow } from '../asking/clock.ts';
import { useStudio, useZone } from '../asking/maker.ts';
import { SavedState } from '../saving/SavedState.tsx';
import { ask } from '../asking/server.ts';
import { faded, hairline, ink, paper, slab } from '../ui/theme.ts';
import { clockTime, shortDate } from '../ui/times.ts';

const Help = lazy(async () => ({ default: (await import('./Help.tsx')).Help }));

const places = [
  { to: '/', name: 'Today' },
  { to: '/plan', name: 'Plan' },
  { to: '/pieces', name: 'Pieces' },
  { to: '/slips', name: 'Slips' },
  { to: '/techniques', name: 'Techniques' },
  { to: '/studio', name: 'Studio' },
];
const initial = (name: string): string => name.charAt(0).toLowerCase();

/** The workshop around every view: its places along the wall, the clock, and whether all is saved. */
export function Shell() {
  const [keysShown, showKeys] = useState(false);
  useShortcuts(() => showKeys(true));
  useAllAhead();
  useTitle();
  const navigation = useNavigation();
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '168px 1fr' },
        minHeight: '100vh',
        '@media print': { display: 'block' },
      }}
    >
      <Link
        href="#view"
        sx={{
          position: 'absolute',
          left: -9999,
          '&:focus': { left: 8, top: 8, zIndex: 10, background: paper, p: 1 },
        }}
      >
        Skip to the view
      </Link>
      <Places />
      <Box sx={{ minWidth: 0, pb: { xs: 12, md: 8 } }}>
        <TopLine onKeys={() => showKeys(true)} />
        <Box
          component="main"
          id="view"
          tabIndex={-1}
          aria-busy={navigation.state !== 'idle'}
          sx={{ px: { xs: 2, md: 4 }, py: 1.5, maxWidth: 1240, outline: 'none' }}
        >
          <Outlet />
        </Box>
      </Box>
      {keysShown && (
        <Suspense fallback={null}>
          <Help keys={keys} onClose={() => showKeys(false)} />
        </Suspense>
      )}
    </Box>
  );
}

function Places() {
  const inPlace = {
    fontFamily: slab,
    fontWeight: 650,
    fontSize: { xs: 'min(0.95rem, 3.8vw)', sm: '1.15rem' },
    color: ink,
    textDecoration: 'none',
    display: 'flex',
    alignItems: 'center',
  };
  return (
    <Box
      component="nav"
      aria-label="Places"
      sx={{
        position: { xs: 'fixed', md: 'sticky' },
        bottom: { xs: 0, md: 'auto' },
        top: { md: 0 },
        left: 0,
        right: 0,
        zIndex: 1200,
        height: { xs: 64, md: '100vh' },
        background: paper,
        borderTop: { xs: `2px solid ${ink}`, md: 0 },
        borderRight: { md: `2px solid ${ink}` },
        display: 'flex',
        flexDirection: { xs: 'row', md: 'column' },
        pt: { md: 2 },
        displayPrint: 'none',
      }}
    >
      <Box
        sx={{
          display: { xs: 'none', md: 'block' },
          fontFamily: slab,
          fontWeight: 800,
          fontSize: '1.3rem',
          px: 3,
          pb: 3,
        }}
      >
        Kosmema
      </Box>
      {places.map(({ to, name }) => (
        <Box
          key={to}
          component={NavLink}
          to={to}
          end={to === '/'}
          sx={{
            ...inPlace,
            flex: { xs: 1, md: 'none' },
            minHeight: 60,
            justifyContent: { xs: 'center', md: 'flex-start' },
            px: { md: 3 },
            '&.active': {
              background: ink,
              color: paper,
              clipPath: { md: 'polygon(0 0, 100% 0, calc(100% - 14px) 50%, 100% 100%, 0 100%)' },
            },
            '&:focus-visible': { outlineOffset: -4 },
          }}
        >
          {name}
        </Box>
      ))}
    </Box>
  );
}

function TopLine({ onKeys }: { onKeys: () => void }) {
  const now = useNow();
  const zone = useZone();
  const { data, error } = useStudio();
  return (
    <Box
      component="header"
      sx={{
        display: 'flex',
        alignItems: 'baseline',
        flexWrap: 'wrap',
        columnGap: { xs: 1, sm: 3 },
        px: { xs: 2, md: 4 },
        py: 0.5,
        borderBottom: `1px solid ${hairline}`,
        displayPrint: 'none',
      }}
    >
      <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.15rem' }}>
        {shortDate(now, zone)} {clockTime(now, zone)}
      </Box>
      {data?.workshopTime && <Box sx={{ color: faded }}>demo time</Box>}
      <Box sx={{ color: faded, display: { xs: 'none', sm: 'block' } }}>{data?.studio.name}</Box>
      <Box sx={{ flex: 1 }} />
      <SavedState reachable={!error} />
      <Button size="small" onClick={onKeys} sx={{ px: 1, minWidth: 48 }} aria-label="How do I …">
        ?
      </Button>
    </Box>
  );
}

/** The first view has this long to itself. */
const AHEAD_MS = 2_500;

const keys: [string, string][] = [
  ...[...new Set(places.map(({ name }) => initial(name)))].map((key): [string, string] => [
    key,
    `Go to ${places
      .filter(({ name }) => initial(name) === key)
      .map(({ name }) => name)
      .join(', and again to ')}`,
  ]),
  ['n', 'New piece'],
  ['?', 'Answer “How do I …”, and show these keys'],
  ['Tab, Enter', 'Everything on the screen'],
];

/** The browser’s title names the view by its heading. */
function useTitle(): void {
  useEffect(() => {
    const view = document.getElementById('view')!;
    const name = () => {
      const heading = view.querySelector('h1')?.textContent?.trim();
      document.title = heading ? `${heading} · Kosmema` : 'Kosmema';
    };
    const observer = new MutationObserver(name);
    observer.observe(view, { subtree: true, childList: true, characterData: true });
    name();
    return () => observer.disconnect();
  }, []);
}

/** Once there is time, every place is loaded, so that it opens and logs offline. */
function useAllAhead(): void {
  const { mutate } = useSWRConfig();
  useEffect(() => {
    const begin = () =>
      void loadAhead((path) => mutate(path, ask(path), { revalidate: false })).catch(() => {
        // the network went meanwhile: what was not loaded yet says so when it is gone to
      });
    const timer = setTimeout(begin, AHEAD_MS);
    return () => clearTimeout(timer);
  }, [mutate]);
}

function useShortcuts(showKeys: () => void): void {
  const navigate = useNavigate();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (typing || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('[role=dialog]'))
        return;
      const named = places.filter(({ name }) => initial(name) === event.key);
      const here = named.findIndex(({ to }) =>
        to === '/' ? location.pathname === to : location.pathname.startsWith(to),
      );
      const place = named[(here + 1) % named.length];
      if (place) void navigate(place.to);
      else if (event.key === '?') showKeys();
      else if (event.key === 'n') void navigate('/pieces/new');
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [navigate, showKeys]);
}
