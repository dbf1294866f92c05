import { Box, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import type { EdgeSpread } from '../../core/forecast/windows.ts';
import { outsideArea } from '../../core/form/form.ts';
import { stepSummary } from '../../core/plan/next.ts';
import { isOpen, type StepPlan, type StepStatus } from '../../core/plan/ahead.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { signNames } from '../../core/technique/technique.ts';
import { hazards } from '../../core/hazard/hazard.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { copperGreen, faded, hairline, ink, ironRed, manganese, ochre } from '../frame/theme.ts';
import { whenNear } from '../frame/times.ts';
import { asKnown, between } from '../frame/answer.ts';
import { coatedWall } from './coatedWall.ts';
import { LogStepButton } from './LogNext.tsx';

const states: Record<StepStatus, { word: string; colour: string }> = {
  done: { word: 'Done', colour: ink },
  skipped: { word: 'Left out', colour: faded },
  now: { word: 'In its window', colour: copperGreen },
  waiting: { word: 'Waiting', colour: ochre },
  late: { word: 'Too dry', colour: ironRed },
  ahead: { word: 'Ahead', colour: faded },
  unreached: { word: 'Not under this cover', colour: faded },
};

/** On a phone each step stands by itself, its figures under one another. */
const stacked = {
  minWidth: 720,
  '@media (max-width: 719px)': {
    minWidth: 0,
    '& thead': { position: 'absolute', left: -9999 },
    '& tbody, & tr': { display: 'block' },
    '& tr': { borderTop: `1px solid ${hairline}`, py: 1.5 },
    '& td, & th[scope=row]': { display: 'block', border: 0, px: 0, py: 0.25 },
    '& th[scope=row]': { fontSize: '1.1rem' },
    '& td:empty': { display: 'none' },
    '& td[data-label]::before': { content: 'attr(data-label) " "', color: faded },
    '& td[data-label] > div': { display: 'inline', ml: 1 },
  },
} as const;

/** The steps of a piece with their windows, signs and cautions: the strip in words. */
export function Steps({ plan, now, zone }: { plan: PiecePlan; now: Instant; zone: string }) {
  const when = (at: Instant | null, otherwise: string) => (at === null ? otherwise : whenNear(at, now, zone));
  const first = plan.steps.findIndex((s) => isOpen(s.status) && !s.step.optional);
  const stateOf = (s: StepPlan, i: number): { word: string; colour: string } => {
    const { status } = stepSummary(s, plan, now);
    return i === first && status !== 'late' && isAwaited(s, now)
      ? { word: `Wait until ${signNames[s.waitFor!.sign].name}`, colour: ochre }
      : states[status];
  };
  const doIn = (s: StepPlan, i: number) => {
    if (s.doneAt !== null) return whenNear(s.doneAt, now, zone);
    const { status } = stepSummary(s, plan, now);
    if (status === 'late' || status === 'unreached') return '–';
    if (i === first && isAwaited(s, now)) return `once ${signNames[s.waitFor!.sign].name}`;
    if (s.doAt === null) return 'not in working hours';
    return s.doAt <= now + HOUR / 60 ? 'now' : whenNear(s.doAt, now, zone);
  };
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Steps and their windows">
      <Table
        role="table"
        size="small"
        sx={{ '& td, & th': { fontSize: '1rem', verticalAlign: 'top', borderColor: 'divider' }, ...stacked }}
      >
        <TableHead>
          <TableRow>
            <TableCell>Step</TableCell>
            <TableCell>State</TableCell>
            <TableCell>Opens</TableCell>
            <TableCell>Closes</TableCell>
            <TableCell>Do it</TableCell>
            <TableCell>Signs and how</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {plan.steps.map((s, i) => (
            <TableRow key={s.step.id} role="row">
              <TableCell component="th" scope="row" role="rowheader" sx={{ fontWeight: 700 }}>
                {s.step.name}
                {s.step.optional && <Box sx={{ fontWeight: 400, color: faded }}>optional</Box>}
              </TableCell>
              <TableCell role="cell" sx={{ color: stateOf(s, i).colour, fontWeight: 650 }}>
                {stateOf(s, i).word}
                {isOpen(s.status) && !plan.piece.finished && <LogStep plan={plan} step={s} />}
              </TableCell>
              <TableCell role="cell" data-label="Opens">
                {s.doneAt === null ? when(asKnown(s.opens, plan.spreads[s.step.id]?.opens), '–') : ''}
                <Spread
                  edge={s.opens === null || s.doneAt !== null ? undefined : plan.spreads[s.step.id]?.opens}
                  now={now}
                  zone={zone}
                />
              </TableCell>
              <TableCell role="cell" data-label="Closes">
                {s.doneAt === null && s.opens !== null
                  ? when(asKnown(s.closes, plan.spreads[s.step.id]?.closes), 'stays open')
                  : ''}
                <Spread
                  edge={s.closes === null || s.doneAt !== null ? undefined : plan.spreads[s.step.id]?.closes}
                  now={now}
                  zone={zone}
                />
              </TableCell>
              <TableCell role="cell" data-label={s.doneAt === null ? 'Do it' : 'Done'}>
                {doIn(s, i)}
              </TableCell>
              <TableCell role="cell" sx={{ minWidth: 240 }}>
                {s.doneAt === null && <Signs step={s} />}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** Whether a step still waits for the sign of the coat before. */
const isAwaited = ({ waitFor, opens, status }: StepPlan, now: Instant): boolean =>
  waitFor !== null && (opens === null || waitFor.to >= now || status !== 'now');

/** Between which moments an edge lies, under its likeliest. */
function Spread({ edge, now, zone }: { edge: EdgeSpread | undefined; now: Instant; zone: string }) {
  const words = between(edge, now, zone, '');
  return words === '' ? null : <Box sx={{ color: faded, fontSize: '0.95rem' }}>{words}</Box>;
}

function Signs({ step: { step, waitFor } }: { step: StepPlan }) {
  return (
    <>
      {waitFor && (
        <Box>
          First wait until {signNames[waitFor.sign].name}: {signNames[waitFor.sign].look}.
        </Box>
      )}
      <Box>{step.how.join('. ')}.</Box>
      <Box sx={{ color: faded }}>
        Too wet: {step.tooWet}.{step.tooDry && ` Too dry: ${step.tooDry}.`}
      </Box>
      {step.hazards.map((id) => (
        <Box key={id} sx={{ color: manganese, fontWeight: 650 }}>
          Caution, {hazards[id].title.toLowerCase()}: {hazards[id].measures.join('. ')}
        </Box>
      ))}
    </>
  );
}

/** Any step can be logged out of turn: the wall does not care for the order of a list. */
function LogStep({ plan, step }: { plan: PiecePlan; step: StepPlan }) {
  const { piece, at } = plan;
  return (
    <Box>
      <LogStepButton
        piece={{
          pieceId: piece.id,
          name: piece.made.name,
          areaM2: outsideArea(piece.made.form),
          wall: coatedWall(plan),
        }}
        step={stepSummary(step, plan, at)}
        variant="text"
      />
    </Box>
  );
}
