import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { EntryBodies } from '../../core/log/entry.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { Form as PieceForm } from '../frame/Form.tsx';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { wrongFields } from '../frame/shape.ts';
import { WrongFields } from './NewPiece.tsx';

interface EditPieceProps<K extends 'piece.corrected' | 'piece.routed'> {
  piece: PieceState;
  kind: K;
  title: string;
  /** What it changes, and what it leaves. */
  about: string;
  verb: string;
  /** What was logged, once it was. */
  words: string;
  /** What was typed, in SI; what is no number is left to the schema to refuse. */
  body: () => EntryBodies[K];
  /** Forgets what was typed. */
  forget: () => void;
  /** The fields, each marked where it is wrong. */
  children: (wrong: Record<string, string>) => ReactNode;
}

/** A page that changes a piece: judged by the contract, logged, and back to the piece. */
export function EditPiece<K extends 'piece.corrected' | 'piece.routed'>({
  piece,
  kind,
  title,
  about,
  verb,
  words,
  body,
  forget,
  children,
}: EditPieceProps<K>) {
  const log = useLog();
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const leave = () => {
    forget();
    void navigate(`/pieces/${piece.id}`);
  };

  const submit = async () => {
    const typed = body();
    const found = wrongFields(bodies[kind], typed);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const outcome = await log(words, [entry(kind, piece.id, typed)]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    leave();
  };

  return (
    <PieceForm
      onSubmit={() => void submit()}
      wrong={wrong}
      onEdit={() => setWrong({})}
      sx={{ maxWidth: 820 }}
    >
      <Typography variant="h1">{title}</Typography>
      <Box>{about}</Box>
      {children(wrong)}
      <WrongFields wrong={wrong} />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
        <Button type="submit" variant="contained" size="large">
          {verb}
        </Button>
        <Button onClick={leave}>Not now</Button>
      </Box>
    </PieceForm>
  );
}
