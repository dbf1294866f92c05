import { lazy, Suspense, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Slider, Typography } from '@mui/material';
import type { PieceRow, PiecesAnswer } from '../../api/routes.ts';
import { coverNamed } from '../../core/drying/face.ts';
import { wetAt } from '../../core/plan/moistureForecast.ts';
import { outlineOf } from '../../core/form/outline.ts';
import { DAY, HOUR, type Instant } from '../../core/units/quantity.ts';
import type { Choosing } from '../class/chosen.ts';
import { shadeOf, shadeStyle } from '../draw/clayShade.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { headlineOf, type Here } from '../ui/answer.ts';
import { useHere } from '../ui/here.ts';
import { dueColours, faded, hairline, ink, paper, slab } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';

const AirNow = lazy(async () => ({ default: (await import('../acting/AirNow.tsx')).AirNow }));

interface DryingRoomProps {
  rows: PieceRow[];
  groups: PiecesAnswer['groups'];
  choosing: Choosing;
}

/** So far ahead the shelf can be looked at. */
const AHEAD = 2 * DAY;
const STEP = HOUR / 2;

/** The pieces as they stand on their boards, room by room: what is dark, what is pale, what is wrapped, now or later. */
export function DryingRoom({ rows, groups, choosing }: DryingRoomProps) {
  const here = useHere(60_000);
  const { now, zone, night } = here;
  const [ahead, setAhead] = useState(0);
  const [reading, setReading] = useState<{ id: string; name: string } | null>(null);
  const shelf = useRef<HTMLDivElement>(null);
  const drag = useShades(shelf, rows);
  const at = now + ahead;
  useEffect(() => drag(at), [drag, at]);
  const rooms = useMemo(() => byRoom(rows), [rows]);
  const go = (to: Instant) => setAhead(Math.min(AHEAD, Math.max(0, Math.round((to - now) / STEP) * STEP)));
  return (
    <>
      <Box
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          columnGap: 2,
          borderTop: `1px solid ${hairline}`,
          borderBottom: `1px solid ${hairline}`,
        }}
      >
        <Box sx={{ fontFamily: slab, fontWeight: 650, minWidth: { sm: 230 } }}>
          {ahead === 0 ? 'As it stands now' : `As it will look ${whenNear(at, now, zone)}`}
        </Box>
        <ShelfTime
          key={ahead}
          ahead={ahead}
          says={(value) => (value === 0 ? 'now' : whenNear(now + value, now, zone))}
          onDrag={(value) => drag(now + value)}
          onAhead={setAhead}
        />
        <Box sx={{ displayPrint: 'none', '& > *': { px: { xs: 1, sm: 2 } } }}>
          <Button onClick={() => setAhead(0)}>Now</Button>
          <Button onClick={() => go(night.from)}>Tonight</Button>
          <Button onClick={() => go(night.morning)}>Next morning</Button>
          <Button onClick={() => print()} sx={{ display: { xs: 'none', sm: 'inline-flex' } }}>
            Print
          </Button>
        </Box>
      </Box>
      {ahead > 0 && (
        <Box sx={{ color: faded, mt: 0.5 }}>
          As the walls dry if every step and cover is done as planned; coats and covers are drawn as they are
          now.
        </Box>
      )}
      {choosing.on && <ChooseMany rows={rows} groups={groups} choosing={choosing} />}
      <Box ref={shelf}>
        {rooms.map(({ id, name, pieces, tallest }) => (
          <Box component="section" key={id} aria-label={name} sx={{ mt: 2 }}>
            <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 0.5 }}>
              <Typography variant="h2">
                {name}{' '}
                <Box component="span" sx={{ color: faded, fontSize: '1.05rem' }}>
                  {pieces.length}
                </Box>
              </Typography>
              <Button
                onClick={() => setReading({ id, name })}
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
        ))}
      </Box>
      {reading && (
        <Suspense fallback={null}>
          <AirNow room={reading} onClose={() => setReading(null)} />
        </Suspense>
      )}
    </>
  );
}

/** The time that the shelf is looked at. It keeps its thumb to itself while it is dragged. */
function ShelfTime({
  ahead,
  says,
  onDrag,
  onAhead,
}: {
  ahead: number;
  says: (ahead: number) => string;
  onDrag: (ahead: number) => void;
  onAhead: (ahead: number) => void;
}) {
  const [value, setValue] = useState(ahead);
  return (
    <Slider
      aria-label="When the shelf is looked at"
      min={0}
      max={AHEAD}
      step={STEP}
      value={value}
      onChange={(_event, to) => {
        setValue(to);
        onDrag(to);
      }}
      onChangeCommitted={(_event, to) => onAhead(to as number)}
      getAriaValueText={says}
      valueLabelDisplay="auto"
      valueLabelFormat={says}
      sx={slider}
    />
  );
}

const slider = {
  flex: 1,
  minWidth: 200,
  py: '22px !important',
  color: ink,
  displayPrint: 'none',
  '& .MuiSlider-rail': { height: 3, opacity: 1, background: hairline, borderRadius: 0 },
  '& .MuiSlider-track': { height: 3, borderRadius: 0 },
  '& .MuiSlider-thumb': { width: 22, height: 36, borderRadius: 0 },
  '& .MuiSlider-valueLabel': { background: ink, borderRadius: 0, fontSize: '1rem' },
} as const;

/** Shades every piece for a moment, without drawing any anew: as fast as a thumb drags. */
function useShades(shelf: RefObject<HTMLElement | null>, rows: PieceRow[]): (at: Instant) => void {
  const frame = useRef(0);
  return useMemo(() => {
    const drying = rows.flatMap(({ id, look, clay, wet }) => (wet ? [{ id, look, clay, wet }] : []));
    return (at) => {
      cancelAnimationFrame(frame.current);
      frame.current = requestAnimationFrame(() => {
        const pictures = new Map(
          [...(shelf.current?.querySelectorAll<HTMLElement>('[data-piece]') ?? [])].map((of) => [
            of.dataset['piece'],
            of.querySelector('svg'),
          ]),
        );
        for (const { id, look, clay, wet } of drying) {
          const style = shadeStyle(shadeOf(clay, wetAt(wet, at), look.fired));
          for (const [name, colour] of Object.entries(style))
            pictures.get(id)?.style.setProperty(name, colour);
        }
      });
    };
  }, [rows, shelf]);
}

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

function byRoom(rows: PieceRow[]): Board[] {
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

/** All that is shown, or all of a group, with one tap. */
function ChooseMany({
  rows,
  groups,
  choosing,
}: {
  rows: PieceRow[];
  groups: PiecesAnswer['groups'];
  choosing: Choosing;
}) {
  const of = groups.flatMap(({ id, set }) => {
    const pieces = rows.filter((row) => row.groups.includes(id)).map((row) => row.id);
    return pieces.length > 0 ? [{ id, name: set.name, pieces }] : [];
  });
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1, background: paper }}>
      <Button variant="outlined" onClick={() => choosing.chooseAll(rows.map(({ id }) => id))}>
        All {rows.length}
      </Button>
      {of.map(({ id, name, pieces }) => (
        <Button key={id} variant="outlined" onClick={() => choosing.chooseAll(pieces)}>
          {name} ({pieces.length})
        </Button>
      ))}
    </Box>
  );
}
