import { Box } from '@mui/material';
import type { TubOnShelf } from '../../core/shelf/tubOnShelf.ts';
import type { Suited } from '../../core/shelf/suited.ts';
import { formatQuantity } from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';
import { hairline, ironRed, manganese, tones } from '../ui/theme.ts';
import { tubAnswer } from './tubWords.ts';

/** A tub for the act in hand: whether its slip is right for that, the colour it fires to, how much is taken and is there. */
export function TubVerdict({
  shelf,
  suited,
  takesM3,
}: {
  shelf: TubOnShelf;
  suited: Suited;
  /** What the act takes, m³; 0 where that is not known. */
  takesM3: number;
}) {
  const units = useUnits();
  const { tub } = shelf;
  const { tone, headline, detail } = tubAnswer(shelf, suited, units);
  const volume = (m3: number) => formatQuantity('volume', Number(m3.toPrecision(2)), units);
  const short = takesM3 > tub.volumeM3;
  return (
    <Box sx={{ borderLeft: `8px solid ${tones[tone].colour}`, pl: 1.5, display: 'flex', gap: 1.5 }}>
      <Box
        role="img"
        aria-label="The colour it fires to"
        sx={{
          width: 40,
          minHeight: 40,
          flexShrink: 0,
          background: tub.made.firedColour,
          border: `1px solid ${hairline}`,
        }}
      />
      <Box>
        <b>
          {tub.made.name}: {headline}.
        </b>{' '}
        {detail}
        {takesM3 > 0 && (
          <Box sx={short ? { color: ironRed, fontWeight: 700 } : {}}>
            Takes about {volume(takesM3)}; {short ? 'only ' : ''}
            {volume(tub.volumeM3)} {short ? 'is left by its log: top it up, or take another' : 'is in it'}.
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** Tubs that are not offered to pupils, and why. */
export function Withheld({ tubs }: { tubs: TubOnShelf[] }) {
  if (tubs.length === 0) return null;
  return (
    <Box sx={{ color: manganese }}>
      Not offered to pupils or in pregnancy: {tubs.map(({ tub }) => tub.made.name).join(', ')}, for what is in
      them. Take one of the others. Local rules decide.
    </Box>
  );
}
