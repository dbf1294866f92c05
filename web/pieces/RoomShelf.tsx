import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { outlineOf } from '../../core/form/outline.ts';
import { wetAt } from '../../core/plan/moistureForecast.ts';
import type { Choosing } from '../class/chosen.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { headlineOf, type Here } from '../ui/answer.ts';
import { dueColours, faded, ink } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';

interface Board {
  id: string;
  name: string;
  pieces: PieceRow[];
  tallest: number;
}

const tallOf = ({ look }: PieceRow): number => {
  const points = outlineOf(look.form);
  return Math.max(points.at(-1)!.heightM, ...points.map(({ diameterM }) => diameterM * 0.7));
};

/** The rooms that pieces stand in, by name. */
export function byRoom(rows: PieceRow[]): Board[] {
  const tallest = Math.max(0.01, ...rows.map(tallOf));
  const rooms = new Map<string, Board>();
  for (const row of rows) {
    const room = rooms.get(row.roomId) ?? { id: row.roomId, name: row.roomName, pieces: [], tallest };
    room.pieces.push(row);
    rooms.set(row.roomId, room);
  }
  return [...rooms.values()].sort((a, b) => a.name.localeCompare(b.name));
}

/** Large beside small as in life, but nothing too small to be seen, px. */
const pictureHeight = (row: PieceRow, tallest: number): number =>
  Math.round(56 + 76 * Math.min(1, tallOf(row) / tallest) ** 0.8);

const figure = {
  display: 'block',
  color: 'inherit',
  textDecoration: 'none',
  height: '100%',
  pb: 1.5,
  cursor: 'pointer',
  '&:hover .name': { textDecoration: 'underline' },
  '&:focus-within .board': { outline: `3px solid ${ink}` },
} as const;

function Standing({
  row,
  tallest,
  here,
  choosing,
}: {
  row: PieceRow;
  tallest: number;
  here: Here;
  choosing: Choosing;
}) {
  const { now } = here;
  const { id, name, next, look, clay, wet } = row;
  const { due, headline } = headlineOf(next, here);
  const chosen = choosing.ids.has(id);
  const inside = (
    <>
      <Box
        className="board"
        sx={{
          height: 140,
          display: 'flex',
          alignItems: 'flex-end',
          justifyContent: 'center',
          borderBottom: `9px solid #a58a6a`,
          background: chosen ? '#e3d3b6' : undefined,
          position: 'relative',
        }}
      >
        {choosing.on && (
          <Box
            component="input"
            type="checkbox"
            checked={chosen}
            onChange={() => choosing.toggle(id)}
            aria-label={name}
            sx={{ position: 'absolute', top: 4, left: 4, width: 26, height: 26, accentColor: ink, m: 0 }}
          />
        )}
        <PiecePicture
          look={look}
          clay={clay}
          wet={wet && wetAt(wet, now)}
          height={pictureHeight(row, tallest)}
        />
      </Box>
      <Box sx={{ pr: 1, pt: 0.5, lineHeight: 1.25 }}>
        <Box className="name" sx={{ fontWeight: 700, overflowWrap: 'anywhere' }}>
          {name}
        </Box>
        {row.current && <Box sx={{ color: dueColours[due], fontWeight: 700 }}>{headline}</Box>}
        <Box sx={{ color: faded }}>
          {row.stageName ?? unknownWords(row, here)}
          {look.fired === 'raw' && `, ${coverNamed(row.cover).name.toLowerCase()}`}
        </Box>
      </Box>
    </>
  );
  return (
    <Box
      component="li"
      data-piece={id}
      sx={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 230px' }}
    >
      {choosing.on ? (
        <Box component="label" sx={figure}>
          {inside}
        </Box>
      ) : (
        <Box component={RouterLink} to={`/pieces/${id}`} sx={figure}>
          {inside}
        </Box>
      )}
    </Box>
  );
}

/** Where it is not known how it stands: since when. */
const unknownWords = ({ asOf }: PieceRow, { now, zone }: Here): string =>
  asOf === null ? 'being worked out' : `last ${whenNear(asOf, now, zone)}, being worked out`;

/** What stands in one room. */
export function RoomShelf({
  room: { id, name, pieces, tallest },
  here,
  choosing,
  onRead,
}: {
  room: Board;
  here: Here;
  choosing: Choosing;
  onRead: (room: { id: string; name: string }) => void;
}) {
  return (
    <Box component="section" aria-label={name} sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 0.5 }}>
        <Typography variant="h2">
          {name}{' '}
          <Box component="span" sx={{ color: faded, fontSize: '1.05rem' }}>
            {pieces.length}
          </Box>
        </Typography>
        <Button
          onClick={() => onRead({ id, name })}
          aria-label={`Type the air of ${name} now`}
          sx={{ displayPrint: 'none' }}
        >
          Air now
        </Button>
      </Box>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(116px, 1fr))',
        }}
      >
        {pieces.map((row) => (
          <Standing key={row.id} row={row} tallest={tallest} here={here} choosing={choosing} />
        ))}
      </Box>
    </Box>
  );
}
