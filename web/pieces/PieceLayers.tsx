import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { useDraft } from '../frame/draft.ts';
import { Form as PieceForm } from '../frame/Form.tsx';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { wrongFields } from '../frame/shape.ts';
import { LoggedPiece } from './LoggedPiece.tsx';
import { LayerFields } from './LayerFields.tsx';
import { WrongFields } from './NewPiece.tsx';
import { layersFrom, typedFrom, type TypedLayer } from './typedLayer.ts';

/** What a piece shall carry, changed later: layers added, done otherwise, or given up; done steps stay. */
export function PieceLayers() {
  return <LoggedPiece>{(piece) => <Layers piece={piece} />}</LoggedPiece>;
}

function Layers({ piece }: { piece: PieceState }) {
  const log = useLog();
  const navigate = useNavigate();
  const [{ layers }, setTyped, forget] = useDraft<{ layers: TypedLayer[] }>(`layers ${piece.id}`, () => ({
    layers: typedFrom(piece.layers),
  }));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const back = `/pieces/${piece.id}`;

  const submit = async () => {
    const body = { layers: layersFrom(layers) };
    const found = wrongFields(bodies['piece.routed'], body);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const words = `${piece.made.name}: planned anew`;
    const outcome = await log(words, [entry('piece.routed', piece.id, body)]);
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
      <Typography variant="h1">What {piece.made.name} carries</Typography>
      <Box>Add a technique, do one otherwise, or give one up. What was done stays done.</Box>
      <LayerFields
        layers={layers}
        onLayers={(changed) => setTyped({ layers: changed })}
        form={piece.form}
        wrong={wrong}
      />
      <WrongFields wrong={wrong} />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
        <Button type="submit" variant="contained" size="large">
          Log it so
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
