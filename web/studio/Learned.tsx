import { Link as RouterLink } from 'react-router';
import { Box, Button, Link } from '@mui/material';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { usePollWhile } from '../asking/pollWhile.ts';
import { hairline } from '../ui/theme.ts';
import { factorWords, subjects } from './learnedWords.ts';
import { TakeLearned } from './TakeLearned.tsx';
import { to } from '../../api/answers.ts';

/** What finished pieces have taught the clock about each room and clay, how sure, and from how much. */
export function Learned() {
  const { data, error } = usePollWhile(to('/api/learning'), ({ studying }) => studying);
  const log = useLog();
  if (!data) return error ? <Trouble>{wordsFor(error)}</Trouble> : null;
  return (
    <Section
      title="Learned here"
      action={
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <Link
            href="/api/learning"
            download="learned.json"
            sx={{ minHeight: 48, display: 'inline-flex', alignItems: 'center' }}
          >
            As JSON
          </Link>
          <TakeLearned />
          <Button variant="outlined" component={RouterLink} to="/studio/fit">
            Fit the whole log
          </Button>
        </Box>
      }
    >
      {data.studying && <Box>Working out what the pieces finished since have taught …</Box>}
      {data.learned.length === 0 && !data.studying && (
        <Box>
          Nothing yet. Finish a piece that you have checked or weighed at least once: what it showed of its
          room and clay becomes the starting point of the next.
        </Box>
      )}
      {data.learned.map((learned) => (
        <Box
          key={`${learned.unknown} ${learned.id}`}
          sx={{
            borderTop: `1px solid ${hairline}`,
            py: 1,
            display: 'flex',
            gap: 2,
            flexWrap: 'wrap',
            alignItems: 'center',
          }}
        >
          <Box sx={{ flex: 1, minWidth: 300 }}>
            <b>{learned.name}</b>: {`${subjects[learned.unknown]}, ${factorWords(learned)}`}, from{' '}
            {learned.checks} {learned.checks === 1 ? 'check' : 'checks'} on {learned.pieces}{' '}
            {learned.pieces === 1 ? 'piece' : 'pieces'}.
          </Box>
          <Button
            onClick={() =>
              void log(`${learned.name} set back to the usual`, [
                entry('learning.reset', learned.id, { unknown: learned.unknown }),
              ])
            }
            aria-label={`Forget what was learned of ${learned.name}: ${subjects[learned.unknown]}`}
          >
            Back to the usual
          </Button>
        </Box>
      ))}
    </Section>
  );
}
