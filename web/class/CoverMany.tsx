import { useState } from 'react';
import useSWR from 'swr';
import { Box } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useStudio } from '../asking/maker.ts';
import { covered } from '../../core/log/acts/kept.ts';
import { stamped } from '../saving/outbox.ts';
import { ask } from '../asking/server.ts';
import { studioNow } from '../asking/clock.ts';
import { faded } from '../ui/theme.ts';
import { CoverChoice } from '../acting/CoverChoice.tsx';
import { useCoverFollows, type StandingAlike } from '../planning/coverFollows.ts';
import { standAlike } from './sameStep.ts';
import { manyWords } from './words.ts';
import { to } from '../../api/answers.ts';

const AS_IS = 'as it is';
/** What follows is worked out for so many kinds of pieces that stand alike. */
const MOST_KINDS = 3;

/** What pieces that stand alike are worked out from: the first of each kind speaks for all of it. */
async function knownOf(kinds: [PieceRow, ...PieceRow[]][]): Promise<StandingAlike[]> {
  const answers = await Promise.all(
    kinds.map(async (of) => ({ of, answer: await ask(to('/api/pieces/:id', { id: of[0].id })) })),
  );
  return answers.flatMap(({ of, answer: { given } }) => (given ? [{ given, pieces: of.length }] : []));
}

/** Covers many pieces at once, and moves them where asked; each stands on as it stands. */
export function CoverMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const { data: studio } = useStudio();
  const [cover, setCover] = useState<Cover>('tight');
  const [room, setRoom] = useState(AS_IS);
  const { verb } = coverNamed(cover);
  const kinds = standAlike(chosen.filter(({ look, finished }) => look.fired === 'raw' && !finished));
  const told = kinds.slice(0, MOST_KINDS);
  const { data: alike } = useSWR(['cover', ...told.map(([first]) => first.id)], () => knownOf(told), {
    revalidateOnFocus: false,
    revalidateIfStale: false,
  });
  const follows = useCoverFollows(alike ?? null, studioNow());
  const untold = kinds.slice(MOST_KINDS).reduce((sum, of) => sum + of.length, 0);
  return (
    <LogDialog
      title={`Cover ${manyWords(chosen)}`}
      verb={verb}
      act={(at) => ({
        words: `${manyWords(chosen)}: ${coverNamed(cover).name.toLowerCase()}`,
        entries: stamped(
          covered(
            chosen.map(({ id, stand, roomId }) => ({
              ...{ id, cover, stand, roomId },
              room: room === AS_IS ? null : room,
            })),
          ),
          at,
        ),
      })}
      onClose={onClose}
    >
      <CoverChoice cover={cover} onCover={setCover} follows={follows} total={chosen.length} />
      {untold > 0 && (
        <Box sx={{ color: faded }}>
          What follows is said for those that are most alike; {untold} more stand otherwise: see each of them.
        </Box>
      )}
      {studio && studio.rooms.length > 1 && (
        <ChoiceField
          label="Room"
          value={room}
          onChoose={setRoom}
          options={[
            { value: AS_IS, label: 'Each where it stands' },
            ...studio.rooms.map((r) => ({ value: r.id, label: r.set.name })),
          ]}
        />
      )}
    </LogDialog>
  );
}
