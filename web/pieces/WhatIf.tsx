import { useEffect, useState } from 'react';
import { Box, Button, Slider } from '@mui/material';
import { covers, coverNamed, type Cover } from '../../core/drying/face.ts';
import { isOpen } from '../../core/plan/ahead.ts';
import type { PieceCase } from '../../core/plan/case.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { HOUR, MINUTE, type Instant } from '../../core/units/quantity.ts';
import { ChoiceField } from '../frame/fields.tsx';
import { Section } from '../frame/parts.tsx';
import { copperGreen, faded, hairline, ochre } from '../frame/theme.ts';
import { span, whenNear } from '../frame/times.ts';
import { planInWorker } from './usePlan.ts';

/** How far ahead a change can be tried. */
const REACH = 48 * HOUR;
const STEP = 10 * MINUTE;
/** Members while it is being dragged, and once it is let go. */
const QUICK = 8;

interface WhatIfProps {
  plan: PiecePlan;
  given: PieceCase;
  now: Instant;
  zone: string;
  /** Shows a tried plan on the strip, or the real one again. */
  onTry: (plan: PiecePlan | null) => void;
}

type Tried = { does: 'cover'; cover: Cover } | { does: 'step'; stepId: string };

/** What if: a cover, a fan or a coat tried at another time, and how the windows move. Nothing is logged. */
export function WhatIf({ plan, given, now, zone, onTry }: WhatIfProps) {
  const coats = plan.steps.filter((s) => isOpen(s.status) && s.step.does === 'coat');
  const [tried, setTried] = useState<Tried>({
    does: 'cover',
    cover: plan.piece.cover === 'open' ? 'tight' : 'open',
  });
  const [at, setAt] = useState<Instant | null>(null);
  const [settled, setSettled] = useState(true);
  const [trial, setTrial] = useState<PiecePlan | null>(null);

  useEffect(() => {
    if (at === null) return;
    let current = true;
    const whatIf = {
      ...(settled ? {} : { members: QUICK }),
      ...(tried.does === 'cover'
        ? { covers: [{ at, cover: tried.cover }] }
        : { times: { [tried.stepId]: at } }),
    };
    void planInWorker({ given, now: plan.at, whatIf }).then(({ plan: answer }) => {
      if (!current || !answer) return;
      setTrial(answer);
      onTry(answer);
    });
    return () => {
      current = false;
    };
  }, [at, settled, tried, given, plan.at, onTry]);

  const stop = () => {
    setAt(null);
    setTrial(null);
    onTry(null);
  };
  const value = tried.does === 'cover' ? `cover ${tried.cover}` : `step ${tried.stepId}`;
  return (
    <Section title="What if" action={at !== null && <Button onClick={stop}>Back to how it is</Button>}>
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: '1fr', md: '280px 1fr' },
          alignItems: 'center',
        }}
      >
        <ChoiceField
          label="Try"
          value={value}
          onChoose={(chosen) => {
            const [does, name] = chosen.split(' ') as ['cover' | 'step', string];
            setTried(does === 'cover' ? { does, cover: name as Cover } : { does, stepId: name });
          }}
          options={[
            ...covers.map(({ cover, verb }) => ({ value: `cover ${cover}`, label: verb })),
            ...coats.map(({ step }) => ({ value: `step ${step.id}`, label: step.name })),
          ]}
        />
        <Box sx={{ px: 2 }}>
          <Slider
            aria-label="When"
            min={0}
            max={REACH}
            step={STEP}
            value={at === null ? 0 : at - now}
            onChange={(_event, ahead) => {
              setSettled(false);
              setAt(now + ahead);
            }}
            onChangeCommitted={() => setSettled(true)}
            getAriaValueText={(ahead) => whenNear(now + ahead, now, zone)}
            sx={{
              py: 2.5,
              '& .MuiSlider-rail, & .MuiSlider-track': { height: 6, borderRadius: 0 },
              '& .MuiSlider-thumb': { width: 26, height: 44, borderRadius: 0 },
            }}
          />
          <Box aria-live="polite">
            {at === null
              ? 'Drag it along time, or use the arrow keys: nothing is logged.'
              : `${tried.does === 'cover' ? coverNamed(tried.cover).verb : 'That coat'} ${whenNear(at, now, zone)}.`}
          </Box>
        </Box>
      </Box>
      {trial && <Moves plan={plan} trial={trial} now={now} zone={zone} />}
    </Section>
  );
}

/** How each window moves. */
function Moves({
  plan,
  trial,
  now,
  zone,
}: {
  plan: PiecePlan;
  trial: PiecePlan;
  now: Instant;
  zone: string;
}) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 1 }} aria-label="How the windows move">
      {trial.steps
        .filter((s) => isOpen(s.status))
        .map((s) => {
          const before = plan.steps.find((b) => b.step.id === s.step.id)?.opens ?? null;
          const moved = s.opens !== null && before !== null ? s.opens - before : null;
          return (
            <Box
              component="li"
              key={s.step.id}
              sx={{ borderTop: `1px solid ${hairline}`, py: 0.75, display: 'flex', gap: 2, flexWrap: 'wrap' }}
            >
              <Box sx={{ fontWeight: 700, minWidth: 220 }}>{s.step.name}</Box>
              <Box sx={{ minWidth: 260 }}>
                {s.opens === null
                  ? 'does not open'
                  : `opens ${whenNear(s.opens, now, zone)}${s.closes === null ? '' : `, closes ${whenNear(s.closes, now, zone)}`}`}
              </Box>
              <Box
                sx={{
                  color:
                    moved === null || Math.abs(moved) < 5 * MINUTE ? faded : moved > 0 ? ochre : copperGreen,
                }}
              >
                {moved === null
                  ? ''
                  : Math.abs(moved) < 5 * MINUTE
                    ? 'as before'
                    : `${span(Math.abs(moved))} ${moved > 0 ? 'later' : 'sooner'}`}
              </Box>
            </Box>
          );
        })}
    </Box>
  );
}
