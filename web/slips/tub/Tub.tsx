import { lazy, Suspense, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { sieveOpening } from '../../../core/slip/sieve.ts';
import { wastes } from '../../../core/slip/bin.ts';
import { consistencyFor, feelOf, type Consistency } from '../../../core/slip/consistency.ts';
import { dryContent, solidsByMass } from '../../../core/slip/density.ts';
import { feelNamed } from '../../../core/slip/feel.ts';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import type { TubOnShelf } from '../../../core/shelf/tubOnShelf.ts';
import { formatFixed, formatQuantity, type Instant, type UnitChoice } from '../../../core/units/quantity.ts';
import { Jar } from '../../draw/Jar.tsx';
import { ActLog } from '../../saving/ActLog.tsx';
import { useNow } from '../../asking/clock.ts';
import { useUnits, useZone } from '../../asking/maker.ts';
import { AnswerBoard, Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { faded } from '../../ui/theme.ts';
import { shortDate, span } from '../../ui/times.ts';
import { Labels } from '../../tubs/Labels.tsx';
import { TubActs } from './TubActs.tsx';
import type { TubAct } from './tubAct.ts';
import { attentionWords, labelOf, tubAnswer, tubWords } from '../../tubs/tubWords.ts';
import { WaysThere } from './WaysThere.tsx';
import { to } from '../../../api/answers.ts';
import { useAnswer } from '../../asking/useAnswer.ts';

const DriftCharts = lazy(async () => ({ default: (await import('./DriftCharts.tsx')).DriftCharts }));

/** One tub: is it right, what to add, its measurements and its log. */
export function Tub() {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/tubs/:id', { id }));
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const [open, setOpen] = useState<TubAct | null>(null);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the tub …</Typography>;
  const { shelf, catalogue, acts } = data;
  const { tub, attention } = shelf;
  const wanted = consistencyFor(tub.made.use, catalogue.wanted);
  return (
    <>
      <Typography variant="h2" component="h1">
        {tub.made.name}
      </Typography>
      <Box sx={{ color: faded, mb: 1 }}>{tub.made.contents}</Box>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <Jar shelf={shelf} wanted={wanted} scale={1.25} />
        <Box sx={{ flex: 1, minWidth: 320 }}>
          <AnswerBoard
            answer={tubAnswer(shelf, { ...shelf, wanted }, units)}
            about={<span>{standing(shelf, now, zone, units)}</span>}
          >
            {attention
              .filter(({ kind }) => kind !== 'unmeasured' && kind !== 'unfit')
              .map((a) => (
                <Box key={a.kind} sx={{ fontWeight: 600 }}>
                  Look: {attentionWords(a, now, zone)}
                </Box>
              ))}
            {tub.discardedAt === null && <Doing shelf={shelf} onAct={setOpen} />}
          </AnswerBoard>
        </Box>
      </Box>
      {shelf.correction && tub.discardedAt === null && (
        <WaysThere shelf={shelf} catalogue={catalogue} onAct={setOpen} />
      )}
      <Wanted shelf={shelf} wanted={wanted} />
      <Suspense>
        <DriftCharts shelf={shelf} wanted={wanted} catalogue={catalogue} zone={zone} />
      </Suspense>
      <Composition shelf={shelf} catalogue={catalogue} units={units} />
      <Section
        title="Log"
        action={<Labels name="Label" labels={[labelOf(shelf, zone)]} file={tub.made.name} />}
      >
        <ActLog
          acts={acts}
          subject={tub.id}
          words={(e) => tubWords(e, units, catalogue)}
          now={now}
          zone={zone}
        />
      </Section>
      {open && <TubActs act={open} shelf={shelf} catalogue={catalogue} onClose={() => setOpen(null)} />}
    </>
  );
}

function standing({ tub }: TubOnShelf, now: Instant, zone: string, units: UnitChoice): string {
  const parts = [
    `${formatQuantity('volume', tub.volumeM3, units)} by the log`,
    `${span(now - tub.madeAt)} old`,
    ...(tub.mouldAt === null ? [] : [`look for mould from ${shortDate(tub.mouldAt, zone)}`]),
    ...(tub.sievedAt ? [`sieved ${tub.sievedAt.mesh} mesh`] : []),
    ...(tub.shelf === '' ? [] : [tub.shelf]),
  ];
  return parts.join(' · ');
}

const more: { act: TubAct; name: string }[] = [
  { act: { kind: 'water' }, name: 'Water' },
  { act: { kind: 'powder' }, name: 'Powder' },
  { act: { kind: 'dose', does: 'deflocculate' }, name: 'Deflocculant' },
  { act: { kind: 'dose', does: 'flocculate' }, name: 'Flocculant' },
  { act: { kind: 'decant' }, name: 'Pour off' },
  { act: { kind: 'sieve' }, name: 'Sieve' },
  { act: { kind: 'top' }, name: 'Top up' },
  { act: { kind: 'use' }, name: 'Use' },
  { act: { kind: 'move' }, name: 'Move' },
  { act: { kind: 'note' }, name: 'Note' },
  { act: { kind: 'discard' }, name: 'Discard' },
];

/** What can be done with a tub: measuring first, benches, and the rest of its log. */
function Doing({ shelf: { tub }, onAct }: { shelf: TubOnShelf; onAct: (act: TubAct) => void }) {
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mt: 2 }}>
        <Button variant="contained" component={RouterLink} to={`/slips/${tub.id}/measure`}>
          Measure
        </Button>
        <Button variant="outlined" onClick={() => onAct({ kind: 'stir' })}>
          Log stirred
        </Button>
        <Button variant="outlined" component={RouterLink} to={`/slips/${tub.id}/deflocculate`}>
          Deflocculation bench
        </Button>
        <Button variant="outlined" component={RouterLink} to={`/slips/${tub.id}/settle`}>
          Settling bench
        </Button>
      </Box>
      <Box sx={{ display: 'flex', columnGap: 0.5, flexWrap: 'wrap', mt: 1, alignItems: 'center' }}>
        <Box>Log</Box>
        {more.map(({ act, name }) => (
          <Button key={name} onClick={() => onAct(act)} sx={{ px: 1.25, minWidth: 48 }}>
            {name}
          </Button>
        ))}
      </Box>
    </>
  );
}

function Wanted({ shelf, wanted }: { shelf: TubOnShelf; wanted: Consistency }) {
  const units = useUnits();
  const { tub, judgement, words, waste } = shelf;
  const { gravity } = judgement;
  const opening = wanted.mesh === null ? null : sieveOpening(wanted.mesh);
  const grains = tub.made.grainDensity;
  return (
    <Section title={`Wanted: ${wanted.name.toLowerCase()}`}>
      Feels like {feelOf(wanted)}. SG {formatFixed(wanted.gravity.from, 2, units)} to{' '}
      {formatFixed(wanted.gravity.to, 2, units)} for slip of clay and water alone. Sieve: {wanted.sieve}
      {opening !== null && ` (${Math.round(opening * 1e6)} µm)`}. Coats: {wanted.coats}.
      {gravity !== null && (
        <Box>
          It holds {Math.round(dryContent(gravity, grains))} g of dry material a litre,{' '}
          {Math.round(solidsByMass(gravity, grains) * 100)} % of its mass.
        </Box>
      )}
      {words.map(({ feel, means }) => (
        <Box key={feel}>
          In this tub, {feelNamed(feel).name} has been SG {formatFixed(means.gravity, 2, units)} give or take{' '}
          {formatFixed(means.sigma, 2, units)}, from {means.weighed}{' '}
          {means.weighed === 1 ? 'weighing' : 'weighings'}.
        </Box>
      ))}
      <Box>As waste: {wastes.find((w) => w.waste === waste)!.name.toLowerCase()}.</Box>
    </Section>
  );
}

/** What was really weighed into it. */
function Composition({
  shelf: { tub },
  catalogue: { materials },
  units,
}: {
  shelf: TubOnShelf;
  catalogue: SlipCatalogue;
  units: UnitChoice;
}) {
  const { composition, batchId } = tub.made;
  if (composition.length === 0) return null;
  const dry = composition.reduce((sum, { kg }) => sum + kg, 0);
  return (
    <Section
      title="What was weighed into it"
      action={
        batchId && (
          <Button component={RouterLink} to={`/slips/batches/${batchId}`}>
            Its batch sheet
          </Button>
        )
      }
    >
      <Box component="ul" sx={{ m: 0, pl: 3 }}>
        {composition.map(({ materialId, kg }) => (
          <li key={materialId}>
            {materials[materialId]?.name ?? 'Trimmings of the body'}: {formatQuantity('mass', kg, units)},{' '}
            {formatFixed((100 * kg) / dry, 1, units)} % of the dry
          </li>
        ))}
      </Box>
    </Section>
  );
}
