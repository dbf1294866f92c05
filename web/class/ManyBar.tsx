import { lazy, Suspense, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { Box, Button } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { board, ink, slab } from '../ui/theme.ts';
import type { Choosing } from './chosen.ts';
import { useLead } from './useLead.ts';

const dialogs = {
  cover: lazy(async () => ({ default: (await import('./CoverMany.tsx')).CoverMany })),
  step: lazy(async () => ({ default: (await import('./StepMany.tsx')).StepMany })),
  check: lazy(async () => ({ default: (await import('./SampleCheck.tsx')).SampleCheck })),
  codes: lazy(async () => ({ default: (await import('./CodesMany.tsx')).CodesMany })),
  layers: lazy(async () => ({ default: (await import('./LayersMany.tsx')).LayersMany })),
  group: lazy(async () => ({ default: (await import('./GroupMany.tsx')).GroupMany })),
  finish: lazy(async () => ({ default: (await import('./FinishMany.tsx')).FinishMany })),
};

/** What can be done with all that was chosen, held at the foot of the view. */
export function ManyBar({ chosen, choosing }: { chosen: PieceRow[]; choosing: Choosing }) {
  const [open, setOpen] = useState<keyof typeof dialogs | null>(null);
  const lead = useLead();
  const navigate = useNavigate();
  const count = chosen.length;
  const button = (which: keyof typeof dialogs, name: ReactNode) => (
    <Button
      variant="outlined"
      disabled={count === 0}
      onClick={() => setOpen(which)}
      sx={{
        color: board,
        borderColor: board,
        '&.Mui-disabled': { color: '#b7a999', borderColor: '#8a7a6b' },
      }}
    >
      {name}
    </Button>
  );
  const Dialog = open && dialogs[open];
  return (
    <Box
      role="region"
      aria-label="What was chosen"
      sx={{
        position: 'sticky',
        bottom: { xs: 64, md: 0 },
        zIndex: 1100,
        background: ink,
        color: board,
        mx: { xs: -2, md: -4 },
        px: { xs: 2, md: 4 },
        py: 1,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1,
        alignItems: 'center',
      }}
    >
      <Box role="status" sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.15rem', mr: 1, minWidth: 96 }}>
        {count} chosen
      </Box>
      {button('cover', 'Cover')}
      {button('step', 'Log a step')}
      {button('check', 'Check a sample')}
      {button('layers', 'What they carry')}
      {button('group', 'Group')}
      {button('codes', 'Codes')}
      {button('finish', 'Finish')}
      <Button
        variant="outlined"
        disabled={count === 0}
        onClick={() => void lead(chosen.map(({ id }) => id)).then((path) => path && navigate(path))}
        sx={{
          color: board,
          borderColor: board,
          '&.Mui-disabled': { color: '#b7a999', borderColor: '#8a7a6b' },
        }}
      >
        Lead me
      </Button>
      <Box sx={{ flex: 1 }} />
      <Button onClick={choosing.leave} sx={{ color: board }}>
        Done choosing
      </Button>
      {Dialog && (
        <Suspense fallback={null}>
          <Dialog chosen={chosen} onClose={() => setOpen(null)} />
        </Suspense>
      )}
    </Box>
  );
}
