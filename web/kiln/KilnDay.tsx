import { lazy, Suspense, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box } from '@mui/material';
import type { KilnRow } from '../../api/routes.ts';
import { fillOf, usualCone } from '../../core/firing/kilnSpace.ts';
import type { KilnState } from '../../core/log/kilnLoad.ts';
import { DAY, HOUR } from '../../core/units/quantity.ts';
import { studioNow } from '../asking/clock.ts';
import { useZone } from '../asking/maker.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { whenNear } from '../ui/times.ts';
import { FiringFields } from './FiringFields.tsx';
import { TickedLine, toggled } from './TickedLine.tsx';

const WhenField = lazy(async () => ({ default: (await import('../ui/WhenField.tsx')).WhenField }));

/** A day that is asked about is set so far ahead first. */
const AHEAD = 7 * DAY;

/** Plans a bisque firing for a day: its pieces are wanted dry by then, and the plan of the coming days sees to that. */
export function KilnDay({
  kilns,
  rows,
  onClose,
}: {
  kilns: KilnState[];
  /** Raw pieces that are in no load. */
  rows: KilnRow[];
  onClose: () => void;
}) {
  const zone = useZone();
  const [kilnId, setKilnId] = useState(kilns[0]!.id);
  const [cone, setCone] = useState(usualCone.bisque);
  const [fireAt, setFireAt] = useState(() => Math.ceil((studioNow() + AHEAD) / HOUR) * HOUR);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const kiln = kilns.find(({ id }) => id === kilnId)!;
  const taken = rows.filter(({ id }) => chosen.has(id));
  const fill = fillOf(
    taken.map(({ look }) => look.form),
    kiln.set.volumeM3,
  );
  return (
    <LogDialog
      title="Plan a kiln day"
      verb={`Plan it with ${taken.length}`}
      act={(at) => {
        const pieces = taken.map(({ id }) => id);
        if (pieces.length === 0) return { wrong: 'Choose at least one piece.' };
        const set = { kilnId, pieces, to: 'bisque' as const, cone, over: false };
        return {
          words: `a kiln day on ${whenNear(fireAt, at, zone)} with ${pieces.length}`,
          entries: [entry('load.set', uuid(), { ...set, fireAt: new Date(fireAt).toISOString() }, { at })],
        };
      }}
      onClose={onClose}
    >
      <Suspense fallback={null}>
        <WhenField label="Fired on" at={fireAt} onAt={setFireAt} zone={zone} />
      </Suspense>
      <FiringFields
        kilns={kilns}
        kinds={[]}
        chosen={{ kilnId, to: 'bisque', cone }}
        onKiln={setKilnId}
        onCone={setCone}
      />
      <Box role="status">
        <b>{Math.round(100 * fill)} % full</b> by the boxes its pieces stand in.
        {fill > 1 && ' That will not go in: leave some for the next.'} Once it is logged, the plan says which
        of them will be dry by then.
      </Box>
      {rows.map((row) => (
        <TickedLine
          key={row.id}
          row={row}
          ticked={chosen.has(row.id)}
          onTick={() => setChosen((before) => toggled(before, row.id))}
        />
      ))}
    </LogDialog>
  );
}
