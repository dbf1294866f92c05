import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import type { EdgeSpread } from '../../core/forecast/windows.ts';
import { outsideArea } from '../../core/form/form.ts';
import { hazardsOf, stepAt, type MeantStep, type NextStep } from '../../core/plan/next.ts';
import type { StepWindow, StepStatus } from '../../core/piece/stepWindow.ts';
import { isOpen } from '../../core/piece/status.ts';
import type { PieceState } from '../../core/log/piece.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { isSign } from '../../core/coat/sign.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import { dueColours, faded, hairline, ink, manganese } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { useRemembered } from '../ui/remembered.ts';
import { useTubNames } from '../tubs/shelf.ts';
import { asKnown, standingOf } from '../../core/plan/standing.ts';
import { between, headlineOf, waitWords, type Here } from '../ui/answer.ts';
import { AsBefore } from './AsBefore.tsx';
import { ForAdults } from '../acting/ForAdults.tsx';
import { coatedWall } from '../acting/coatedWall.ts';
import { LogStepButton, useDoneDialog } from '../acting/LogNext.tsx';
import { lastWithRedo, Redo } from './Redo.tsx';
import { useHistory } from './useRecord.ts';
import { whereFrom } from './whereFrom.ts';

/** Where a step stands that is not the next one. */
const states: Partial<Record<StepStatus, { word: string; colour: string }>> = {
  done: { word: 'Done', colour: ink },
  'left-out': { word: 'Left out', colour: faded },
  never: { word: 'Not under this cover', colour: faded },
};
const ahead = { word: 'Ahead', colour: faded };

/** On a phone each step stands by itself, its figures under one another. */
export const stacked = {
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

/** So many steps are shown at first: those that come next. */
const SHOWN = 3;

const firstOpen = (gates: readonly StepWindow[]): number => gates.findIndex(({ status }) => isOpen(status));

/** What a step is at, in a word and its colour; those beyond the next lie ahead. */
function stateOf(step: NextStep, reached: boolean, here: Here): { word: string; colour: string } {
  if (!reached || !isOpen(step.status)) return states[step.status] ?? ahead;
  const { due, word, headline } = headlineOf(step, here);
  return { word: standingOf(step, here.now).wait ? headline : word, colour: dueColours[due] };
}

/** When a step was done, or is to be. */
function doneIn(s: StepWindow, step: NextStep, reached: boolean, { now, zone }: Here): string {
  if (s.doneAt !== null) return whenNear(s.doneAt, now, zone);
  if (step.status === 'left-out') return '–';
  const { asks, at, wait } = standingOf(step, now);
  if (asks === 'late' || asks === 'held') return '–';
  if (reached && wait) return `once ${waitWords(wait.what)}`;
  if (reached && asks === 'now') return 'now';
  if (reached && asks === 'meant') return whenNear(at!, now, zone);
  if (s.doAt === null) return 'not in working hours';
  // not before it opens, told as roughly as that is known
  const doAt = Math.max(asKnown(s.doAt, s.windows[0]?.opens), at ?? 0);
  return doAt <= now + MINUTE ? 'now' : whenNear(doAt, now, zone);
}

interface StepRowProps {
  of: StepWindow;
  /** It is the next one, or before that. */
  reached: boolean;
  plan: PiecePlan;
  meant: MeantStep | null;
  here: Here;
  history: ReturnType<typeof useHistory>;
  /** Its remedies may put it back. */
  redoes: boolean;
  onOpen: ReturnType<typeof useDoneDialog>['open'];
}

function StepRow({ of: s, reached, plan, meant, here, history, redoes, onOpen }: StepRowProps) {
  const { now, zone } = here;
  const { piece } = plan;
  const tubName = useTubNames();
  const step = stepAt(s, now, meant);
  const state = stateOf(step, reached, here);
  const when = (at: Instant | null, otherwise: string) => (at === null ? otherwise : whenNear(at, now, zone));
  return (
    <TableRow role="row">
      <TableCell component="th" scope="row" role="rowheader" sx={{ fontWeight: 700 }}>
        {s.planned.step.name}
        <Box sx={{ fontWeight: 400, color: faded }}>
          {whereFrom(s.planned.stock, s.planned.zones, tubName)}
        </Box>
        {s.planned.optional && <Box sx={{ fontWeight: 400, color: faded }}>optional</Box>}
      </TableCell>
      <TableCell role="cell" sx={{ color: state.colour, fontWeight: 650 }}>
        {state.word}
        {isOpen(s.status) && (
          <Box>
            <LogStepButton
              step={stepAt(s, plan.at)}
              name={plan.piece.made.name}
              variant="text"
              onOpen={onOpen}
            />
          </Box>
        )}
      </TableCell>
      <TableCell role="cell" data-label="Opens">
        {s.doneAt === null ? when(asKnown(s.opens, s.windows[0]?.opens), '–') : ''}
        <Spread
          edge={s.opens === null || s.doneAt !== null ? undefined : s.windows[0]?.opens}
          now={now}
          zone={zone}
        />
      </TableCell>
      <TableCell role="cell" data-label="Closes">
        {s.doneAt === null && s.opens !== null
          ? when(asKnown(s.closes, s.windows[0]?.closes), 'stays open')
          : ''}
        <Spread
          edge={s.closes === null || s.doneAt !== null ? undefined : s.windows[0]?.closes}
          now={now}
          zone={zone}
        />
      </TableCell>
      <TableCell role="cell" data-label={s.doneAt === null ? 'Do it' : 'Done'}>
        {doneIn(s, step, reached, here)}
      </TableCell>
      <TableCell role="cell" sx={{ minWidth: 220 }}>
        {isOpen(s.status) && <AsBefore history={history} planned={s.planned} />}
        {isOpen(s.status) && <ForAdults planned={s.planned} />}
        {isOpen(s.status) && <Signs gate={s} piece={piece} />}
        {redoes &&
          s.planned.step.remedies.map((remedy) => (
            <Box key={remedy.sign} sx={{ color: faded }}>
              {remedy.redo && `If ${remedy.sign}. ${remedy.say}`}
              <div>
                <Redo piece={piece} planned={s.planned} remedy={remedy} />
              </div>
            </Box>
          ))}
      </TableCell>
    </TableRow>
  );
}

/** The steps of a piece with their windows, signs and cautions: the strip in words. */
export function Steps({ plan, meant, here }: Pick<StepRowProps, 'plan' | 'meant' | 'here'>) {
  const { piece } = plan;
  const history = useHistory(piece.finished ? null : piece.like);
  // any step can be logged out of turn: the wall does not care for the order of a list
  const { open, dialog } = useDoneDialog({
    pieceId: piece.id,
    name: piece.made.name,
    areaM2: outsideArea(piece.form),
    wall: coatedWall(plan),
  });
  // nothing is left to do on a piece that is finished
  const gates = piece.finished ? plan.gates.filter(({ status }) => !isOpen(status)) : plan.gates;
  const [all, setAll] = useRemembered('all-steps', false);
  const first = gates.findIndex((s) => isOpen(s.status) && !s.planned.optional);
  const firstShown = Math.max(0, Math.min(first < 0 ? gates.length : firstOpen(gates), gates.length - SHOWN));
  const goneBack = piece.finished ? null : lastWithRedo(piece);
  const shown = (i: number) =>
    all || gates[i]!.planned.key === goneBack?.key || (i >= firstShown && i < firstShown + SHOWN);
  const hidden = gates.filter((_, i) => !shown(i)).length;
  return (
    <>
      {(hidden > 0 || (all && gates.length > SHOWN)) && (
        <Button sx={{ px: 0 }} aria-expanded={all} onClick={() => setAll(!all)}>
          {all
            ? 'Only the next steps'
            : `All ${gates.length} steps, ${gates.filter(({ status }) => !isOpen(status)).length} done or left out`}
        </Button>
      )}
      <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Steps and their windows">
        <Table
          role="table"
          size="small"
          sx={{
            '& td, & th': { fontSize: '1rem', verticalAlign: 'top', borderColor: 'divider', px: 1 },
            ...stacked,
          }}
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
            {gates.map((s, i) =>
              !shown(i) ? null : (
                <StepRow
                  key={s.planned.key}
                  of={s}
                  reached={i <= first}
                  {...{ plan, meant, here }}
                  history={history}
                  redoes={s.planned.key === goneBack?.key}
                  onOpen={open}
                />
              ),
            )}
          </TableBody>
        </Table>
        {dialog}
      </Box>
    </>
  );
}

/** Between which moments an edge lies, under its likeliest. */
function Spread({ edge, now, zone }: { edge: EdgeSpread | undefined; now: Instant; zone: string }) {
  const words = between(edge, now, zone, '');
  return words === '' ? null : <Box sx={{ color: faded, fontSize: '0.95rem' }}>{words}</Box>;
}

function Signs({ gate: { planned, wait }, piece }: { gate: StepWindow; piece: PieceState }) {
  const { step } = planned;
  return (
    <>
      {wait && (
        <Box>
          First wait until {waitWords(wait.what)}
          {isSign(wait.what) && `: ${wait.look}`}.
        </Box>
      )}
      <Box>{step.words.join('. ')}.</Box>
      {step.look.length > 0 && <Box>Before you go on: {step.look.join('. ')}.</Box>}
      {step.remedies.map((remedy) => (
        <Box key={`${remedy.when} ${remedy.sign}`} sx={{ color: faded }}>
          {whenWords[remedy.when]}
          {remedy.sign}. {remedy.say}
          <div>
            <Redo piece={piece} planned={planned} remedy={remedy} />
          </div>
        </Box>
      ))}
      {hazardsOf(planned).map(({ id, title, measures }) => (
        <Box key={id} sx={{ color: manganese, fontWeight: 650 }}>
          Caution, {title.toLowerCase()}: {measures.join('. ')}
        </Box>
      ))}
    </>
  );
}

const whenWords = { 'too-wet': 'Too wet: ', 'too-dry': 'Too dry: ', seen: 'If ' } as const;
