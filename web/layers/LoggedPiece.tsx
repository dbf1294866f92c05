import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import useSWR from 'swr';
import { Typography } from '@mui/material';
import type { PieceAnswer } from '../../api/routes.ts';
import { foldPiece, type PieceState } from '../../core/log/piece.ts';
import { Trouble } from '../ui/parts.tsx';
import { ask, wordsFor } from '../asking/server.ts';

/** The piece of this address by its standing log, or why there is none. */
export function LoggedPiece({ children }: { children: (piece: PieceState) => ReactNode }) {
  const { id } = useParams();
  const { data, error } = useSWR<PieceAnswer>(`/api/pieces/${id}`, ask);
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the piece …</Typography>;
  const entries = data.acts
    .filter((act) => act.standing)
    .flatMap((act) => act.entries)
    .filter((e) => e.subject === id && e.kind.startsWith('piece.'));
  const piece = foldPiece(id!, entries);
  return piece ? children(piece) : <Trouble>This piece is not in the log: go back to Pieces.</Trouble>;
}
