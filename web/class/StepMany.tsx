import { useToday } from '../asking/useToday.ts';
import { useState } from 'react';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import type { TodayPiece, PieceRow } from '../../api/routes.ts';
import { isPast, standingOf } from '../../core/plan/standing.ts';
import { answerFor, seenWords, waitWords } from '../ui/answer.ts';
import { useHere } from '../ui/here.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { hairline, tones } from '../ui/theme.ts';
import { DoneDialog } from '../acting/DoneDialog.tsx';
import { alikeBy, asDone } from './sameStep.ts';
import { manyWords } from './words.ts';

/** The next steps of what was chosen, each logged at once for all that ask for it. */
export function StepMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const { data } = useToday();
  const here = useHere();
  const log = useLog();
  const [doing, setDoing] = useState<TodayPiece[] | null>(null);
  const rows = (data?.pieces ?? []).filter(({ pieceId }) => chosen.some(({ id }) => id === pieceId));
  const planned = rows.filter((row) => row.state === 'planned').filter((row) => !isPast(row, here.now));
  if (doing) {
    const [first, ...others] = doing.map(asDone);
    return <DoneDialog {...first!} others={others} onClose={onClose} />;
  }
  const without = chosen.length - planned.filter(({ next }) => next).length;
  return (
    <Dialog open onClose={onClose} maxWidth="sm" aria-labelledby="step-many-title">
      <DialogTitle id="step-many-title">Log a step of {manyWords(chosen)}</DialogTitle>
      <DialogContent>
        {!data && 'Working out the walls …'}
        {alikeBy(planned).map(({ key, next, pieces }) => {
          const answer = answerFor(next, here);
          const { wait } = standingOf(next, here.now);
          const seen = wait && seenWords(wait.what);
          return (
            <Box key={key} sx={{ borderTop: `1px solid ${hairline}`, py: 1.5, display: 'grid', gap: 1 }}>
              <Box sx={{ borderLeft: `8px solid ${tones[answer.tone].colour}`, pl: 1.5 }}>
                <b>{answer.headline}</b>: {manyWords(pieces)}
                <Box>{answer.detail}</Box>
              </Box>
              <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
                {seen && (
                  <Button
                    variant="contained"
                    onClick={() =>
                      void log(
                        `${manyWords(pieces)}: ${waitWords(wait.what)}`,
                        pieces.map((piece) =>
                          entry('piece.seen', piece.pieceId, {
                            refs: piece.next!.wait!.of,
                            what: piece.next!.wait!.what,
                          }),
                        ),
                      ).then(onClose)
                    }
                  >
                    {seen}
                  </Button>
                )}
                <Button variant={seen ? 'outlined' : 'contained'} onClick={() => setDoing(pieces)}>
                  {next.verb}
                </Button>
              </Box>
            </Box>
          );
        })}
        {data && without > 0 && (
          <Box sx={{ borderTop: `1px solid ${hairline}`, py: 1.5 }}>
            {without === 1 ? 'One of them asks' : `${without} of them ask`} for no step now, or is still being
            worked out.
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Not now</Button>
      </DialogActions>
    </Dialog>
  );
}
