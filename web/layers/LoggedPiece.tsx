import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { Typography } from '@mui/material';
import { foldPiece, type PieceState } from '../../core/log/piece.ts';
import { Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** The piece of this address by its standing log, or why there is none. */
export function LoggedPiece({ children }: { children: (piece: PieceState) => ReactNode }) {
  const { id = '' } = useParams();
  const { data, error } = useAnswer(to('/api/pieces/:id', { id }));
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the piece …</Typography>;
  const entries = data.acts
    .filter((act) => act.standing)
    .flatMap((act) => act.entries)
    .filter((e) => e.subject === id && e.kind.startsWith('piece.'));
  const piece = foldPiece(id!, entries);
  return piece ? children(piece) : <Trouble>This piece is not in the log: go back to Pieces.</Trouble>;
}
