import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { BenchPiece } from '../../api/routes.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { wetAt } from '../../core/plan/ribbon.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { Ribbon } from '../draw/Ribbon.tsx';
import { coverWords, movedWords, type Here } from '../frame/answer.ts';
import { AnswerBoard } from '../frame/parts.tsx';
import { faded, hairline, reachable, tones, type Tone } from '../frame/theme.ts';
import { LogNext } from '../pieces/LogNext.tsx';
import type { Placed } from './placed.ts';

/** Pieces in a row, or one large. */
function Pictures({ pieces, height }: { pieces: BenchPiece[]; height: number }) {
  const shown = pieces.slice(0, pieces.length === 1 ? 1 : 7);
  return (
    <Box sx={{ display: 'flex', alignItems: 'flex-end', flexWrap: 'wrap', gap: 0.5 }}>
      {shown.map(({ pieceId, look, ribbon }) => (
        <PiecePicture
          key={pieceId}
          look={look}
          clay={ribbon}
          wet={wetAt(ribbon, ribbon.at[0]!)}
          height={pieces.length === 1 ? height : height * 0.62}
          {...(pieces.length === 1 && { width: height })}
        />
      ))}
      {pieces.length > shown.length && <Box sx={{ fontWeight: 700 }}>+{pieces.length - shown.length}</Box>}
    </Box>
  );
}

function about({ pieces, group }: Placed) {
  const [piece] = pieces;
  if (!piece) return null;
  const many = pieces.length > 1;
  return (
    <>
      <Box
        component={RouterLink}
        to={many ? `/pieces?group=${group!.id}` : `/pieces/${piece.pieceId}`}
        sx={{ ...reachable, fontWeight: 700, fontSize: '1.15rem', color: 'inherit' }}
      >
        {many ? `${group!.set.name}, ${pieces.length} pieces` : piece.name}
      </Box>{' '}
      <Box component="span" sx={{ color: faded }}>
        {piece.stageName.toLowerCase()} · {coverNamed(piece.cover).name.toLowerCase()} · {piece.roomName}
        {!many && group && ` · ${group.set.name}`}
      </Box>
    </>
  );
}

interface PlacedProps {
  placed: Placed;
  here: Here;
}

/** The coming day of a piece's wall, with the window of its next step. */
const Ahead = ({ piece: { ribbon, next }, tone, zone }: { piece: BenchPiece; tone: Tone; zone: string }) => (
  <Ribbon ribbon={ribbon} opens={next?.opens ?? null} closes={next?.closes ?? null} tone={tone} zone={zone} />
);

const Moved = ({ piece: { moved }, here }: { piece: BenchPiece; here: Here }) => {
  const words = movedWords(moved, here);
  return words === null ? null : <Box sx={{ color: faded }}>{words}</Box>;
};

/** What presses most, large. */
export function First({ placed: of, here, children }: PlacedProps & { children?: ReactNode }) {
  const { pieces, answer } = of;
  const [piece, ...others] = pieces;
  if (!piece) return null;
  const cover = coverWords(piece.advice, piece.cover, here.now, here.zone);
  return (
    <AnswerBoard answer={answer} about={about(of)} picture={<Pictures pieces={pieces} height={136} />}>
      <Moved piece={piece} here={here} />
      {cover && <Box sx={{ mt: 1 }}>{cover}</Box>}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', my: 1.5 }}>
        <LogNext piece={piece} others={others} />
        {others.length === 0 && (
          <Button variant="outlined" component={RouterLink} to={`/pieces/${piece.pieceId}`}>
            Look at the wall
          </Button>
        )}
        {children}
      </Box>
      <Ahead piece={piece} tone={answer.tone} zone={here.zone} />
    </AnswerBoard>
  );
}

/** What comes after it. */
export function Row({ placed: of, here }: PlacedProps) {
  const { pieces, answer } = of;
  const [piece, ...others] = pieces;
  if (!piece) return null;
  const { colour } = tones[answer.tone];
  const cover = coverWords(piece.advice, piece.cover, here.now, here.zone);
  return (
    <Box
      component="li"
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1.25,
        display: 'grid',
        columnGap: 2,
        rowGap: 1,
        gridTemplateColumns: {
          xs: '84px minmax(0, 1fr)',
          lg: '84px minmax(0, 5fr) minmax(0, 4fr) auto',
        },
        alignItems: 'center',
      }}
    >
      <Pictures pieces={pieces} height={80} />
      <Box sx={{ borderLeft: `8px solid ${colour}`, pl: 1.5 }}>
        <Box>
          <Box component="span" sx={{ color: colour, fontWeight: 700, mr: 1 }}>
            {answer.word}
          </Box>
          {about(of)}
        </Box>
        <Typography variant="h3" component="p">
          {answer.headline}
        </Typography>
        <Box>{answer.detail}</Box>
        <Moved piece={piece} here={here} />
        {cover && <Box>{cover}</Box>}
      </Box>
      <Box sx={{ gridColumn: { xs: '1 / -1', lg: 'auto' } }}>
        <Ahead piece={piece} tone={answer.tone} zone={here.zone} />
      </Box>
      <Box
        sx={{
          gridColumn: { xs: '1 / -1', lg: 'auto' },
          display: 'flex',
          gap: 1,
          flexWrap: 'wrap',
          minWidth: { lg: 190 },
          justifyContent: { lg: 'flex-end' },
        }}
      >
        <LogNext piece={piece} others={others} />
      </Box>
    </Box>
  );
}
