import { useState } from 'react';
import { Box, Button, ButtonBase, Dialog, DialogActions, DialogContent } from '@mui/material';
import { entriesOf, type EntryOf } from '../../core/log/entry.ts';
import { instantOf } from '../../core/time/moment.ts';
import { firedAt } from '../../core/piece/events.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { FileButton } from '../ui/FileButton.tsx';
import { useLog } from '../saving/notice.tsx';
import { entry, keepFile } from '../saving/outbox.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { faded, ink } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { takePhoto } from './takePhoto.ts';

type Pictured = EntryOf<'piece.pictured'>;

/** Photographs of a piece in the order they were taken, those before the fire apart from those after it. */
export function Photos({ facts, now, zone }: { facts: PlanInput; now: Instant; zone: string }) {
  const log = useLog();
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [shown, setShown] = useState<Pictured | null>(null);
  const all = entriesOf(facts.entries, 'piece.pictured');
  const fired = firedAt(facts.entries);
  const take = async (file: File) => {
    setBusy(true);
    setWrong(null);
    const made = await takePhoto(file);
    setBusy(false);
    if ('wrong' in made) return setWrong(made.wrong);
    for (const { file: name, blob } of [made.photo, made.thumb]) await keepFile(name, blob);
    const outcome = await log('photograph', [
      entry('piece.pictured', facts.pieceId, { file: made.photo.file, thumb: made.thumb.file }),
    ]);
    if (outcome.kind === 'refused') setWrong(outcome.problem.detail);
  };
  return (
    <Section
      title="Photographs"
      action={
        <FileButton
          name={busy ? 'Taking it in …' : 'Add a photograph'}
          accept="image/*"
          disabled={busy}
          onFile={(file) => void take(file)}
        />
      }
    >
      {wrong && <Trouble>{wrong}</Trouble>}
      {all.length > 0 && (
        <Box
          component="ul"
          sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', gap: 1.5 }}
        >
          {all.map((of) => (
            <Box component="li" key={of.id}>
              <ButtonBase
                onClick={() => setShown(of)}
                aria-label={`Photograph of ${whenNear(instantOf(of), now, zone)}`}
                sx={{ border: `2px solid ${ink}`, width: 132, height: 132, overflow: 'hidden' }}
              >
                <img
                  src={`/api/photos/${of.body.thumb}`}
                  alt=""
                  loading="lazy"
                  style={{ width: '100%', height: '100%', objectFit: 'cover' }}
                />
              </ButtonBase>
              <Box sx={{ color: faded, width: 132 }}>
                {whenNear(instantOf(of), now, zone)}
                {instantOf(of) > fired && ', fired'}
              </Box>
            </Box>
          ))}
        </Box>
      )}
      {shown && <Large shown={shown} beside={besideOf(all, shown, fired)} onClose={() => setShown(null)} />}
    </Section>
  );
}

/** Beside one after the fire stands the last before it, and the other way about; null where there is none. */
function besideOf(all: Pictured[], shown: Pictured, fired: Instant): Pictured | null {
  const after = instantOf(shown) > fired;
  return (
    (after ? all.findLast((of) => instantOf(of) <= fired) : all.find((of) => instantOf(of) > fired)) ?? null
  );
}

function Large({
  shown,
  beside,
  onClose,
}: {
  shown: Pictured;
  beside: Pictured | null;
  onClose: () => void;
}) {
  const pair = beside ? [shown, beside].sort((a, b) => instantOf(a) - instantOf(b)) : [shown];
  return (
    <Dialog open onClose={onClose} maxWidth="xl" aria-label="Photograph">
      <DialogContent sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
        {pair.map((of, i) => (
          <Box key={of.id} sx={{ flex: '1 1 300px' }}>
            <img
              src={`/api/photos/${of.body.file}`}
              alt={pair.length === 1 ? 'The piece' : i === 0 ? 'Before the fire' : 'After the fire'}
              style={{ width: '100%', maxHeight: '76vh', objectFit: 'contain' }}
            />
            {pair.length > 1 && <Box>{i === 0 ? 'Before the fire' : 'After the fire'}</Box>}
          </Box>
        ))}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
