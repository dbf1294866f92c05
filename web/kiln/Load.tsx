import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import type { KilnRow } from '../../api/routes.ts';
import { fillOf, firingAsked } from '../../core/firing/kilnSpace.ts';
import { LOOK_FIRST } from '../../core/schedule/weekPlan.ts';
import { isInKiln, type KilnState, type LoadState } from '../../core/log/kilnLoad.ts';
import { SECOND } from '../../core/units/quantity.ts';
import { useNow } from '../asking/clock.ts';
import { useZone } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { loaded } from '../../core/log/acts/fired.ts';
import { entry, stamped } from '../saving/outbox.ts';
import { CautionLine, Trouble } from '../ui/parts.tsx';
import { copperGreen, faded, hairline, ochre } from '../ui/theme.ts';
import { shortDate, whenNear } from '../ui/times.ts';
import { hazards } from '../../core/hazard/hazard.ts';
import { PieceLine } from './PieceLine.tsx';
import { Unload } from './Unload.tsx';

/** A load: gathered, in the kiln, or unloaded. */
export function Load({
  load,
  kiln,
  rows,
}: {
  load: LoadState;
  kiln: KilnState | undefined;
  rows: KilnRow[];
}) {
  const now = useNow();
  const zone = useZone();
  const [unloading, setUnloading] = useState(false);
  const { set, loadedAt, unloadedAt } = load;
  const pieces = set.pieces.flatMap((id) => rows.find((row) => row.id === id) ?? []);
  const name = kiln?.set.name ?? 'Kiln';
  const fireAt = set.fireAt !== undefined && loadedAt === null ? Date.parse(set.fireAt) : null;
  const awaited = fireAt !== null && fireAt > now;
  const wet = pieces.filter((row) => row.kiln && !row.kiln.dry);
  const first = pieces.filter((row) => loadedAt === null && firingAsked(row.asks) !== set.to);
  if (unloadedAt !== null)
    return (
      <Box sx={{ borderTop: `1px solid ${hairline}`, py: 1, mt: 1, color: faded }}>
        {name}: {set.pieces.length} pieces unloaded {shortDate(unloadedAt, zone)}, cone {set.cone}
      </Box>
    );
  const fill = kiln
    ? fillOf(
        pieces.map(({ look }) => look.form),
        kiln.set.volumeM3,
      )
    : 0;
  const until = loadedAt !== null && kiln ? loadedAt + kiln.set.holdsS * SECOND : null;
  return (
    <Box
      component="section"
      aria-label={`Load of ${name}`}
      sx={{ borderLeft: `12px solid ${isInKiln(load) ? ochre : copperGreen}`, pl: 2, my: 2 }}
    >
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
        <Typography variant="h2" sx={{ fontSize: '1.8rem' }}>
          {isInKiln(load)
            ? `${name}: ${pieces.length} in it, cone ${set.cone}`
            : fireAt !== null
              ? `Kiln day, ${whenNear(fireAt, now, zone)}: ${pieces.length} for ${name}, cone ${set.cone}`
              : `For ${name}: ${pieces.length} gathered, cone ${set.cone}`}
        </Typography>
        <LoadActs load={load} name={name} pieces={pieces} onUnload={() => setUnloading(true)} />
      </Box>
      <Box>
        {Math.round(100 * fill)} % of its room.
        {until !== null &&
          (until > now
            ? ` It holds the kiln until about ${whenNear(until, now, zone)}.`
            : ` It should have cooled since ${whenNear(until, now, zone)}: unload it.`)}
      </Box>
      {awaited && <ByThen pieces={pieces} />}
      {loadedAt === null && !awaited && wet.length > 0 && (
        <Trouble>
          Not dry: {wet.map((row) => row.name).join(', ')}. Leave {wet.length === 1 ? 'it' : 'them'} for the
          next, or hold the kiln under 100 °C, vents open, until they are.
        </Trouble>
      )}
      {!awaited && first.length > 0 && (
        <Trouble>
          Something else comes first:{' '}
          {first.map((row) => `${row.name} (${row.asks?.name.toLowerCase() ?? 'no step left'})`).join(', ')}.
          They are in the load, but not logged as loaded.
        </Trouble>
      )}
      <CautionLine hazard={hazards.kiln} />
      {pieces.map((row) => (
        <PieceLine key={row.id} row={row} />
      ))}
      {unloading && <Unload load={load} pieces={pieces} name={name} onClose={() => setUnloading(false)} />}
    </Box>
  );
}

/** What of a load will be dry by its day, as the plan of the coming days has it, and what to leave out. */
function ByThen({ pieces }: { pieces: KilnRow[] }) {
  const known = pieces.map((row) => ({ row, why: whyNot(row) }));
  const not = known.filter(({ why }) => why !== null);
  return (
    <>
      <Box sx={{ fontWeight: 700 }}>
        {pieces.length - not.length} of {pieces.length} ready and dry by then.
      </Box>
      {not.length > 0 && (
        <Trouble>
          Leave out, or give more time: {not.map(({ row, why }) => `${row.name} (${why})`).join(', ')}. What
          is only not dry can wait in the kiln under 100 °C, vents open.
        </Trouble>
      )}
    </>
  );
}

/** Why a piece is not ready for the kiln by its day, as it is planned; null where it is. */
function whyNot({ kiln, asks, meant, working }: KilnRow): string | null {
  const comesFirst = asks !== null && firingAsked(asks) === null;
  if (comesFirst && meant?.unplanned) return `no session fits for “${meant.unplanned}”`;
  if (kiln?.dry && !comesFirst) return null;
  if (!meant?.due) return working || !meant ? 'still being worked out' : null;
  return meant.due.chance < LOOK_FIRST ? `${Math.round(100 * meant.due.chance)} % dry by then` : null;
}

/** What can be done with a load: loaded, given up, unloaded. */
function LoadActs({
  load,
  name,
  pieces,
  onUnload,
}: {
  load: LoadState;
  name: string;
  pieces: KilnRow[];
  onUnload: () => void;
}) {
  const log = useLog();
  const { set } = load;
  const loadAll = () =>
    log(
      `${name} loaded with ${pieces.length}`,
      stamped(
        loaded(
          load.id,
          pieces.map(({ id, asks }) => ({ id, loads: asks?.shared === 'load' ? asks.refs : [] })),
        ),
      ),
    );
  return (
    <Box sx={{ displayPrint: 'none', display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      {isInKiln(load) ? (
        <Button variant="contained" size="large" onClick={onUnload}>
          Unload it
        </Button>
      ) : (
        <>
          <Button variant="contained" size="large" onClick={() => void loadAll()}>
            It is loaded
          </Button>
          <Button
            variant="outlined"
            onClick={() =>
              void log(`the load for ${name} given up`, [entry('load.set', load.id, { ...set, over: true })])
            }
          >
            Give it up
          </Button>
        </>
      )}
      <Button onClick={() => print()}>Print</Button>
    </Box>
  );
}
