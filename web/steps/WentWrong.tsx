import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { Autocomplete, Box, Button, TextField, Typography } from '@mui/material';
import { faultWords } from '../../core/fault/fault.ts';
import { faultOfSign } from '../../core/fault/signs.ts';
import type { Explained } from '../../core/fault/explain.ts';
import { entriesOf } from '../../core/log/entry.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Instant, UnitChoice } from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { copperGreen, faded, hairline, ironRed } from '../ui/theme.ts';
import { useWhy } from './useRecord.ts';

/** All that was said to have gone wrong with a piece, the newest first. */
export const faultsIn = ({ entries }: PlanInput): string[] => [
  ...new Set(
    [
      ...entriesOf(entries, 'piece.done').flatMap(({ body }) => body.faults),
      ...entriesOf(entries, 'piece.faulted').map(({ body }) => body.fault),
      ...entriesOf(entries, 'piece.finished').flatMap(({ body }) => body.faults),
    ].reverse(),
  ),
];

/** What went wrong with a piece, and why, by what its own record says for and against each cause. */
export function WentWrong({ facts, now }: { facts: PlanInput; now: Instant }) {
  const [asked, setAsked] = useState<string | null>(null);
  // what was tapped at a step has words of its own
  const known = [...new Set(faultsIn(facts).map((fault) => faultOfSign(fault) ?? fault))].filter((fault) =>
    faultWords.includes(fault),
  );
  const faults = asked && !known.includes(asked) ? [asked, ...known] : known;
  const why = useWhy(facts, faults, now);
  const log = useLog();
  const here = useRef<HTMLDivElement>(null);
  const { hash } = useLocation();
  const asksWhy = hash === '#went-wrong';
  useEffect(() => {
    if (asksWhy) here.current?.scrollIntoView?.();
  }, [asksWhy]);
  return (
    <div ref={here}>
      <Section
        title="What went wrong?"
        action={
          <Autocomplete
            options={faultWords}
            value={asked}
            onChange={(_event, word) => setAsked(word)}
            sx={{ width: 320, maxWidth: '100%' }}
            renderInput={(params) => <TextField {...params} label="Ask about a fault" />}
          />
        }
      >
        {asked && !known.includes(asked) && (
          <Button
            variant="outlined"
            onClick={() =>
              void log(asked, [entry('piece.faulted', facts.pieceId, { refs: [], fault: asked })])
            }
          >
            Log it: {asked}
          </Button>
        )}
        {faults.length > 0 && why === null && <Box role="status">Its record is being read …</Box>}
        {why === 'failed' && (
          <Trouble>Its record could not be read. Its log is kept; try again later.</Trouble>
        )}
        {why !== null &&
          why !== 'failed' &&
          why.map(({ fault, causes }) => <Causes key={fault} fault={fault} causes={causes} />)}
      </Section>
    </div>
  );
}

/** So many causes are shown; the others are hardly it. */
const SHOWN = 3;

function Causes({ fault, causes }: { fault: string; causes: Explained[] }) {
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography variant="h3">{fault.charAt(0).toUpperCase() + fault.slice(1)}</Typography>
      <Box component="ol" sx={{ m: 0, pl: 3 }}>
        {causes.slice(0, SHOWN).map((cause) => (
          <Box component="li" key={cause.id} sx={{ borderTop: `1px solid ${hairline}`, py: 1 }}>
            <b>{cause.says}.</b> <Evidence cause={cause} />
            <Box>
              <Box component="span" sx={{ color: faded }}>
                For this piece:
              </Box>{' '}
              {cause.now}.{' '}
              <Box component="span" sx={{ color: faded }}>
                Next time:
              </Box>{' '}
              {cause.next}.
            </Box>
          </Box>
        ))}
      </Box>
      {causes.length > SHOWN && (
        <Box sx={{ color: faded }}>
          Less likely:{' '}
          {causes
            .slice(SHOWN)
            .map(({ says }) => says.toLowerCase())
            .join('; ')}
          .
        </Box>
      )}
    </Box>
  );
}

const standings = {
  for: { word: 'For it:', colour: ironRed },
  against: { word: 'Against it:', colour: copperGreen },
  nothing: { word: 'Not recorded:', colour: faded },
};

function Evidence({ cause: { evidence } }: { cause: Explained }) {
  const units = useUnits();
  const { word, colour } = standings[evidence.says];
  return (
    <Box sx={{ borderLeft: `6px solid ${colour}`, pl: 1.5, my: 0.5 }}>
      <Box component="span" sx={{ color: colour, fontWeight: 700 }}>
        {word}
      </Box>{' '}
      {withDecimals(evidence.words, units)}
    </Box>
  );
}

/** Figures in words with the maker's decimal sign. */
const withDecimals = (words: string, { decimal }: UnitChoice): string =>
  words.replace(/(\d)\.(\d)/g, `$1${decimal}$2`);
