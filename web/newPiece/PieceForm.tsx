import type { ReactNode } from 'react';
import { Button, Typography } from '@mui/material';
import { Form } from '../ui/Form.tsx';
import { WrongFields } from '../ui/parts.tsx';
import { LayerFields } from '../layers/LayerFields.tsx';
import { useComposedOn } from '../layers/useComposedOn.ts';
import type { TypedNew } from './lastOfKind.ts';
import { PieceFields, usePieceFrom } from './PieceFields.tsx';

/** A page on which pieces are typed: what they are, what more is asked, what is to be done on them, and one target. */
export function PieceForm({
  title,
  verb,
  typed,
  set,
  wrong,
  onWrong,
  onSubmit,
  unmade = false,
  children,
}: {
  title: string;
  verb: string;
  typed: TypedNew;
  set: (more: Partial<TypedNew>) => void;
  wrong: Record<string, string>;
  onWrong: (wrong: Record<string, string>) => void;
  onSubmit: () => Promise<void>;
  unmade?: boolean;
  /** What more is asked of them. */
  children: ReactNode;
}) {
  const pieceFrom = usePieceFrom();
  const composedOn = useComposedOn();
  return (
    <Form onSubmit={() => void onSubmit()} wrong={wrong} onEdit={() => onWrong({})} sx={{ maxWidth: 820 }}>
      <Typography variant="h1">{title}</Typography>
      <PieceFields typed={typed} set={set} wrong={wrong} unmade={unmade} />
      {children}
      <LayerFields
        layers={typed.layers}
        onLayers={(layers) => set({ layers })}
        piece={composedOn(pieceFrom(typed))}
        wrong={wrong}
      />
      <WrongFields wrong={wrong} />
      <Button type="submit" variant="contained" size="large" sx={{ mt: 2, display: 'block' }}>
        {verb}
      </Button>
    </Form>
  );
}
