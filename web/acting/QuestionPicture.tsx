import { Box } from '@mui/material';
import type { TouchCheck } from '../../core/forecast/touchCheck.ts';
import { board, ink } from '../ui/theme.ts';

const slabShape = 'M4 30 H44 V38 H4 Z';

/** What each question of a touch check asks the hand or the eye to do, as a small picture beside it. */
const pictures: Record<keyof TouchCheck, { fill: string; lines: string }> = {
  flop: {
    fill: 'M2 20 Q24 20 24 20 T46 36 L46 42 Q30 26 24 27 T2 42 L2 36 Q18 20 24 20',
    lines: 'M24 20 V6',
  },
  dent: { fill: 'M4 28 H14 Q24 42 34 28 H44 V40 H4 Z', lines: 'M20 8 Q24 34 28 8' },
  nail: { fill: slabShape, lines: 'M30 6 L20 29 M8 29 H20' },
  corner: { fill: 'M4 38 H30 Q42 38 44 20 L39 18 Q38 31 30 31 H4 Z', lines: 'M42 16 V6 M38 9 L42 5 L46 9' },
  chill: {
    fill: slabShape,
    lines: 'M12 26 q5 -4 0 -8 t0 -8 M24 26 q5 -4 0 -8 t0 -8 M36 26 q5 -4 0 -8 t0 -8',
  },
  colour: { fill: slabShape, lines: 'M4 22 Q24 6 44 22 Q24 34 4 22 M24 22 h0.1' },
};

export function QuestionPicture({ id }: { id: keyof TouchCheck }) {
  const { fill, lines } = pictures[id];
  return (
    <Box component="svg" viewBox="0 0 48 46" aria-hidden sx={{ width: 56, height: 54 }}>
      <path d={fill} fill={board} stroke={ink} strokeWidth={2} />
      <path d={lines} fill="none" stroke={ink} strokeWidth={2.5} strokeLinecap="round" />
    </Box>
  );
}
