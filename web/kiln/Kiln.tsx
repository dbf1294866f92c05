import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField, Typography } from '@mui/material';
import type { KilnRow } from '../../api/routes.ts';
import { fillOf, firingAsked, usualCone } from '../../core/firing/kilnSpace.ts';
import type { KilnState } from '../../core/log/kilnLoad.ts';
import { useNow } from '../asking/clock.ts';
import { Columns } from '../ui/Columns.tsx';
import { NumberField, typedNumber } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { Empty, Section, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { rowsWorking, usePollWhile } from '../asking/pollWhile.ts';
import { asNow } from '../ui/asNow.ts';
import { FiringFields, firings } from './FiringFields.tsx';
import { KilnDay } from './KilnDay.tsx';
import { Load } from './Load.tsx';
import { PieceLine } from './PieceLine.tsx';
import { TickedLine, toggled } from './TickedLine.tsx';
import { to } from '../../api/answers.ts';
import { newKiln } from '../../core/defaults/studio.ts';

/** What is gathered for the kiln, what is in it, and what comes out. */
export function Kiln() {
  const { data, error } = usePollWhile(to('/api/kiln'), rowsWorking);
  const [open, setOpen] = useState<'kiln' | 'gather' | 'day' | null>(null);
  const now = useNow(60_000);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the kilns …</Typography>;
  const { kilns, loads } = data;
  const rows = data.rows.map((row) => asNow(row, now));
  if (kilns.length === 0)
    return (
      <>
        <Empty
          title="No kiln yet"
          action={
            <Button variant="contained" onClick={() => setOpen('kiln')}>
              Set up a kiln
            </Button>
          }
        >
          Say how large it is: then pieces are gathered for it, what is not dry is named, and all of a load
          are unloaded at once.
        </Empty>
        {open === 'kiln' && <NewKiln onClose={() => setOpen(null)} />}
      </>
    );
  const held = new Set(loads.flatMap(({ set, unloadedAt }) => (unloadedAt === null ? set.pieces : [])));
  const waiting = rows.filter((row) => firingAsked(row.asks) !== null && !held.has(row.id));
  const raw = rows.filter(({ id, look }) => look.fired === 'raw' && !held.has(id));
  const notYet = rows.filter(
    (row) => row.handedAt !== null && firingAsked(row.asks) === null && !held.has(row.id) && row.kiln,
  );
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Kiln
        </Typography>
        <Button variant="outlined" onClick={() => setOpen('kiln')} sx={{ displayPrint: 'none' }}>
          Set up a kiln
        </Button>
        <Button
          variant="outlined"
          disabled={raw.length === 0}
          onClick={() => setOpen('day')}
          sx={{ displayPrint: 'none' }}
        >
          Plan a kiln day
        </Button>
        <Button
          variant="contained"
          disabled={waiting.length === 0}
          onClick={() => setOpen('gather')}
          sx={{ displayPrint: 'none' }}
        >
          Gather a load
        </Button>
      </Box>
      {loads.map((load) => (
        <Load key={load.id} load={load} kiln={kilns.find(({ id }) => id === load.set.kilnId)} rows={rows} />
      ))}
      <Section title={`Waiting for the kiln: ${waiting.length}`}>
        {waiting.length === 0 && <Box>Nothing asks for it now.</Box>}
        {waiting.map((row) => (
          <PieceLine key={row.id} row={row} />
        ))}
      </Section>
      {notYet.length > 0 && (
        <Section title={`Handed in, and not ready: ${notYet.length}`}>
          {notYet.map((row) => (
            <PieceLine key={row.id} row={row} />
          ))}
        </Section>
      )}
      {open === 'kiln' && <NewKiln onClose={() => setOpen(null)} />}
      {open === 'day' && <KilnDay kilns={kilns} rows={raw} onClose={() => setOpen(null)} />}
      {open === 'gather' && <Gather kilns={kilns} waiting={waiting} onClose={() => setOpen(null)} />}
    </>
  );
}

const DAY_S = 86_400;

function NewKiln({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('');
  const [litres, setLitres] = useState(String(newKiln.volumeM3 * 1000));
  const [days, setDays] = useState(String(newKiln.holdsS / DAY_S));
  return (
    <LogDialog
      title="Set up a kiln"
      verb="Log the kiln"
      act={(at) => {
        const volume = typedNumber(litres) ?? Number.NaN;
        const holds = typedNumber(days) ?? Number.NaN;
        return {
          words: `${name.trim()} set up`,
          entries: [
            entry(
              'kiln.set',
              uuid(),
              { name: name.trim(), volumeM3: volume / 1000, holdsS: Math.round(holds * DAY_S) },
              { at },
            ),
          ],
        };
      }}
      onClose={onClose}
    >
      <TextField
        label="Its name"
        value={name}
        onChange={({ target }) => setName(target.value)}
        slotProps={{ htmlInput: { autoComplete: 'off', maxLength: 80 } }}
      />
      <Columns>
        <NumberField label="Room for ware" unit="litres" text={litres} onText={setLitres} />
        <NumberField
          label="A firing holds it"
          unit="days"
          text={days}
          onText={setDays}
          help="From loading to unloading: two is usual"
        />
      </Columns>
    </LogDialog>
  );
}

/** Chooses what goes into the next load, and says what of it is not dry, and how full the kiln is. */
function Gather({
  kilns,
  waiting: all,
  onClose,
}: {
  kilns: KilnState[];
  waiting: KilnRow[];
  onClose: () => void;
}) {
  const [kilnId, setKilnId] = useState(kilns[0]!.id);
  const kinds = firings.filter(({ to }) => all.some((row) => firingAsked(row.asks) === to));
  const [to, setTo] = useState(kinds[0]!.to);
  const [cone, setCone] = useState(usualCone[to]);
  const waiting = all.filter((row) => firingAsked(row.asks) === to);
  const [left, setLeft] = useState<ReadonlySet<string>>(
    () => new Set(all.filter(({ kiln }) => kiln && !kiln.dry).map(({ id }) => id)),
  );
  const kiln = kilns.find(({ id }) => id === kilnId)!;
  const taken = waiting.filter(({ id }) => !left.has(id));
  const fill = fillOf(
    taken.map(({ look }) => look.form),
    kiln.set.volumeM3,
  );
  return (
    <LogDialog
      title="Gather a load"
      verb={`Gather ${taken.length}`}
      act={(at) =>
        taken.length === 0
          ? { wrong: 'Choose at least one piece.' }
          : {
              words: `a load of ${taken.length} gathered`,
              entries: [
                entry(
                  'load.set',
                  uuid(),
                  { kilnId, pieces: taken.map(({ id }) => id), to, cone, over: false },
                  { at },
                ),
              ],
            }
      }
      onClose={onClose}
    >
      <FiringFields
        kilns={kilns}
        kinds={kinds}
        chosen={{ kilnId, to, cone }}
        onKiln={setKilnId}
        onFiring={(next) => {
          setTo(next);
          setCone(usualCone[next]);
        }}
        onCone={setCone}
      />
      <Box role="status">
        <b>{Math.round(100 * fill)} % full</b> by the boxes its pieces stand in, of{' '}
        {Math.round(1000 * kiln.set.volumeM3)} litres.
        {fill > 1 && ' That will not go in: leave some for the next.'}
      </Box>
      {waiting.map((row) => (
        <TickedLine
          key={row.id}
          row={row}
          ticked={!left.has(row.id)}
          onTick={() => setLeft((before) => toggled(before, row.id))}
        />
      ))}
    </LogDialog>
  );
}
