import useSWR from 'swr';
import { Box, Button, Link } from '@mui/material';
import type { LearnedOf, LearningAnswer } from '../../api/routes.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { Section, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { hairline } from '../frame/theme.ts';

/** What finished pieces have taught the clock about each room and clay, how sure, and from how much. */
export function Learned() {
  const { data, error } = useSWR<LearningAnswer>('/api/learning', ask);
  const log = useLog();
  if (!data) return error ? <Trouble>{wordsFor(error)}</Trouble> : null;
  return (
    <Section
      title="What the studio has taught"
      action={
        <Link
          href="/api/learning"
          download="learned.json"
          sx={{ minHeight: 48, display: 'inline-flex', alignItems: 'center' }}
        >
          As JSON
        </Link>
      }
    >
      {data.learned.length === 0 && (
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
            <b>{learned.name}</b>: {words(learned)}, from {learned.checks}{' '}
            {learned.checks === 1 ? 'check' : 'checks'} on {learned.pieces}{' '}
            {learned.pieces === 1 ? 'piece' : 'pieces'}.
          </Box>
          <Button
            onClick={() =>
              void log(`${learned.name} set back to the usual`, [entry('learning.reset', learned.id, {})])
            }
            aria-label={`Forget what was learned of ${learned.name}: ${subjects[learned.unknown] ?? ''}`}
          >
            Back to the usual
          </Button>
        </Box>
      ))}
    </Section>
  );
}

const subjects: Partial<Record<LearnedOf['unknown'], string>> = {
  air: 'how fast its air takes water',
  cover: 'how tight covers are',
  diffusion: 'how fast water moves in it',
};

function words({ unknown, mean, sigma }: LearnedOf): string {
  const percent = Math.round(100 * (Math.exp(mean) - 1));
  const sure = Math.round(100 * (Math.exp(sigma) - 1));
  const more =
    Math.abs(percent) < 3 ? 'as usual' : `${Math.abs(percent)} % ${percent > 0 ? 'more' : 'less'} than usual`;
  return `${subjects[unknown]}, ${more}, give or take ${sure} %`;
}
