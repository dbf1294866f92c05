import { Link as RouterLink } from 'react-router';
import { Box, Button } from '@mui/material';
import type { ToMakeRow } from '../../api/routes.ts';
import { to } from '../../api/answers.ts';
import type { GroupState } from '../../core/log/group.ts';
import { makingsOf, type MakingMeant } from '../../core/schedule/making.ts';
import { LOOK_FIRST, type PieceWeek, type WeekPlan } from '../../core/schedule/weekPlan.ts';
import { formatQuantity, type Instant } from '../../core/units/quantity.ts';
import { atTime } from '../ui/answer.ts';
import { useUnits } from '../asking/maker.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { PiecePicture } from '../draw/PiecePicture.tsx';
import { Section } from '../ui/parts.tsx';
import { copperGreen, faded, ochre, reachable, slab } from '../ui/theme.ts';
import { span, whenNear } from '../ui/times.ts';
import { PossibleChanges } from './PossibleChanges.tsx';
import { takenOfGroup, type OwnChange } from './taking.ts';

interface ToMakeProps {
  rows: readonly ToMakeRow[];
  groups: readonly GroupState[];
  plan: WeekPlan;
  /** Whether the plan knows of all that was logged. */
  current: boolean;
  now: Instant;
  zone: string;
}

/** Pieces that are still to be made: when to make them, whether they are dry in time, the slip they take, and what would help. */
export function ToMake({ rows, plan, ...here }: ToMakeProps) {
  if (rows.length === 0) return null;
  const makings = makingsOf(plan);
  return (
    <Section title="To be made">
      {rows.map((row) => (
        <Wish
          key={row.id}
          row={row}
          ways={plan.pieces.filter(({ pieceId, unmade }) => pieceId === row.id && unmade !== undefined)}
          making={makings.filter(({ groupId }) => groupId === row.id)}
          {...here}
        />
      ))}
    </Section>
  );
}

function Wish({
  row,
  ways,
  making,
  groups,
  current,
  now,
  zone,
}: Omit<ToMakeProps, 'rows' | 'plan'> & { row: ToMakeRow; ways: PieceWeek[]; making: MakingMeant[] }) {
  const group = groups.find(({ id }) => id === row.id);
  const inTime = countOf(ways.filter(isInTime));
  const isLate = row.dueAt !== null && inTime < row.left;
  const take = (change: OwnChange) => (group ? takenOfGroup(group, row.left, change) : null);
  return (
    <Box component="section" aria-label={row.groupName} sx={aside}>
      <Box sx={{ flex: 'none' }}>
        <PiecePicture look={row.look} clay={row.clay} wet={FRESH} height={72} width={72} />
      </Box>
      <Box
        sx={{
          flex: { xs: '1 1 240px', sm: 1 },
          minWidth: 0,
          borderLeft: `8px solid ${isLate ? ochre : copperGreen}`,
          pl: 1.5,
        }}
      >
        <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.25rem' }}>
          {row.left} × {row.name}
          {row.left < row.count && `, ${row.count - row.left} made already`}
        </Box>
        <Box sx={{ color: faded }}>
          for{' '}
          <Box component={RouterLink} to={`/pieces?group=${row.id}`} sx={reachable}>
            {row.groupName}
          </Box>
          {row.dueAt !== null && `, dry for the kiln by ${whenNear(row.dueAt, now, zone)}`}
        </Box>
        {ways.length === 0 ? (
          <Box sx={{ color: faded }}>Its plan is being worked out.</Box>
        ) : (
          <>
            {row.dueAt !== null && (
              <Box sx={isLate ? { color: ochre, fontWeight: 700 } : { fontWeight: 700 }}>
                {isLate
                  ? `${inTime === 0 ? 'None' : inTime} of ${row.left} in time.`
                  : 'All in time, if each is looked at once on the way.'}
              </Box>
            )}
            <Box>
              {makingWords(making, now, zone)} {handsWords(ways)}
            </Box>
            <Slip slip={row.slip} />
            {current && row.dueAt !== null && (
              <PossibleChanges id={row.id} name={row.groupName} take={take} now={now} zone={zone} />
            )}
          </>
        )}
      </Box>
      <Button
        variant="contained"
        component={RouterLink}
        to={`/pieces/new?for=${row.id}&count=${making[0]?.count ?? row.left}`}
        aria-label={`Log as made: ${row.name}`}
      >
        Log as made
      </Button>
    </Box>
  );
}

const aside = {
  ...{ display: 'flex', gap: 2, py: 1, alignItems: 'flex-start' },
  flexWrap: { xs: 'wrap', sm: 'nowrap' },
} as const;

const sumOf = (counts: readonly number[]): number => counts.reduce((sum, count) => sum + count, 0);

/** As it is when it is made. */
const FRESH = { wall: 1, rim: 1, foot: 1 };

const countOf = (ways: readonly PieceWeek[]): number => sumOf(ways.map(({ unmade }) => unmade!));

const isInTime = ({ due, unplanned }: PieceWeek): boolean =>
  unplanned === null && (due === null || due.chance >= LOOK_FIRST);

/** How many are made when. */
function makingWords(making: readonly MakingMeant[], now: Instant, zone: string): string {
  if (making.length === 0) return 'No session has the time to make any of them.';
  const words = making.map(({ session: { from }, count }) =>
    from <= now ? `${count} now` : `${count} ${atTime(whenNear(from, now, zone))}`,
  );
  return `Make ${words.join(', ')}.`;
}

/** How long hands are at all of it, and over how many sessions. */
function handsWords(ways: readonly PieceWeek[]): string {
  const tasks = ways.flatMap((way) => way.tasks);
  const sessions = new Set(tasks.map(({ session }) => session.to)).size;
  const hands = span(tasks.reduce((sum, { handsMs }) => sum + handsMs, 0));
  return sessions === 0
    ? ''
    : `In all ${hands} of hands, in ${sessions === 1 ? 'one session' : `${sessions} sessions`}.`;
}

function Slip({ slip }: Pick<ToMakeRow, 'slip'>) {
  const units = useUnits();
  const shelf = useAnswer(slip.length > 0 ? to('/api/shelf') : null);
  if (slip.length === 0) return null;
  const words = slip.map(({ tubId, volumeM3 }) => {
    const tub = shelf.data?.tubs.find(({ tub: { id } }) => id === tubId)?.tub;
    const takes = formatQuantity('volume', volumeM3, units);
    if (!tub) return `${takes} of slip that has no tub yet`;
    const there = formatQuantity('volume', tub.volumeM3, units);
    return tub.volumeM3 >= volumeM3
      ? `${takes} of ${tub.made.name}`
      : `${takes} of ${tub.made.name}, where ${there} are left: make more before`;
  });
  return <Box>Takes {words.join('; ')}.</Box>;
}
