import { useState, type ReactNode } from 'react';
import { Box } from '@mui/material';
import { slab } from './theme.ts';

/** What is not needed every time, under its name until it is opened. */
export function Fold({
  name,
  open = false,
  level,
  children,
}: {
  name: string;
  /** It must be seen now. */
  open?: boolean;
  /** Of its heading, where it is a part of a page. */
  level?: 'h2' | 'h3';
  children: ReactNode;
}) {
  const [opened, setOpened] = useState(false);
  return (
    <details open={opened || open} onToggle={({ currentTarget }) => setOpened(currentTarget.open)}>
      <Box
        component="summary"
        sx={{ minHeight: 48, alignContent: 'center', cursor: 'pointer', fontWeight: 700 }}
      >
        {level ? (
          <Box component={level} sx={{ display: 'inline', fontFamily: slab, fontSize: '1.3rem', m: 0 }}>
            {name}
          </Box>
        ) : (
          name
        )}
      </Box>
      {children}
    </details>
  );
}
