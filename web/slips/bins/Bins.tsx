import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField, Typography } from '@mui/material';
import type { BinState } from '../../../core/log/bin.ts';
import type { Entry } from '../../../core/log/entry.ts';
import { binKinds, wastes, whyNotInto, type BinKind, type Waste } from '../../../core/slip/bin.ts';
import { hazards } from '../../../core/hazard/hazard.ts';
import { formatQuantity, type UnitChoice } from '../../../core/units/quantity.ts';
import { ActLog } from '../../saving/ActLog.tsx';
import { useNow } from '../../asking/clock.ts';
import { ChoiceField, QuantityField, typedQuantity } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { useStudio, useUnits, useZone } from '../../asking/maker.ts';
import { entry } from '../../saving/outbox.ts';
import { Caution, Empty, Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { faded, hairline, slab } from '../../ui/theme.ts';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';

type Open = { kind: 'new' } | { kind: 'fill' | 'empty'; bin: BinState };
const ANY_CLAY = 'any';

/** Reclaim and waste: what went into which bin, and which bin refuses what. */
export function Bins() {
  const { data, error } = useAnswer(to('/api/bins'));
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const [open, setOpen] = useState<Open | null>(null);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the bins …</Typography>;
  const { bins, acts } = data;
  const close = () => setOpen(null);
  const newBin = (
    <Button variant={bins.length === 0 ? 'contained' : 'outlined'} onClick={() => setOpen({ kind: 'new' })}>
      Set up a bin
    </Button>
  );
  return (
    <>
      {bins.length === 0 ? (
        <Empty title="No bin yet" action={newBin}>
          Set up the bins you keep: reclaim for each body, one for clay with a thin deflocculated coat, one
          for coloured trimmings, one for waste. What would spoil a bin is refused, with the reason.
        </Empty>
      ) : (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 1 }}>
          <Typography variant="h1" sx={{ flex: 1 }}>
            Bins
          </Typography>
          {newBin}
        </Box>
      )}
      {bins.map((bin) => (
        <BinRow key={bin.id} bin={bin} units={units} onOpen={setOpen} />
      ))}
      {bins.length > 0 && (
        <Section title="Log">
          {bins.map((bin) => (
            <ActLog
              key={bin.id}
              acts={acts.filter((act) => act.entries.some((e) => e.subject === bin.id))}
              subject={bin.id}
              words={(e) => binWords(e, bin.name, units)}
              now={now}
              zone={zone}
            />
          ))}
        </Section>
      )}
      {open?.kind === 'new' && <NewBin onClose={close} />}
      {open?.kind === 'fill' && <Fill bin={open.bin} onClose={close} />}
      {open?.kind === 'empty' && <EmptyOut bin={open.bin} onClose={close} />}
    </>
  );
}

function BinRow({ bin, units, onOpen }: { bin: BinState; units: UnitChoice; onOpen: (open: Open) => void }) {
  const { data } = useStudio();
  const clay = data?.clays.find((c) => c.id === bin.clayId)?.set.name;
  const kind = binKinds.find((k) => k.kind === bin.kind)!;
  const refused = wastes.filter(({ waste }) => whyNotInto(bin.kind, waste, true));
  return (
    <Box
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1.5,
        display: 'grid',
        gap: 2,
        alignItems: 'center',
        gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) auto' },
      }}
    >
      <Box>
        <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.3rem' }}>
          {bin.name}: {formatQuantity('mass', bin.massKg, units)}
        </Box>
        <Box>
          {kind.name}
          {clay && ` of ${clay}`}, takes {kind.takes}.
        </Box>
        {bin.holds.length > 0 && (
          <Box sx={{ color: faded }}>
            In it:{' '}
            {bin.holds.map((held) => `${formatQuantity('mass', held.massKg, units)} ${held.from}`).join('; ')}
          </Box>
        )}
        {refused.length > 0 && <Box>Refuses: {refused.map((w) => w.name.toLowerCase()).join('; ')}.</Box>}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button
          variant="contained"
          onClick={() => onOpen({ kind: 'fill', bin })}
          aria-label={`Put something into ${bin.name}`}
        >
          Put something in
        </Button>
        <Button
          variant="outlined"
          onClick={() => onOpen({ kind: 'empty', bin })}
          aria-label={`Empty ${bin.name}`}
        >
          Empty it
        </Button>
      </Box>
    </Box>
  );
}

function binWords(e: Entry, bin: string, units: UnitChoice): string {
  if (e.kind === 'bin.filled')
    return `${bin}: ${formatQuantity('mass', e.body.massKg, units)} ${e.body.from} in${e.body.override ? `, all the same: ${e.body.override}` : ''}`;
  if (e.kind === 'bin.emptied') return `${bin}: emptied${e.body.how === '' ? '' : `, ${e.body.how}`}`;
  return `${bin}: set up`;
}

function useClays(): { value: string; label: string }[] {
  const { data } = useStudio();
  return (data?.clays ?? []).map(({ id, set }) => ({ value: id, label: set.name }));
}

function NewBin({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('');
  const [kind, setKind] = useState<BinKind>('reclaim');
  const [clay, setClay] = useState(ANY_CLAY);
  const clays = useClays();
  return (
    <LogDialog
      title="Set up a bin"
      verb="Set it up"
      onClose={onClose}
      act={(at) =>
        name.trim() === ''
          ? { wrong: 'The bin needs a name: what is written on it?' }
          : {
              words: `${name.trim()} set up`,
              entries: [
                entry(
                  'bin.set',
                  uuid(),
                  { name: name.trim(), kind, clayId: clay === ANY_CLAY ? null : clay },
                  { at },
                ),
              ],
            }
      }
    >
      <TextField label="Name on the bin" value={name} onChange={(event) => setName(event.target.value)} />
      <ChoiceField
        label="Kind of bin"
        value={kind}
        onChoose={setKind}
        options={binKinds.map((k) => ({ value: k.kind, label: `${k.name}: ${k.takes}` }))}
      />
      <ChoiceField
        label="For which body"
        value={clay}
        onChoose={setClay}
        options={[{ value: ANY_CLAY, label: 'Any' }, ...clays]}
      />
    </LogDialog>
  );
}

function Fill({ bin, onClose }: { bin: BinState; onClose: () => void }) {
  const units = useUnits();
  const clays = useClays();
  const [waste, setWaste] = useState<Waste>('clean');
  const [clay, setClay] = useState(bin.clayId ?? clays[0]?.value ?? ANY_CLAY);
  const [mass, setMass] = useState('');
  const [from, setFrom] = useState('');
  const [override, setOverride] = useState('');
  const clayId = clay === ANY_CLAY ? null : clay;
  const refusal = whyNotInto(bin.kind, waste, bin.clayId === null || bin.clayId === clayId);
  const act = (at: number) => {
    const massKg = typedQuantity(mass, 'mass', units);
    if (!(massKg! > 0)) return { wrong: 'The mass must be a number above zero: about how much is it?' };
    if (from.trim() === '') return { wrong: 'Say what it is: trimmings of what, scrapings of what.' };
    if (refusal && !(refusal.mayOverride && override.trim() !== '')) return { wrong: refusal.reason };
    const body = {
      waste,
      clayId,
      massKg: massKg!,
      from: from.trim(),
      override: refusal ? override.trim() : null,
    };
    return { words: `${from.trim()} into ${bin.name}`, entries: [entry('bin.filled', bin.id, body, { at })] };
  };
  return (
    <LogDialog title={`Into ${bin.name}`} verb="Log it in" act={act} onClose={onClose}>
      <ChoiceField
        label="What it carries"
        value={waste}
        onChoose={setWaste}
        options={wastes.map((w) => ({ value: w.waste, label: w.name }))}
        help={wastes.find((w) => w.waste === waste)!.is}
      />
      {refusal && <Trouble>{refusal.reason}</Trouble>}
      {refusal?.mayOverride && (
        <TextField
          label="Put it in all the same, because"
          value={override}
          onChange={(event) => setOverride(event.target.value)}
        />
      )}
      <ChoiceField
        label="Which body"
        value={clay}
        onChoose={setClay}
        options={[{ value: ANY_CLAY, label: 'Mixed or not known' }, ...clays]}
      />
      <TextField label="What it is" value={from} onChange={(event) => setFrom(event.target.value)} />
      <QuantityField label="About how much" text={mass} onText={setMass} dimension="mass" />
      {waste === 'toxic' && <Caution hazard={hazards['toxic-colour']} />}
      {waste === 'silicate' && <Caution hazard={hazards.alkali} />}
    </LogDialog>
  );
}

function EmptyOut({ bin, onClose }: { bin: BinState; onClose: () => void }) {
  const [how, setHow] = useState('');
  return (
    <LogDialog
      title={`Empty ${bin.name}`}
      verb="Log it emptied"
      onClose={onClose}
      act={(at) => ({
        words: `${bin.name} emptied`,
        entries: [entry('bin.emptied', bin.id, { how: how.trim() }, { at })],
      })}
    >
      <TextField
        label="Where it went"
        value={how}
        onChange={(event) => setHow(event.target.value)}
        helperText="Onto the drying bats, to the collecting point …"
      />
    </LogDialog>
  );
}
