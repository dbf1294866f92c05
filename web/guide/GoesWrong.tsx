import { useState } from 'react';
import { Box, Button } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { faultOfSign } from '../../core/fault/signs.ts';
import type { Planned } from '../../core/technique/layer.ts';
import type { Remedy } from '../../core/technique/technique.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { faded, ironRed } from '../ui/theme.ts';
import { lastWithRedo, Redo } from '../steps/Redo.tsx';
import type { LedPiece } from './useLed.ts';

interface Wrong {
  planned: Planned;
  remedy: Remedy;
}

/** What goes wrong here, one tap each: the remedy at once, the step that it does again, why it may be; and the fault logged. */
export function GoesWrong({ planned, led }: { planned: Planned; led: LedPiece }) {
  const log = useLog();
  const [shown, setShown] = useState<Wrong | null>(null);
  const before = lastWithRedo(led.piece);
  const all: Wrong[] = [
    ...(before && before.key !== planned.key
      ? before.step.remedies
          .filter(({ redo }) => redo !== undefined)
          .map((remedy) => ({ planned: before, remedy }))
      : []),
    ...planned.step.remedies.filter(({ only }) => !only).map((remedy) => ({ planned, remedy })),
  ];
  if (all.length === 0) return null;
  const tell = (wrong: Wrong) => {
    const { sign } = wrong.remedy;
    setShown(wrong);
    void log(`${led.name}: ${sign}`, [
      entry('piece.faulted', led.pieceId, { refs: wrong.planned.refs, fault: sign.slice(0, 80) }),
    ]);
  };
  return (
    <Box sx={{ mt: 2.5, mb: 1 }}>
      {shown && (
        <Box role="alert" sx={{ borderLeft: `12px solid ${ironRed}`, pl: 2, my: 1.5, fontSize: '1.4rem' }}>
          <b>{capital(shown.remedy.sign)}:</b> {shown.remedy.say}
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
            <Redo piece={led.piece} planned={shown.planned} remedy={shown.remedy} variant="contained" />
            {faultOfSign(shown.remedy.sign) && (
              <Button
                component={RouterLink}
                to={`/pieces/${led.pieceId}#went-wrong`}
                sx={{ minHeight: 56, mt: 1 }}
              >
                Why it may be
              </Button>
            )}
          </Box>
        </Box>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Box sx={{ color: faded }}>Goes wrong?</Box>
        {all.map((wrong) => (
          <Button
            key={`${wrong.planned.key} ${wrong.remedy.sign}`}
            variant="outlined"
            onClick={() => tell(wrong)}
            sx={{
              minHeight: 56,
              borderColor: ironRed,
              color: ironRed,
              whiteSpace: 'normal',
              textAlign: 'left',
            }}
          >
            {capital(wrong.remedy.sign)}
          </Button>
        ))}
      </Box>
    </Box>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
