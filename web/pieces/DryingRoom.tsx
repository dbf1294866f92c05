import { lazy, Suspense, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { Box, Button, Slider } from '@mui/material';
import type { PieceRow, PiecesAnswer } from '../../api/routes.ts';
import { wetAt } from '../../core/plan/moistureForecast.ts';
import { DAY, HOUR, type Instant } from '../../core/units/quantity.ts';
import type { Choosing } from '../class/chosen.ts';
import { shadeOf, shadeStyle } from '../draw/clayShade.ts';
import { useHere } from '../ui/here.ts';
import { byRoom, RoomShelf } from './RoomShelf.tsx';
import { faded, hairline, ink, paper, slab } from '../ui/theme.ts';
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
        {rooms.map((room) => (
          <RoomShelf key={room.id} room={room} here={here} choosing={choosing} onRead={setReading} />
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
