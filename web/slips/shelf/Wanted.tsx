import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, Typography } from '@mui/material';
import { bodies } from '../../../api/entry.ts';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import { consistencies, consistencyFor, feelOf, type Consistency } from '../../../core/slip/consistency.ts';
import { feelWords, type Feel } from '../../../core/slip/feel.ts';
import { cupKinds, type FlowCup } from '../../../core/slip/flow.ts';
import { meshes } from '../../../core/slip/sieve.ts';
import { formatFixed, type UnitChoice, formatNumber } from '../../../core/units/quantity.ts';
import { ChoiceField, NumberField, typedNumber } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { useUnits } from '../../asking/maker.ts';
import { entry } from '../../saving/outbox.ts';
import { Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { wrongFields } from '../../ui/shape.ts';
import { hairline } from '../../ui/theme.ts';
import { CupDialog } from '../fields/CupDialog.tsx';
import { useShelf } from '../../tubs/shelf.ts';

/** What a slip should be like for each use here, and the cups flow is timed with. */
export function Wanted() {
  const units = useUnits();
  const { data, error } = useShelf();
  const [editing, setEditing] = useState<Consistency | null>(null);
  const [cup, setCup] = useState<{ id: string; cup: FlowCup | null } | null>(null);
  if (!data) return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Looking it up …</Typography>;
  const { catalogue } = data;
  return (
    <>
      <Typography variant="h1">Wanted</Typography>
      <Box sx={{ mb: 2 }}>
        Common practice, until you set your own. SG holds for slip of clay and water alone; once a
        deflocculant or flocculant is in, feel and flow decide.
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {consistencies.map(({ use }) => {
          const wanted = consistencyFor(use, catalogue.wanted);
          return (
            <Box
              component="li"
              key={use}
              sx={{
                borderTop: `1px solid ${hairline}`,
                py: 0.5,
                display: 'grid',
                columnGap: 2,
                alignItems: 'center',
                gridTemplateColumns: {
                  xs: '1fr auto',
                  md: 'minmax(0, 3fr) minmax(0, 3fr) minmax(0, 4fr) auto',
                },
              }}
            >
              <Box sx={{ fontWeight: 700 }}>{wanted.name}</Box>
              <Box>{feelOf(wanted)}</Box>
              <Box>{figures(wanted, catalogue, units)}</Box>
              <Button onClick={() => setEditing(wanted)} aria-label={`Change what is wanted: ${wanted.name}`}>
                Change
              </Button>
            </Box>
          );
        })}
      </Box>
      <Section
        title="Flow cups"
        action={
          <Button variant="outlined" onClick={() => setCup({ id: uuid(), cup: null })}>
            Add a cup
          </Button>
        }
      >
        {Object.keys(catalogue.cups).length === 0 && <Box>None yet: any pot with a hole will do.</Box>}
        {Object.entries(catalogue.cups).map(([id, known]) => (
          <Box key={id} sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
            <Box sx={{ minWidth: 260 }}>
              <b>{known.name}</b>, {cupKinds.find((k) => k.kind === known.kind)!.name.toLowerCase()}
            </Box>
            <Button onClick={() => setCup({ id, cup: known })} aria-label={`Change ${known.name}`}>
              Change
            </Button>
          </Box>
        ))}
      </Section>
      {editing && <WantedDialog wanted={editing} catalogue={catalogue} onClose={() => setEditing(null)} />}
      {cup && <CupDialog id={cup.id} {...cup.cup} onClose={() => setCup(null)} />}
    </>
  );
}

function figures(
  { gravity, sieve, coats, flow }: Consistency,
  { cups }: SlipCatalogue,
  units: UnitChoice,
): string {
  const seconds = flow
    ? `${flow.seconds.from}–${flow.seconds.to} s in ${cups[flow.cupId]?.name ?? 'a cup'}; `
    : '';
  return `SG ${formatFixed(gravity.from, 2, units)}–${formatFixed(gravity.to, 2, units)}; ${seconds}sieve ${sieve}; coats ${coats}`;
}

const NONE = 'none';

function WantedDialog({
  wanted,
  catalogue: { cups },
  onClose,
}: {
  wanted: Consistency;
  catalogue: SlipCatalogue;
  onClose: () => void;
}) {
  const units = useUnits();
  const text = (value: number) => formatNumber(value, 3, units);
  const [feelFrom, setFeelFrom] = useState<Feel>(wanted.feel.from);
  const [feelTo, setFeelTo] = useState<Feel>(wanted.feel.to);
  const [from, setFrom] = useState(text(wanted.gravity.from));
  const [to, setTo] = useState(text(wanted.gravity.to));
  const [mesh, setMesh] = useState(wanted.mesh === null ? NONE : String(wanted.mesh));
  const [cupId, setCup] = useState(wanted.flow?.cupId ?? NONE);
  const [fast, setFast] = useState(wanted.flow ? text(wanted.flow.seconds.from) : '');
  const [slow, setSlow] = useState(wanted.flow ? text(wanted.flow.seconds.to) : '');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const feels = feelWords.map(({ feel, name }) => ({ value: feel, label: name }));
  const number = (typed: string) => typedNumber(typed) ?? Number.NaN;
  const act = (at: number) => {
    const body = {
      feel: { from: feelFrom, to: feelTo },
      gravity: { from: number(from), to: number(to) },
      mesh: mesh === NONE ? null : Number(mesh),
      flow: cupId === NONE ? null : { cupId, seconds: { from: number(fast), to: number(slow) } },
    };
    const found = wrongFields(bodies['wanted.set'], body);
    setWrong(found);
    const first = Object.values(found)[0];
    return first
      ? { wrong: first }
      : { words: `${wanted.name} set`, entries: [entry('wanted.set', wanted.use, body, { at })] };
  };
  return (
    <LogDialog title={wanted.name} verb="Set it" act={act} onClose={onClose}>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))' }}>
        <ChoiceField label="Feels like, thinnest" value={feelFrom} onChoose={setFeelFrom} options={feels} />
        <ChoiceField label="Feels like, thickest" value={feelTo} onChoose={setFeelTo} options={feels} />
        <NumberField label="SG from" text={from} onText={setFrom} error={wrong['gravity.from']} />
        <NumberField label="SG to" text={to} onText={setTo} error={wrong['gravity.to']} />
        <ChoiceField
          label="Sieve"
          value={mesh}
          onChoose={setMesh}
          options={[
            { value: NONE, label: 'None' },
            ...meshes.map((m) => ({ value: String(m), label: `${m} mesh` })),
          ]}
        />
        <ChoiceField
          label="Timed in"
          value={cupId}
          onChoose={setCup}
          options={[
            { value: NONE, label: 'Not timed' },
            ...Object.entries(cups).map(([value, { name }]) => ({ value, label: name })),
          ]}
        />
        {cupId !== NONE && (
          <>
            <NumberField
              label="Seconds from"
              text={fast}
              onText={setFast}
              error={wrong['flow.seconds.from']}
            />
            <NumberField label="Seconds to" text={slow} onText={setSlow} error={wrong['flow.seconds.to']} />
          </>
        )}
      </Box>
    </LogDialog>
  );
}
