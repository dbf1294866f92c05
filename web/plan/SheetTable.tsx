import { Link as RouterLink } from 'react-router';
import { Box } from '@mui/material';
import { coverNamed } from '../../core/drying/face.ts';
import {
  chanceWords,
  coverWhen,
  notReadyWords,
  pieceWords,
  someMayWait,
  taskWords,
  type Sheet,
} from '../../core/schedule/sheets.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { nobodyWords } from '../ui/answer.ts';
import { copperGreen, faded, hairline, ochre, reachable, slab } from '../ui/theme.ts';
import { clockTime, shortDate, span, whenNear } from '../ui/times.ts';
import { LOOK_FIRST } from '../../core/schedule/weekPlan.ts';

/** What a sheet is shown with: the names of its pieces. */
interface SheetProps {
  sheet: Sheet;
  nameOf: (pieceId: string) => string;
  zone: string;
}

/** What the session at hand, or the next, is for. */
export function Head({
  sheet: { session, tasks, covers, handsMs },
  nameOf,
  now,
  zone,
}: SheetProps & { now: Instant }) {
  const running = session.from <= now;
  const moment = session.from === session.to;
  const unsure = tasks.filter(({ task }) => task.chance < LOOK_FIRST).length;
  const many = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
  const changes = covers.reduce((sum, { pieceIds }) => sum + pieceIds.length, 0);
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
          First: {taskWords(tasks[0]!.task)}, {nameOf(tasks[0]!.pieceId)}.
          {unsure > 0 &&
            ` ${unsure === 1 ? 'One task is' : `${unsure} tasks are`} unsure: look at the clay first.`}
        </Box>
      )}
    </Box>
  );
}

/** The name of a sheet: when it is, and how long hands are at it. */
export const sheetName = ({ session, tasks, handsMs }: Sheet, now: Instant, zone: string): string => {
  if (session.from === session.to) return 'Now: covers only';
  const day = session.from <= now ? 'Now' : shortDate(session.from, zone);
  const hands = tasks.length > 0 ? `${span(handsMs)} of hands` : 'covers only';
  return `${day}, ${clockTime(session.from, zone)}–${clockTime(session.to, zone)}: ${hands}`;
};

/** A session in words: what is done in it, in order, and how its pieces are left. */
export function SheetTable({
  sheet,
  nameOf,
  lost,
  now,
  zone,
}: SheetProps & {
  now: Instant;
  /** Pieces that are lost if nobody comes; null where that is not known of this session. */
  lost: readonly string[] | null;
}) {
  const { tasks, covers } = sheet;
  return (
    <Box sx={{ pb: 1.5 }}>
      <Covers of={covers.filter(({ coming }) => coming)} nameOf={nameOf} />
      {tasks.length > 0 && (
        <Box component="table" sx={table}>
          <thead>
            <tr>
              <th>About</th>
              <th>Task</th>
              <th>Piece</th>
              <th>Hands</th>
              <th>Comes out</th>
              <th>May wait</th>
            </tr>
          </thead>
          <tbody>
            {tasks.map(({ pieceId, task, unmade, mayWait }) => (
              <tr key={`${pieceId} ${task.at}`}>
                <td>{clockTime(task.at, zone)}</td>
                <td>{taskWords(task)}</td>
                <td>
                  <Box
                    component={RouterLink}
                    to={
                      unmade === undefined
                        ? `/pieces/${pieceId}`
                        : `/pieces/new?for=${pieceId}&count=${unmade}`
                    }
                    sx={reachable}
                  >
                    {pieceWords({ pieceId, ...(unmade !== undefined && { unmade }) }, nameOf)}
                  </Box>
                </td>
                <td>{span(task.handsMs)}</td>
                <Box component="td" sx={task.chance < LOOK_FIRST ? { color: ochre, fontWeight: 700 } : {}}>
                  {chanceWords(task.chance)}
                  {task.chance < LOOK_FIRST && ', look first'}
                </Box>
                <td>{mayWait !== undefined && waitWords(mayWait, now, zone)}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
      <Covers of={covers.filter(({ coming }) => !coming)} nameOf={nameOf} />
      {someMayWait(sheet) && <Box sx={{ py: 0.5 }}>{notReadyWords}</Box>}
      {lost && (
        <Box sx={{ py: 0.5 }}>
          {nobodyWords({ session: sheet.session, lost: lost.map(nameOf) }, { now, zone })}
        </Box>
      )}
    </Box>
  );
}

/** Until when the first task of a piece may wait. */
const waitWords = (mayWait: Instant | null, now: Instant, zone: string): string =>
  mayWait === null ? 'no' : `until ${whenNear(mayWait, now, zone)}`;

const table = {
  borderCollapse: 'collapse',
  width: '100%',
  // on a phone there is no room for hands and waits beside the task
  '& :is(td, th):nth-of-type(n + 4):not(:nth-of-type(5))': { display: { xs: 'none', sm: 'table-cell' } },
  '& th': { textAlign: 'left', fontWeight: 400, color: faded },
  '& td, & th': { borderBottom: `1px solid ${hairline}`, py: 0.75, pr: 2, verticalAlign: 'top' },
} as const;

const Covers = ({ of, nameOf }: Pick<SheetProps, 'nameOf'> & { of: Sheet['covers'] }) =>
  of.map((group) => (
    <Box key={group.cover} sx={{ py: 0.5 }}>
      <Box component="span" sx={{ color: faded }}>
        {coverWhen(group)}:{' '}
      </Box>
      {coverNamed(group.cover).verb}: {group.pieceIds.map(nameOf).join('; ')}
    </Box>
  ));
