import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import type { GroupState } from '../../core/log/group.ts';
import { LOOK_FIRST, type PieceWeek, type WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { Section } from '../ui/parts.tsx';
import { hairline, ironRed, reachable } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { PossibleChanges } from './PossibleChanges.tsx';
import { takenOfPiece } from './taking.ts';

interface NotAsWantedProps {
  plan: WeekPlan;
  rows: readonly PieceRow[];
  groups: readonly GroupState[];
  /** Whether the plan knows of all that was logged. */
  current: boolean;
  now: Instant;
  zone: string;
}

/** Pieces with something to do that no session is found for, or that are not dry by when they are wanted; and what would help. */
export function NotAsWanted({ plan, rows, ...here }: NotAsWantedProps) {
  const none = plan.pieces.flatMap((week) => {
    const row = rows.find(({ id }) => id === week.pieceId);
    return row && week.unmade === undefined && isWanting(week) ? [{ row, week }] : [];
  });
  if (none.length === 0) return null;
  return (
    <Section title="Not as wanted">
      {none.map(({ row, week }) => (
        <Wanting key={row.id} row={row} week={week} {...here} />
      ))}
    </Section>
  );
}

const isWanting = ({ tasks, unplanned, due }: PieceWeek): boolean =>
  (tasks.length === 0 && unplanned !== null) || (due !== null && due.chance < LOOK_FIRST);

function Wanting({
  row,
  week,
  groups,
  current,
  now,
  zone,
}: Omit<NotAsWantedProps, 'plan' | 'rows'> & { row: PieceRow; week: PieceWeek }) {
  const [asked, setAsked] = useState(false);
  return (
    <Box sx={{ py: 0.75, borderBottom: `1px solid ${hairline}` }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box sx={{ flex: 1, minWidth: 240 }}>
          <Box component={RouterLink} to={`/pieces/${row.id}`} sx={reachable}>
            {row.name}
          </Box>
          :{' '}
          <Box component="span" sx={{ color: ironRed, fontWeight: 650 }}>
            {whyWords(week, now, zone)}
          </Box>
        </Box>
        {current && !asked && (
          <Button
            variant="outlined"
            aria-label={`What would help ${row.name}?`}
            onClick={() => setAsked(true)}
          >
            What would help?
          </Button>
        )}
      </Box>
      {current && asked && (
        <PossibleChanges
          id={row.id}
          name={row.name}
          take={(change) => takenOfPiece(row, groups, change)}
          now={now}
          zone={zone}
        />
      )}
    </Box>
  );
}

function whyWords({ tasks, unplanned, due }: PieceWeek, now: Instant, zone: string): string {
  if (tasks.length === 0 && unplanned) return `no session fits for “${unplanned.name}”`;
  if (!due) return '';
  const by = whenNear(due.by, now, zone);
  return unplanned
    ? `“${unplanned.name}” comes too late to be dry by ${by}`
    : due.chance < 0.05
      ? `not dry for the kiln by ${by}`
      : `dry for the kiln by ${by} with ${Math.round(100 * due.chance)} %`;
}
