import { Link as RouterLink, useNavigate } from 'react-router';
import { Button } from '@mui/material';
import type { TodayAnswer } from '../../api/routes.ts';
import { useLead } from '../class/useLead.ts';
import type { Placed } from './placed.ts';

/** Led through what presses now, one step at a time; or on with what was begun. */
export function Leading({
  planned,
  guides,
  pieces,
}: {
  planned: Placed[];
  guides: TodayAnswer['guides'];
  pieces: TodayAnswer['pieces'];
}) {
  const lead = useLead();
  const navigate = useNavigate();
  const pressing = planned
    .filter(({ answer: { due } }) => due === 'now' || due === 'soon')
    .flatMap(({ pieces: of }) => of.map(({ pieceId }) => pieceId));
  const open = guides.filter((guide) =>
    guide.pieces.some((id) => pieces.some(({ pieceId }) => pieceId === id)),
  );
  if (open.length === 0 && pressing.length === 0) return null;
  return (
    <>
      {open.slice(0, 2).map(({ id, pieces: of }) => (
        <Button key={id} variant="outlined" component={RouterLink} to={`/guide/${id}`}>
          Go on with the guide over {of.length === 1 ? 'a piece' : `${of.length} pieces`}
        </Button>
      ))}
      {open.length === 0 && (
        <Button
          variant="outlined"
          // on one line on a phone
          sx={{ px: { xs: 0.5, sm: 2.5 }, fontSize: { xs: '0.95rem', sm: '1.05rem' } }}
          onClick={() => void lead(pressing.slice(0, LED)).then((path) => path && navigate(path))}
        >
          Lead me through {pressing.length === 1 ? 'it' : `the next ${Math.min(LED, pressing.length)}`}
        </Button>
      )}
    </>
  );
}

/** More than this at once is a class, not a bench. */
const LED = 8;
