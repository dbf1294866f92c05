import { Box, ButtonBase } from '@mui/material';
import { isSign } from '../../core/coat/sign.ts';
import { wetness } from '../../core/clay/colour.ts';
import { SECOND, type Instant } from '../../core/units/quantity.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { standingOf } from '../../core/plan/standing.ts';
import { headlineOf, waitWords } from '../ui/answer.ts';
import { useHere } from '../ui/here.ts';
import { board, faded, hairline, ink, ochre, tones } from '../ui/theme.ts';
import { clockTime } from '../ui/times.ts';
import type { LedPiece } from './useLed.ts';

/** All pieces that are led, each with what it waits for; the one in hand stands out. A tap takes another in hand. */
export function PieceTabs({
  led,
  shown,
  now,
  onTake,
}: {
  led: LedPiece[];
  shown: string | null;
  now: Instant;
  onTake: (pieceId: string) => void;
}) {
  if (led.length < 2) return null;
  return (
    <Box
      role="group"
      aria-label="Pieces that are led"
      sx={{ display: 'flex', overflowX: 'auto', borderBottom: `1px solid ${hairline}`, flexShrink: 0 }}
    >
      {led.map((piece) => {
        const inHand = piece.pieceId === shown;
        return (
          <ButtonBase
            key={piece.pieceId}
            aria-pressed={inHand}
            onClick={() => onTake(piece.pieceId)}
            sx={{
              display: 'grid',
              gridTemplateColumns: '64px auto',
              gap: 1,
              alignItems: 'center',
              textAlign: 'left',
              font: 'inherit',
              minWidth: 190,
              px: 1.5,
              py: 0.5,
              color: ink,
              background: inHand ? board : 'transparent',
              borderRight: `1px solid ${hairline}`,
              borderBottom: `5px solid ${inHand ? ink : 'transparent'}`,
              '&:focus-visible': { outline: `3px solid ${ink}`, outlineOffset: -3 },
            }}
          >
            <PiecePicture
              look={piece.look}
              clay={piece.wall.body}
              wet={wetOf(piece)}
              height={64}
              width={64}
            />
            <span>
              <b>{piece.name}</b>
              <State piece={piece} now={now} />
            </span>
          </ButtonBase>
        );
      })}
    </Box>
  );
}

/** How wet a piece looks by its mean; null where that is not known, and of fired ware. */
export function wetOf({ piece, wall, next }: LedPiece) {
  if (piece.fired !== 'raw' || !next) return null;
  const even = wetness(wall.body, wall.meanX);
  return { wall: even, rim: even, foot: even };
}

function State({ piece: { next, coming }, now }: { piece: LedPiece; now: Instant }) {
  const here = useHere();
  if (!next) return <Box sx={{ color: faded }}>{coming ? 'being worked out …' : 'all done'}</Box>;
  const { asks, wait } = standingOf(next, now);
  if (asks === 'wait' && wait)
    return (
      <Box sx={{ color: ochre, fontWeight: 700 }}>
        {isSign(wait.what) ? waitWords(wait.what) : 'then'} {inWords(wait.to, now, here.zone)}
      </Box>
    );
  const { tone, word } = headlineOf(next, { ...here, now });
  return <Box sx={{ color: tones[tone].colour, fontWeight: 700 }}>{word}</Box>;
}

/** How long until a moment: by the second when it is near, by the clock when it is not. */
export function inWords(at: Instant, now: Instant, zone: string): string {
  const seconds = Math.max(0, Math.round((at - now) / SECOND));
  if (seconds >= 3600) return `about ${clockTime(at, zone)}`;
  return `in ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
