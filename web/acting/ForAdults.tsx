import { Box } from '@mui/material';
import { hazards } from '../../core/hazard/hazard.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { isForAdults, leftToAdults } from '../../core/compose/conflicts.ts';
import type { Planned } from '../../core/technique/layer.ts';
import { manganese } from '../ui/theme.ts';

/** What the target of a step says; whose hands do it, where these are not the pupils'. */
export const verbOf = ({ planned, verb }: Pick<NextStep, 'planned' | 'verb'>): string =>
  isForAdults(planned) ? `By an adult: ${verb.toLowerCase()}` : verb;

/** Why a step is not for the pupils who work on a piece, and what serves instead. */
export function ForAdults({ planned }: { planned: Planned }) {
  if (!isForAdults(planned)) return null;
  const why = leftToAdults(planned).map((id) => hazards[id].title.toLowerCase());
  return (
    <Box sx={{ borderLeft: `8px solid ${manganese}`, pl: 1.5, my: 1.5, color: manganese, fontWeight: 650 }}>
      Not for pupils or in pregnancy ({why.join(', ')}): hand it to an adult. Ways without it stand under
      Changes, on the page of the piece. Local rules decide.
    </Box>
  );
}
