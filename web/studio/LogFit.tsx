import { useEffect, useRef, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, LinearProgress, Typography } from '@mui/material';
import type { FittedFactor, LogFit as Fit, Residual } from '../../core/fit/logFit.ts';
import { formatNumber } from '../../core/units/quantity.ts';
import { studioNow, useNow } from '../asking/clock.ts';
import { useStudio, useUnits, useZone } from '../asking/maker.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { ask, wordsFor } from '../asking/server.ts';
import { hairline } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { fitLogInWorker } from './fitting.ts';
import { factorWords, subjects } from './learnedWords.ts';
import { ResidualChart } from './ResidualChart.tsx';
import { to } from '../../api/answers.ts';

type State =
  | { is: 'waiting' }
  | { is: 'working'; share: number }
  | { is: 'done'; fit: Fit }
  | { is: 'failed'; words: string };

/** What the whole log says of rooms and clays when all of it is fitted at once, and what does not fit. */
export function LogFit() {
  const [state, setState] = useState<State>({ is: 'waiting' });
  const cancel = useRef<() => void>(() => {});
  useEffect(() => () => cancel.current(), []);

  const work = async () => {
    setState({ is: 'working', share: 0 });
    let wanted = true;
    cancel.current = () => (wanted = false);
    try {
      const cases = await ask(to('/api/learning/cases'));
      if (!wanted) return;
      // its last word may come after its answer: they take ways of their own
      const fitting = fitLogInWorker(cases, studioNow(), (share) =>
        setState((before) => (before.is === 'working' ? { is: 'working', share } : before)),
      );
      cancel.current = fitting.cancel;
      const outcome = await fitting.answer;
      setState(
        outcome.ok ? { is: 'done', fit: outcome.value } : { is: 'failed', words: outcome.problem.message },
      );
    } catch (error) {
      setState({ is: 'failed', words: wordsFor(error) });
    }
  };
  const stop = () => {
    cancel.current();
    setState({ is: 'waiting' });
  };
  return (
    <>
      <Typography variant="h1">The whole log, fitted</Typography>
      <Box sx={{ maxWidth: 820 }}>
        From piece to piece the forecast learns as it goes. Here every check, weighing and sign of all pieces
        is taken together, and the pace of each room, its covers and each clay are found that fit them best.
        What lies far from the fit is worth a second look: a check logged at the wrong time, a cover not
        logged, a wall measured wrong.
      </Box>
      <Box sx={{ my: 2, display: 'flex', gap: 2, alignItems: 'center' }}>
        {state.is === 'working' ? (
          <>
            <LinearProgress
              aria-label="How far the fit is"
              variant="determinate"
              value={Math.round(100 * state.share)}
              sx={{ flex: 1, maxWidth: 420, height: 10 }}
            />
            <Button variant="outlined" onClick={stop}>
              Stop
            </Button>
          </>
        ) : (
          <Button variant="contained" onClick={() => void work()}>
            {state.is === 'done' ? 'Fit it again' : 'Fit the whole log'}
          </Button>
        )}
        <Button component={RouterLink} to="/studio">
          Back to Studio
        </Button>
      </Box>
      {state.is === 'failed' && <Trouble>{state.words}</Trouble>}
      {state.is === 'done' && <Fitted fit={state.fit} />}
    </>
  );
}

function Fitted({ fit }: { fit: Fit }) {
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const { data } = useStudio();
  const nameOf = ({ subject, id }: FittedFactor) =>
    data?.[subject === 'room' ? 'rooms' : 'clays'].find((s) => s.id === id)?.set.name ??
    (subject === 'room' ? 'A room' : 'A clay');
  const number = (value: number) => formatNumber(value, 1, units);
  const furthest = [...fit.residuals]
    .sort((a, b) => Math.abs(b.wetter) - Math.abs(a.wetter))
    .filter((r) => Math.abs(r.wetter) > 2)
    .slice(0, 5);
  return (
    <>
      <Section title="What it says">
        {fit.factors.map((factor) => (
          <Box key={`${factor.unknown} ${factor.id}`} sx={{ borderTop: `1px solid ${hairline}`, py: 1 }}>
            <b>{nameOf(factor)}</b>: {subjects[factor.unknown]}, {factorWords(factor)}, from {factor.numbers}{' '}
            {factor.numbers === 1 ? 'finding' : 'findings'}.
          </Box>
        ))}
      </Section>
      <Section title="What is left over">
        <Box sx={{ mb: 1 }}>
          Findings lie {number(fit.misfit)} times their own doubt from the fit, {number(fit.misfitBefore)}{' '}
          times before it. About 1 is as good as hands and scales are.
        </Box>
        <ResidualChart residuals={fit.residuals} />
        {furthest.length > 0 && (
          <>
            <Typography variant="h3" sx={{ mt: 1 }}>
              Furthest from the fit
            </Typography>
            {furthest.map((r) => (
              <Box key={`${r.pieceId} ${r.at} ${r.kind} ${r.wetter}`} sx={{ py: 0.5 }}>
                <Box
                  component={RouterLink}
                  to={`/pieces/${r.pieceId}`}
                  sx={{ color: 'inherit', fontWeight: 650 }}
                >
                  {r.pieceName}
                </Box>
                , {whenNear(r.at, now, zone)}: {kinds[r.kind]} {number(Math.abs(r.wetter))} times its doubt{' '}
                {r.wetter > 0 ? 'wetter' : 'drier'} than the fit.
              </Box>
            ))}
          </>
        )}
      </Section>
    </>
  );
}

const kinds: Record<Residual['kind'], string> = {
  water: 'weighed',
  stage: 'judged',
  answers: 'felt',
  sign: 'seen',
};
