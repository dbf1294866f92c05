import type { ReactNode } from 'react';
import { Box } from '@mui/material';

/** Fields side by side where there is room. */
export function Columns({ children, narrowest = 220 }: { children: ReactNode; narrowest?: number }) {
  return (
    <Box
      sx={{ display: 'grid', gap: 2, gridTemplateColumns: `repeat(auto-fit, minmax(${narrowest}px, 1fr))` }}
    >
      {children}
    </Box>
  );
}
