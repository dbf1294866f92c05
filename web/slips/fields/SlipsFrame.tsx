import { NavLink, Outlet } from 'react-router';
import { Box } from '@mui/material';
import { hairline, ink, slab } from '../../ui/theme.ts';

const parts = [
  { to: '/slips', name: 'Shelf' },
  { to: '/slips/make', name: 'Make' },
  { to: '/slips/recipes', name: 'Recipes' },
  { to: '/slips/blend', name: 'Blend' },
  { to: '/slips/bins', name: 'Bins' },
  { to: '/slips/wanted', name: 'Wanted' },
  { to: '/slips/materials', name: 'Materials' },
];

/** The slip shelf's own places, above each of its views. */
export function SlipsFrame() {
  return (
    <>
      <Box
        component="nav"
        aria-label="Slips"
        sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, borderBottom: `1px solid ${hairline}`, mb: 2 }}
      >
        {parts.map(({ to, name }) => (
          <Box
            key={to}
            component={NavLink}
            to={to}
            end={to === '/slips'}
            sx={{
              minHeight: 48,
              minWidth: 48,
              display: 'flex',
              alignItems: 'center',
              fontFamily: slab,
              fontSize: '1.05rem',
              color: ink,
              textDecoration: 'none',
              borderBottom: '4px solid transparent',
              '&.active': { borderBottomColor: ink, fontWeight: 700 },
            }}
          >
            {name}
          </Box>
        ))}
      </Box>
      <Outlet />
    </>
  );
}
