import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { sheetsOf } from '../../core/schedule/sheets.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { to } from '../../api/answers.ts';
import type { KilnDayRow, WeekAnswer } from '../../api/routes.ts';
import { isBeingMade, usePollWhile } from '../asking/pollWhile.ts';
import { wordsFor } from '../asking/server.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { Fold } from '../ui/Fold.tsx';
import { useHere } from '../ui/here.ts';
import { Empty, Trouble } from '../ui/parts.tsx';
import { faded, reachable } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { Changed } from './Changed.tsx';
import { IfNobody } from './IfNobody.tsx';
import { NotAsWanted } from './NotAsWanted.tsx';
import { ToMake } from './ToMake.tsx';
import { namesOf, plannedPieces } from './week.ts';
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
  if (pieces.data.rows.length + week.data.toMake.length === 0) return <NoPieces />;
  const { rows } = pieces.data;
  const { toMake } = week.data;
  const planned = plan ? plannedPieces(plan, rows, toMake) : [];
  const shown = new Set(planned.flatMap(({ pieceIds }) => pieceIds));
  const sheets = plan
    ? sheetsOf({ ...plan, pieces: plan.pieces.filter(({ pieceId }) => shown.has(pieceId)) }).filter(
        ({ session }) => session.to > now || session.to === plan.at,
      )
    : [];
  const nameOf = namesOf(rows, toMake);
  const beside = { groups: pieces.data.groups, current: week.data.current, now, zone };
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
        <Button variant="outlined" component={RouterLink} to="/plan/new" sx={{ displayPrint: 'none' }}>
          Pieces to make
        </Button>
      </Box>
      {week.data.trouble && <Trouble>{week.data.trouble}</Trouble>}
      {plan && plan.sessions.length === 0 && (
        <Trouble>
          Nobody is in the studio in the next two weeks: set working hours, or a day, in the Studio.
        </Trouble>
      )}
      <Changed change={week.data.changed} plan={plan} nameOf={nameOf} now={now} zone={zone} />
      {sheets[0] && <Head sheet={sheets[0]} nameOf={nameOf} now={now} zone={zone} />}
      {plan && planned.length > 0 && (
        <WeekPicture
          plan={plan}
          planned={planned.filter(({ week }) => week.tasks.length > 0)}
          kilnDays={week.data.kilnDays}
          now={now}
          zone={zone}
        />
      )}
      <KilnDays days={week.data.kilnDays} now={now} zone={zone} />
      {plan && <ToMake rows={toMake} {...beside} plan={plan} />}
      {plan && <NotAsWanted rows={rows} {...beside} plan={plan} />}
      {sheets.length > 0 && (
        <Typography variant="h2" sx={{ mt: 2 }}>
          Session by session
        </Typography>
      )}
      {sheets.map((sheet, i) => (
        <Fold key={sheet.session.to} name={sheetName(sheet, now, zone)} open={i === 0}>
          <SheetTable
            sheet={sheet}
            nameOf={nameOf}
            lost={plan?.nobody?.session.to === sheet.session.to ? plan.nobody.lost : null}
            now={now}
            zone={zone}
          />
          {sheet.session.from > now && week.data?.current && (
            <IfNobody session={sheet.session} nameOf={nameOf} now={now} zone={zone} />
          )}
        </Fold>
      ))}
      <Done done={week.data.done} />
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

/** The days of the kiln, in words. */
const KilnDays = ({ days, now, zone }: { days: readonly KilnDayRow[]; now: Instant; zone: string }) =>
  days.map(({ id, name, from, pieces }) => (
    <Box key={id} sx={{ pt: 0.5 }}>
      <Box component={RouterLink} to="/kiln" sx={reachable}>
        Kiln day
      </Box>
      : {name}, {whenNear(from, now, zone)}, {pieces.length === 1 ? 'one piece' : `${pieces.length} pieces`}.
    </Box>
  ));

/** What became of what was planned, in one line; nothing while no session that was planned is over. */
function Done({ done: { told, inSession, otherwise, leftOut, open } }: Pick<WeekAnswer, 'done'>) {
  if (told === 0) return null;
  const parts = [
    `${inSession} done in their session`,
    ...(otherwise > 0 ? [`${otherwise} at another time`] : []),
    ...(leftOut > 0 ? [`${leftOut} left out or lost`] : []),
    ...(open > 0 ? [`${open} still to do`] : []),
  ];
  return (
    <Box sx={{ mt: 2 }}>
      <b>Planned against done:</b> of {told === 1 ? 'one step' : `${told} steps`} planned for sessions that
      are over, {parts.join(', ')}.
    </Box>
  );
}
