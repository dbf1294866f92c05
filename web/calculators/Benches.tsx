import { Link as RouterLink } from 'react-router';
import { Box, Link, Typography } from '@mui/material';
import { calculators } from '../../core/calculators/rows.ts';
import { faded, hairline } from '../ui/theme.ts';

/** Every sum that is done for the maker, by what it answers. */
export function Benches() {
  return (
    <>
      <Typography variant="h1">Benches</Typography>
      <Box sx={{ color: faded, mb: 2 }}>
        Sums for the work: each begins with usual figures, and remembers yours.
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, maxWidth: 820 }}>
        {calculators.map(({ id, question, about }) => (
          <Box component="li" key={id} sx={{ borderTop: `1px solid ${hairline}` }}>
            <Link
              component={RouterLink}
              to={`/benches/${id}`}
              sx={{ display: 'block', minHeight: 56, py: 1.25, textDecoration: 'none' }}
            >
              <Box sx={{ fontWeight: 700, fontSize: '1.15rem' }}>{question}</Box>
              <Box sx={{ color: faded }}>{about}</Box>
            </Link>
          </Box>
        ))}
      </Box>
    </>
  );
}
