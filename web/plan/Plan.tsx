import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { sheetsOf } from '../../core/schedule/sheets.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { to } from '../../api/answers.ts';
import type { WeekAnswer } from '../../api/routes.ts';
import { isBeingMade, usePollWhile } from '../asking/pollWhile.ts';
import { wordsFor } from '../asking/server.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { Fold } from '../ui/Fold.tsx';
import { useHere } from '../ui/here.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { faded, hairline, reachable } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { plannedPieces, type Planned } from './week.ts';
import { Head, SheetTable, sheetName } from './SheetTable.tsx';
import { InCalendar } from './InCalendar.tsx';
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
    ? sheetsOf({ ...plan, pieces: planned.map(({ week }) => week) }).filter(
        ({ session }) => session.to > now || session.to === plan.at,
      )
    : [];
  const nameOf = (pieceId: string) => planned.find(({ row }) => row.id === pieceId)?.row.name ?? '';
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
      {sheets[0] && <Head sheet={sheets[0]} nameOf={nameOf} now={now} zone={zone} />}
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
          <SheetTable sheet={sheet} nameOf={nameOf} zone={zone} />
        </Fold>
      ))}
      {plan && <InCalendar />}
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
