import { Box, Button } from '@mui/material';
import { covers, coverNamed } from '../../core/drying/face.ts';
import { changesWall } from '../../core/plan/wallProjection.ts';
import { isOpen } from '../../core/piece/status.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { HOUR, MINUTE, type Instant } from '../../core/units/quantity.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { copperGreen, faded, hairline, ochre } from '../ui/theme.ts';
import { span, whenNear } from '../ui/times.ts';
import type { Tried, Trying } from '../planning/useWhatIf.ts';

const NOTHING = 'nothing';
/** Where a trial begins, unless the plan has its step elsewhere. */
const FIRST = 2 * HOUR;

const valueOf = (tried: Tried): string =>
  tried.does === 'cover' ? `cover ${tried.cover}` : `step ${tried.key}`;

/** What is tried, in words. */
export const triedWords = (tried: Tried, plan: PiecePlan): string =>
  tried.does === 'cover'
    ? coverNamed(tried.cover).verb
    : plan.gates.find(({ planned }) => planned.key === tried.key)!.planned.step.name;

/** Picks a cover, a fan or a step to try at another time. Nothing is logged. */
export function TrialChoice({ plan, now, trying }: { plan: PiecePlan; now: Instant; trying: Trying }) {
  // only what does something to the wall moves what follows
  const movable = plan.gates.filter(({ status, planned }) => isOpen(status) && changesWall(planned.step));
  const options: { value: string; label: string; tried: Tried; at: Instant }[] = [
    ...covers.map(({ cover, verb }) => {
      const tried: Tried = { does: 'cover', cover };
      return { value: valueOf(tried), label: verb, tried, at: now + FIRST };
    }),
    ...movable.map(({ planned, doAt }) => {
      const tried: Tried = { does: 'step', key: planned.key };
      return {
        value: valueOf(tried),
        label: planned.step.name,
        tried,
        at: Math.max(now, doAt ?? now + FIRST),
      };
    }),
  ];
  return (
    <Box sx={{ width: 260 }} onPointerEnter={trying.prepare} onFocus={trying.prepare}>
      <ChoiceField
        label="What if"
        value={trying.trial ? valueOf(trying.trial.tried) : NOTHING}
        onChoose={(value) => {
          const chosen = options.find((o) => o.value === value);
          if (chosen) trying.begin(chosen.tried, chosen.at);
          else trying.stop();
        }}
        options={[{ value: NOTHING, label: 'As it is' }, ...options]}
      />
    </Box>
  );
}

interface MovesProps {
  plan: PiecePlan;
  trying: Trying;
  now: Instant;
  zone: string;
}

/** What is tried and when, and how each window moves with it. */
export function Moves({ plan, trying, now, zone }: MovesProps) {
  const { trial, stop } = trying;
  if (!trial) return null;
  return (
    <Box sx={{ borderLeft: `8px solid ${ochre}`, pl: 1.5, mt: 1 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box aria-live="polite" sx={{ flex: 1, fontWeight: 650 }}>
          {triedWords(trial.tried, plan)} {whenNear(trial.at, now, zone)}: drag the handle on the strip, or
          use the arrow keys. Nothing is logged.
        </Box>
        <Button onClick={stop}>Back to how it is</Button>
      </Box>
      {trial.plan && <MoveList plan={plan} tried={trial.plan} now={now} zone={zone} />}
    </Box>
  );
}

function MoveList({
  plan,
  tried,
  now,
  zone,
}: {
  plan: PiecePlan;
  tried: PiecePlan;
  now: Instant;
  zone: string;
}) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }} aria-label="How the windows move">
      {tried.gates
        .filter(({ status }) => isOpen(status))
        .map(({ planned, opens, closes }) => {
          const before = plan.gates.find((b) => b.planned.key === planned.key)?.opens ?? null;
          const { words, colour } = moveWords(before, opens);
          return (
            <Box
              component="li"
              key={planned.key}
              sx={{
                borderTop: `1px solid ${hairline}`,
                py: 0.75,
                display: 'grid',
                columnGap: 2,
                gridTemplateColumns: { xs: '1fr', sm: '2fr 3fr 1fr' },
              }}
            >
              <Box sx={{ fontWeight: 700 }}>{planned.step.name}</Box>
              <Box>{windowWords(opens, closes, now, zone)}</Box>
              <Box sx={{ color: colour }}>{words}</Box>
            </Box>
          );
        })}
    </Box>
  );
}

function windowWords(opens: Instant | null, closes: Instant | null, now: Instant, zone: string): string {
  if (opens === null) return 'does not open';
  const until = closes === null ? '' : `, closes ${whenNear(closes, now, zone)}`;
  return `opens ${whenNear(opens, now, zone)}${until}`;
}

function moveWords(before: Instant | null, after: Instant | null): { words: string; colour: string } {
  if (before === null || after === null) return { words: '', colour: faded };
  const moved = after - before;
  if (Math.abs(moved) < 5 * MINUTE) return { words: 'as before', colour: faded };
  return moved > 0
    ? { words: `${span(moved)} later`, colour: ochre }
    : { words: `${span(-moved)} sooner`, colour: copperGreen };
}
