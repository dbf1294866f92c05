import { Box, Button } from '@mui/material';
import { DateTime } from 'luxon';
import type { EntryBodies, EntryKind } from '../../core/log/entry.ts';
import type { Change } from '../../core/schedule/relax.ts';
import type { DaySpell } from '../../core/time/hours.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { to } from '../../api/answers.ts';
import { wordsFor } from '../asking/server.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { faded } from '../ui/theme.ts';
import { shortDate, whenNear } from '../ui/times.ts';
import { spellsText } from '../ui/typedHours.ts';

/** What a change is logged as. */
export interface Taken<K extends EntryKind = EntryKind> {
  kind: K;
  subject: string;
  body: EntryBodies[K];
}

interface PossibleProps {
  /** The piece, or the group that pieces are to be made for. */
  id: string;
  name: string;
  /** How a change of its own is logged; null where it cannot be. */
  take: (change: Exclude<Change, { kind: 'session' }>) => Taken | null;
  now: Instant;
  zone: string;
}

/** Until when it can be begun; or the smallest changes that make it possible, one tap each. */
export function PossibleChanges({ id, name, take, now, zone }: PossibleProps) {
  const { data, error } = useAnswer(to('/api/week/possible/:id', { id }), { revalidateOnFocus: false });
  const log = useLog();
  if (error) return <Trouble>{wordsFor(error)}</Trouble>;
  if (!data) return <Box sx={{ color: faded }}>Working out what is possible …</Box>;
  const { possible } = data;
  if (!possible) return null;
  const { inTime, count, latest, changes } = possible;
  if (inTime === count)
    return latest === null ? null : (
      <Box>
        {count > 1 ? 'Begin all of them' : 'Begin it'} by {whenNear(latest, now, zone)} at the latest.
      </Box>
    );
  const offered = changes.flatMap((change) => {
    const taken = takenOf(change, take);
    return taken ? [{ change, taken }] : [];
  });
  return (
    <Box>
      <Box>
        {offered.length > 0 ? 'It can be done so:' : 'No single change was found that makes it possible.'}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1 }}>
        {offered.map(({ change, taken }) => {
          const words = changeWords(change, zone);
          return (
            <Button
              key={change.kind}
              variant="outlined"
              aria-label={`${words}: ${name}`}
              onClick={() => void log(`${name}: ${words}`, [entry(taken.kind, taken.subject, taken.body)])}
            >
              {words}
            </Button>
          );
        })}
      </Box>
    </Box>
  );
}

const takenOf = (change: Change, take: PossibleProps['take']): Taken | null =>
  change.kind === 'session'
    ? { kind: 'studio.day', subject: 'studio', body: { date: change.date, spells: change.spells } }
    : take(change);

function changeWords(change: Change, zone: string): string {
  switch (change.kind) {
    case 'session':
      return `Come on ${dayWords(change.date, zone)}, ${timeWords(change.added)}`;
    case 'date':
      return `Want it by ${shortDate(change.by, zone)}`;
    case 'school':
      return `${change.question}: ${change.school}`;
    case 'fewer':
      return `Make ${change.count}`;
  }
}

const dayWords = (date: string, zone: string): string =>
  shortDate(DateTime.fromISO(date, { zone }).set({ hour: 12 }).toMillis(), zone);

const timeWords = (spell: DaySpell): string => spellsText([spell]);
