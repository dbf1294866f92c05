import { useMemo, useState } from 'react';
import { Box, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { formatFixed, metricUnits, type Instant, type UnitChoice } from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';
import { WallStrip } from '../draw/WallStrip.tsx';
import type { WorkedPlan } from '../planning/planMessages.ts';
import { useWhatIf } from '../planning/useWhatIf.ts';
import { sceneOf, wallWords, type Zoom } from '../planning/wallScene.ts';
import type { Here } from '../ui/answer.ts';
import { Section } from '../ui/parts.tsx';
import { whenNear } from '../ui/times.ts';
import { Moves, TrialChoice, triedWords } from './WhatIf.tsx';

/** The wall as it was and will be, and what would be if. */
export function WallOverTime({
  plan,
  given,
  nights,
  shownAt,
  here: { now, zone },
}: {
  plan: PiecePlan;
  given: PlanInput;
  nights: WorkedPlan['nights'];
  shownAt: Instant;
  here: Here;
}) {
  const units = useUnits();
  const [zoom, setZoom] = useState<Zoom>('near');
  const trying = useWhatIf(plan, given);
  const { trial } = trying;
  const { piece } = plan;
  const scene = useMemo(
    () => sceneOf(plan, trial, given, nights, shownAt, zoom, zone),
    [plan, trial, given, nights, shownAt, zoom, zone],
  );
  return (
    <Section
      title={plan.shown === 'wall' ? 'The wall over time' : `The wall over time, ${wallWords(plan.shown)}`}
      action={
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
          {!piece.finished && <TrialChoice plan={plan} now={shownAt} trying={trying} />}
          <ToggleButtonGroup
            exclusive
            size="small"
            value={zoom}
            onChange={(_event, value: Zoom | null) => value && setZoom(value)}
            aria-label="How much time"
          >
            <ToggleButton value="near">Around now</ToggleButton>
            <ToggleButton value="all">All of it</ToggleButton>
          </ToggleButtonGroup>
        </Box>
      }
    >
      <WallStrip
        scene={scene}
        handle={
          trial && {
            name: triedWords(trial.tried, plan),
            at: trial.at,
            says: (at) => whenNear(at, now, zone),
            onMove: trying.move,
            onRelease: trying.release,
          }
        }
        label={`The wall of ${piece.made.name} from ${whenNear(scene.from, now, zone)} to ${whenNear(scene.to, now, zone)}. The table of steps below says the same in words.`}
      />
      <Moves plan={plan} trying={trying} now={now} zone={zone} />
      {plan.softest && (plan.believed.waterAdded > 0 || plan.softest.slumps) && (
        <Box>{softestWords(plan.softest, plan.believed.waterAdded, now, zone, units)}</Box>
      )}
    </Section>
  );
}

/** What the coats do to the wall, in words: the water they have put back, and when it is softest for it. */
export function softestWords(
  { at, index }: NonNullable<PiecePlan['softest']>,
  waterAdded: number,
  now: Instant,
  zone: string,
  units: Pick<UnitChoice, 'decimal'> = metricUnits,
): string {
  const put =
    waterAdded === 0
      ? 'The coats to come put water back into the wall:'
      : `The coats so far have put back ${formatFixed(100 * waterAdded, 1, units)} % of the wall’s dry weight in water:`;
  const when =
    at < now ? `was softest at ${whenNear(at, now, zone)}` : `is softest about ${whenNear(at, now, zone)}`;
  const beyond = index > 100 ? ', wetter than fresh from the bag' : '';
  return `${put} it ${when}, ${Math.round(index)} on the moisture index${beyond}.`;
}
