import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { useDraft } from '../frame/draft.ts';
import { Form as PieceForm } from '../frame/Form.tsx';
import { useUnits } from '../frame/maker.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { wrongFields } from '../frame/shape.ts';
import { LoggedPiece } from './LoggedPiece.tsx';
import { WrongFields } from './NewPiece.tsx';
import { asTyped, PieceFields, usePieceFrom, type TypedPiece } from './PieceFields.tsx';

/** Corrects how a piece was made: all that was logged of it since stays, and is worked out anew. */
export function CorrectPiece() {
  return <LoggedPiece>{(piece) => <Correction piece={piece} />}</LoggedPiece>;
}

function Correction({ piece }: { piece: PieceState }) {
  const log = useLog();
  const navigate = useNavigate();
  const units = useUnits();
  const pieceFrom = usePieceFrom();
  const [typed, setTyped, forget] = useDraft<TypedPiece>(`correct ${piece.id}`, () =>
    asTyped(piece.made, piece.madeAt, units),
  );
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const back = `/pieces/${piece.id}`;

  const submit = async () => {
    const body = { ...pieceFrom(typed), madeAt: new Date(typed.madeAt ?? piece.madeAt).toISOString() };
    const found = wrongFields(bodies['piece.corrected'], body);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const outcome = await log(`${body.name}: figures corrected`, [entry('piece.corrected', piece.id, body)]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    void navigate(back);
  };

  return (
    <PieceForm
      onSubmit={() => void submit()}
      wrong={wrong}
      onEdit={() => setWrong({})}
      sx={{ maxWidth: 820 }}
    >
      <Typography variant="h1">Correct: {piece.made.name}</Typography>
      <Box>What it was when it was made. All that was logged of it since stays, and is worked out anew.</Box>
      <PieceFields
        typed={typed}
        set={(more) => setTyped((before) => ({ ...before, ...more }))}
        wrong={wrong}
      />
      <WrongFields wrong={wrong} />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
        <Button type="submit" variant="contained" size="large">
          Log the correction
        </Button>
        <Button
          onClick={() => {
            forget();
            void navigate(back);
          }}
        >
          Not now
        </Button>
      </Box>
    </PieceForm>
  );
}
