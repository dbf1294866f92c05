import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { BatchRow } from '../../../api/routes.ts';
import { bySuit, suitedFor } from '../../../core/shelf/suited.ts';
import type { TubOnShelf } from '../../../core/shelf/tubOnShelf.ts';
import {
  consistencies,
  consistencyFor,
  type SlipUse,
  type WantedByUse,
} from '../../../core/slip/consistency.ts';
import type { Instant, UnitChoice } from '../../../core/units/quantity.ts';
import { Jar } from '../../draw/Jar.tsx';
import { useNow } from '../../asking/clock.ts';
import { ChoiceField } from '../../ui/fields.tsx';
import { useUnits, useZone } from '../../asking/maker.ts';
import { Empty, Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { faded, hairline, ironRed, ochre, slab, tones } from '../../ui/theme.ts';
import { whenNear } from '../../ui/times.ts';
import { Labels } from '../../tubs/Labels.tsx';
import { useShelf } from '../../tubs/shelf.ts';
import { TakeFormat } from '../fields/TakeFormat.tsx';
import { attentionWords, labelOf, tubAnswer } from '../../tubs/tubWords.ts';

type Sought = SlipUse | 'any';

/** The shelf: every tub, what it is right for today, and what it needs. */
export function Shelf() {
  const { data, error } = useShelf();
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const [sought, setSought] = useState<Sought>('any');
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the shelf …</Typography>;
  const { catalogue, batches } = data;
  const tubs = data.tubs.filter(({ tub }) => tub.discardedAt === null);
  if (tubs.length === 0 && batches.length === 0) return <EmptyShelf />;
  const shown =
    sought === 'any'
      ? tubs
      : bySuit(
          tubs.filter(({ tub, fitFor }) => tub.made.use === sought || fitFor.includes(sought)),
          sought,
          catalogue.wanted,
        );
  return (
    <>
      <ShelfHead sought={sought} onSought={setSought} />
      <Batches batches={batches} now={now} zone={zone} />
      {shown.length === 0 && (
        <Box sx={{ py: 3 }}>No tub is right for that as it stands. Make one, or correct one.</Box>
      )}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 350px), 1fr))',
          columnGap: 4,
        }}
      >
        {shown.map((shelf) => (
          <TubOnRow
            key={shelf.tub.id}
            shelf={shelf}
            use={sought === 'any' ? shelf.tub.made.use : sought}
            wanted={catalogue.wanted}
            units={units}
            now={now}
            zone={zone}
          />
        ))}
      </Box>
      <Section title="Labels and measurements">
        <Box sx={{ display: 'grid', gap: 2 }}>
          <Labels
            name="Labels for every tub shown"
            labels={shown.map((shelf) => labelOf(shelf, zone))}
            file="tub-labels"
          />
          <TakeFormat kind="measurements" />
        </Box>
      </Section>
    </>
  );
}

function ShelfHead({ sought, onSought }: { sought: Sought; onSought: (sought: Sought) => void }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mb: 1 }}>
      <Typography variant="h1" sx={{ flex: 1, minWidth: 200 }}>
        The shelf
      </Typography>
      <Box sx={{ width: 260 }}>
        <ChoiceField<Sought>
          label="I want slip for"
          value={sought}
          onChoose={onSought}
          options={[
            { value: 'any', label: 'anything' },
            ...consistencies.map(({ use, name }) => ({ value: use, label: name })),
          ]}
        />
      </Box>
      <Button variant="outlined" component={RouterLink} to="/slips/new">
        Put a tub on the shelf
      </Button>
      <Button variant="contained" component={RouterLink} to="/slips/make">
        Make slip
      </Button>
    </Box>
  );
}

interface TubOnRowProps {
  shelf: TubOnShelf;
  /** What it is looked at for. */
  use: SlipUse;
  wanted: WantedByUse;
  units: UnitChoice;
  now: Instant;
  zone: string;
}

function TubOnRow({ shelf, use, wanted, units, now, zone }: TubOnRowProps) {
  const { tub, fitFor, attention } = shelf;
  const suited = suitedFor(shelf, use, wanted);
  const answer = tubAnswer(shelf, suited, units);
  const also = fitFor.filter((other) => other !== use);
  const { colour } = tones[answer.tone];
  return (
    <Box
      component="li"
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1.5,
        contentVisibility: 'auto',
        containIntrinsicSize: 'auto 200px',
      }}
    >
      <Box
        component={RouterLink}
        to={`/slips/${tub.id}`}
        sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', color: 'inherit', textDecoration: 'none' }}
      >
        <Jar shelf={shelf} wanted={suited.wanted} />
        <Box sx={{ minWidth: 0 }}>
          <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.25rem', lineHeight: 1.2 }}>
            {tub.made.name}
          </Box>
          <Box sx={{ color: colour, fontWeight: 700, fontSize: '1.1rem' }}>{answer.headline}</Box>
          <Box>{answer.detail}</Box>
          {also.length > 0 && (
            <Box sx={{ color: faded }}>
              Also right for {also.map((use) => consistencyFor(use, wanted).name.toLowerCase()).join('; ')}
            </Box>
          )}
          {attention
            .filter(({ kind }) => kind !== 'unmeasured' && kind !== 'unfit')
            .map((a) => (
              <Box key={a.kind} sx={{ color: a.kind === 'alike' ? ironRed : ochre, fontWeight: 600 }}>
                Look: {attentionWords(a, now, zone)}
              </Box>
            ))}
        </Box>
      </Box>
    </Box>
  );
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

function Batches({ batches, now, zone }: { batches: BatchRow[]; now: Instant; zone: string }) {
  return batches.map(({ id, name, done, steps, next, look }) => (
    <Box
      key={id}
      sx={{
        display: 'flex',
        gap: 2,
        flexWrap: 'wrap',
        alignItems: 'center',
        borderLeft: `8px solid ${look && !look.over ? ochre : tones.now.colour}`,
        pl: 2,
        my: 1.5,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 260 }}>
        <Box sx={{ fontWeight: 700 }}>
          Being made: {name}, {done} of {steps} steps done
        </Box>
        <Box>
          Next: {lowerFirst(next ?? 'nothing')}
          {look &&
            (look.over ? `; look now: ${look.name}` : `; ${whenNear(look.at, now, zone)}: ${look.name}`)}
        </Box>
      </Box>
      <Button variant="contained" component={RouterLink} to={`/slips/batches/${id}`}>
        Go on with {name}
      </Button>
    </Box>
  ));
}

function EmptyShelf() {
  return (
    <Empty
      title="The shelf is empty"
      action={
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          <Button variant="contained" component={RouterLink} to="/slips/new">
            Put a tub on the shelf
          </Button>
          <Button variant="outlined" component={RouterLink} to="/slips/make">
            Make slip
          </Button>
        </Box>
      }
    >
      Put a tub on it: what it is for, and how much there is. Then weigh a known volume or dip a finger, and
      it says what to add. Or make slip step by step, from trimmings or from powders.
    </Empty>
  );
}
