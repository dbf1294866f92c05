import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Button, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { PieceMade } from '../../core/log/entry.ts';
import { MINUTE } from '../../core/units/quantity.ts';
import { useNow } from '../frame/clock.ts';
import { useDraft } from '../frame/draft.ts';
import { Form as PieceForm } from '../frame/Form.tsx';
import { useStudio, useUnits } from '../frame/maker.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { WrongFields } from '../frame/parts.tsx';
import { wrongFields } from '../frame/shape.ts';
import { useTechniques } from '../techniques/useTechniques.ts';
import { useComposedOn } from './useComposedOn.ts';
import { LayerFields } from './LayerFields.tsx';
import { likeLast, rememberPiece, type TypedNew } from './lastOfKind.ts';
import { layersFrom, type TypedLayer } from './typedLayer.ts';
import { PieceFields, usePieceFrom } from './PieceFields.tsx';

/** Logs a new piece: name, clay, form, when, where, and what is to be done on it. Everything but the name has a sensible start. */
export function NewPiece() {
  const { data, error } = useStudio();
  // it may begin with a technique of the studio's own
  return data || error ? <Making /> : null;
}

function Making() {
  const log = useLog();
  const navigate = useNavigate();
  const pieceFrom = usePieceFrom();
  const [asked] = useSearchParams();
  const technique = asked.get('technique') ?? undefined;
  const all = useTechniques();
  const units = useUnits();
  const [typed, setTyped, forget] = useDraft<TypedNew>(
    technique === undefined ? 'new piece of layers' : `new piece with ${technique}`,
    () => likeLast(units, all, { technique }),
  );
  // another form begins as the last of that form did, with what was typed of this piece
  const set = (more: Partial<TypedNew>) =>
    setTyped((before) =>
      more.kind === undefined || more.kind === before.kind
        ? { ...before, ...more }
        : {
            ...likeLast(units, all, { kind: more.kind, technique }),
            name: before.name,
            madeAt: before.madeAt,
            ...(touched(before) && { layers: before.layers }),
            ...more,
          },
    );
  /** Whether its layers are others than it began with. */
  const touched = ({ kind, layers }: TypedNew) => {
    const began = likeLast(units, all, { kind, technique }).layers;
    const plain = (of: TypedLayer[]) => JSON.stringify(of.map(({ id: _own, ...layer }) => layer));
    return plain(layers) !== plain(began);
  };
  const composedOn = useComposedOn();
  const now = useNow();
  const [wrong, setWrong] = useState<Record<string, string>>({});

  const submit = async () => {
    const made: PieceMade = { ...pieceFrom(typed), layers: layersFrom(typed.layers) };
    const found = wrongFields(bodies['piece.made'], made);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const id = uuid();
    const at = typed.madeAt ?? Math.floor(now / MINUTE) * MINUTE;
    const outcome = await log(`${made.name} made`, [entry('piece.made', id, made, { at })]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    rememberPiece(made);
    void navigate(outcome.kind === 'saved' ? `/pieces/${id}` : '/');
  };

  return (
    <PieceForm
      onSubmit={() => void submit()}
      wrong={wrong}
      onEdit={() => setWrong({})}
      sx={{ maxWidth: 820 }}
    >
      <Typography variant="h1">New piece</Typography>
      <PieceFields typed={typed} set={set} wrong={wrong} />
      <LayerFields
        layers={typed.layers}
        onLayers={(layers) => set({ layers })}
        piece={composedOn(pieceFrom(typed))}
        wrong={wrong}
      />
      <WrongFields wrong={wrong} />
      <Button type="submit" variant="contained" size="large" sx={{ mt: 2, display: 'block' }}>
        Log it as made
      </Button>
    </PieceForm>
  );
}
