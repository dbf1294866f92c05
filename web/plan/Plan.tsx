import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { coverNamed } from '../../core/drying/face.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { to } from '../../api/answers.ts';
import type { PieceRow, WeekAnswer } from '../../api/routes.ts';
import { isBeingMade, usePollWhile } from '../asking/pollWhile.ts';
import { wordsFor } from '../asking/server.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { Fold } from '../ui/Fold.tsx';
import { useHere } from '../ui/here.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { copperGreen, faded, hairline, ochre, reachable, slab } from '../ui/theme.ts';
import { clockTime, shortDate, span, whenNear } from '../ui/times.ts';
import {
  chanceWords,
  LOOK_FIRST,
  plannedPieces,
  sheetsOf,
  taskWords,
  type Planned,
  type Sheet,
} from './week.ts';
import { WeekPicture } from './WeekPicture.tsx';

/** The coming days: what is done of each piece in which session, and how it is covered between. */
export function Plan() {
  const week = usePollWhile(to('/api/week'), isBeingMade);
  const pieces = useAnswer(to('/api/pieces'));
  const { now, zone } = useHere();
  const error: unknown = week.error ?? pieces.error;
  if (!week.data || !pieces.data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Working out the plan …</Typography>;
  const { plan } = week.data;
  if (pieces.data.rows.length === 0) return <NoPieces />;
  const planned = plan ? plannedPieces(plan, pieces.data.rows) : [];
  const sheets = plan
    ? sheetsOf(plan, planned).filter(({ session }) => session.to > now || session.to === plan.at)
    : [];
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'baseline' }}>
        <Typography variant="h1">Plan</Typography>
        <Box sx={{ color: faded, flex: 1 }}>
          <State answer={week.data} now={now} zone={zone} />{' '}
          <Box component={RouterLink} to="/studio" sx={reachable}>
            Other hours? Change a day
          </Box>
        </Box>
      </Box>
      {week.data.trouble && <Trouble>{week.data.trouble}</Trouble>}
      {plan && plan.sessions.length === 0 && (
        <Trouble>
          Nobody is in the studio in the next two weeks: set working hours, or a day, in the Studio.
        </Trouble>
      )}
      {sheets[0] && <Head sheet={sheets[0]} now={now} zone={zone} />}
      {plan && planned.length > 0 && (
        <WeekPicture
          plan={plan}
          planned={planned.filter(({ week }) => week.tasks.length > 0)}
          now={now}
          zone={zone}
        />
      )}
      <Without planned={planned} />
      {sheets.length > 0 && (
        <Typography variant="h2" sx={{ mt: 2 }}>
          Session by session
        </Typography>
      )}
      {sheets.map((sheet, i) => (
        <Fold key={sheet.session.to} name={sheetName(sheet, now, zone)} open={i === 0}>
          <SheetTable sheet={sheet} zone={zone} />
        </Fold>
      ))}
    </>
  );
}

const NoPieces = () => (
  <Empty
    title="Nothing to plan yet"
    action={
      <Button variant="contained" component={RouterLink} to="/pieces/new">
        Log a new piece
      </Button>
    }
  >
    Once pieces stand on the shelf, this page says what each session is for, and how to leave every piece
    between.
  </Empty>
);

function State({ answer, now, zone }: { answer: WeekAnswer; now: Instant; zone: string }) {
  const { plan, current, working, trouble } = answer;
  const made = plan ? `as of ${whenNear(plan.at, now, zone)}` : '';
  if (current || trouble) return <>{made}</>;
  const far = working === null ? '' : `, ${Math.round(100 * working)} % done`;
  return (
    <Box component="span" role="status">
      {plan ? `${made}; a new plan is being worked out${far}` : `being worked out${far}`}
    </Box>
  );
}

/** What the session at hand, or the next, is for. */
function Head({
  sheet: { session, tasks, covers, handsMs },
  now,
  zone,
}: {
  sheet: Sheet;
  now: Instant;
  zone: string;
}) {
  const running = session.from <= now;
  const moment = session.from === session.to;
  const unsure = tasks.filter(({ task }) => task.chance < LOOK_FIRST).length;
  const many = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
  const changes = covers.reduce((sum, { rows }) => sum + rows.length, 0);
  return (
    <Box sx={{ borderLeft: `12px solid ${running ? copperGreen : ochre}`, pl: 2, my: 1.5 }}>
      <Box sx={{ fontFamily: slab, fontWeight: 650, fontSize: '1.6rem', lineHeight: 1.2 }}>
        {moment
          ? 'Now'
          : running
            ? `Until ${clockTime(session.to, zone)}`
            : `Next: ${whenNear(session.from, now, zone)}`}
        :{' '}
        {tasks.length > 0
          ? `${many(tasks.length, 'task')}, ${span(handsMs)} of hands`
          : many(changes, 'cover')}
      </Box>
      {tasks.length > 0 && (
        <Box>
          First: {taskWords(tasks[0]!.task)}, {tasks[0]!.row.name}.
          {unsure > 0 &&
            ` ${unsure === 1 ? 'One task is' : `${unsure} tasks are`} unsure: look at the clay first.`}
        </Box>
      )}
    </Box>
  );
}

/** Pieces with something to do that no session is found for. */
function Without({ planned }: { planned: readonly Planned[] }) {
  const none = planned.filter(({ week }) => week.tasks.length === 0 && week.unplanned);
  if (none.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="No session fits"
      sx={{ borderTop: `1px solid ${hairline}`, mt: 2, pt: 1 }}
    >
      <Typography variant="h3" component="h2">
        No session fits
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {none.map(({ row, week }) => (
          <li key={row.id}>
            <Box component={RouterLink} to={`/pieces/${row.id}`} sx={reachable}>
              {row.name}
            </Box>
            : {week.unplanned!.name}
          </li>
        ))}
      </Box>
    </Box>
  );
}

const sheetName = ({ session, tasks, handsMs }: Sheet, now: Instant, zone: string): string => {
  if (session.from === session.to) return 'Now: covers only';
  const day = session.from <= now ? 'Now' : shortDate(session.from, zone);
  const hands = tasks.length > 0 ? `${span(handsMs)} of hands` : 'covers only';
  return `${day}, ${clockTime(session.from, zone)}–${clockTime(session.to, zone)}: ${hands}`;
};

function SheetTable({ sheet: { tasks, covers }, zone }: { sheet: Sheet; zone: string }) {
  return (
    <Box sx={{ pb: 1.5 }}>
      <Covers of={covers.filter(({ coming }) => coming)} when="On coming" />
      {tasks.length > 0 && (
        <Box component="table" sx={table}>
          <thead>
            <tr>
              <th>About</th>
              <th>Task</th>
              <th>Piece</th>
              <th>Hands</th>
              <th>Comes out</th>
            </tr>
          </thead>
          <tbody>
            {tasks.map(({ row, task }) => (
              <tr key={`${row.id} ${task.at}`}>
                <td>{clockTime(task.at, zone)}</td>
                <td>{taskWords(task)}</td>
                <td>
                  <Box component={RouterLink} to={`/pieces/${row.id}`} sx={reachable}>
                    {row.name}
                  </Box>
                </td>
                <td>{span(task.handsMs)}</td>
                <Box component="td" sx={task.chance < LOOK_FIRST ? { color: ochre, fontWeight: 700 } : {}}>
                  {chanceWords(task.chance)}
                  {task.chance < LOOK_FIRST && ', look first'}
                </Box>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
      <Covers of={covers.filter(({ coming }) => !coming)} when="Once done, or on leaving" />
    </Box>
  );
}

const table = {
  borderCollapse: 'collapse',
  width: '100%',
  '& th': { textAlign: 'left', fontWeight: 400, color: faded },
  '& td, & th': { borderBottom: `1px solid ${hairline}`, py: 0.75, pr: 2, verticalAlign: 'top' },
} as const;

const Covers = ({ of, when }: { of: Sheet['covers']; when: string }) =>
  of.map(({ cover, rows }) => (
    <Box key={cover} sx={{ py: 0.5 }}>
      <Box component="span" sx={{ color: faded }}>
        {when}:{' '}
      </Box>
      {coverNamed(cover).verb}: {names(rows)}
    </Box>
  ));

const names = (rows: readonly PieceRow[]): string => rows.map(({ name }) => name).join(', ');
