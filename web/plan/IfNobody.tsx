import { useState } from 'react';
import { DateTime } from 'luxon';
import { Box, Button } from '@mui/material';
import type { WhatIfAnswer } from '../../api/routes.ts';
import { spellsOn, type DaySpell, type Spell } from '../../core/time/hours.ts';
import { MINUTE } from '../../core/units/quantity.ts';
import { post, wordsFor } from '../asking/server.ts';
import { useStudio } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { faded } from '../ui/theme.ts';
import { shortDate } from '../ui/times.ts';
import { movedWords } from './Changed.tsx';

/** Tries a session out as if nobody came to it: what moves, what is lost; nothing is logged until it is taken. */
export function IfNobody({
  session,
  nameOf,
  now,
  zone,
}: {
  session: Spell;
  nameOf: (pieceId: string) => string;
  now: number;
  zone: string;
}) {
  const { data: studio } = useStudio();
  const log = useLog();
  const [answer, setAnswer] = useState<WhatIfAnswer['whatIf'] | 'asked'>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  if (!studio) return null;
  const day = DateTime.fromMillis(session.from, { zone });
  const body = { date: day.toISODate()!, spells: without(spellsOn(studio.studio, day), session, day) };
  const tryOut = async () => {
    setAnswer('asked');
    setTrouble(null);
    try {
      const { whatIf } = await post('/api/week/what-if', body);
      setAnswer(whatIf);
    } catch (error) {
      setAnswer(null);
      setTrouble(wordsFor(error));
    }
  };
  const name = `nobody comes ${shortDate(session.from, zone)}`;
  return (
    <Box sx={{ py: 1 }}>
      {answer === null && (
        <Button variant="outlined" onClick={() => void tryOut()}>
          What if nobody comes then?
        </Button>
      )}
      {answer === 'asked' && (
        <Box role="status" sx={{ color: faded }}>
          Planning without it …
        </Box>
      )}
      {answer !== null && answer !== 'asked' && (
        <Box role="status">
          <Box>
            {answer.change.moved.length === 0
              ? 'Then no task moves.'
              : `Then: ${movedWords(answer.change, nameOf, now, zone)}.`}{' '}
            {answer.less.length > 0
              ? `Less can be done of ${answer.less.map(nameOf).join('; ')}.`
              : 'All else can still be done.'}
          </Box>
          <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
            <Button variant="contained" onClick={() => void log(name, [entry('studio.day', 'studio', body)])}>
              Take it: nobody comes
            </Button>
            <Button onClick={() => setAnswer(null)}>Leave it as it is</Button>
          </Box>
        </Box>
      )}
      {trouble && <Trouble>{trouble}</Trouble>}
    </Box>
  );
}

/** The spells of a day but for the one that a session lies in. */
const without = (spells: readonly DaySpell[], { from, to }: Spell, day: DateTime): DaySpell[] => {
  const midnight = day.startOf('day').toMillis();
  const [start, end] = [(from - midnight) / MINUTE, (to - midnight) / MINUTE];
  return spells
    .filter(({ fromMinute, toMinute }) => !(fromMinute <= start + 1 && toMinute >= end - 1))
    .map(({ fromMinute, toMinute, people }) => ({
      fromMinute,
      toMinute,
      ...(people !== undefined && { people }),
    }));
};
