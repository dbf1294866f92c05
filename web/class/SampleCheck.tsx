import { useToday } from '../asking/useToday.ts';
import { useState } from 'react';
import type { PieceRow } from '../../api/routes.ts';
import { stageAt } from '../../core/clay/stage.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { CheckDialog } from '../acting/CheckDialog.tsx';

/** Checks one of the pieces that were chosen, and lets that teach the others. */
export function SampleCheck({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const { data } = useToday();
  const [id, setId] = useState(chosen[0]!.id);
  const sample = chosen.find((piece) => piece.id === id) ?? chosen[0]!;
  const row = data?.pieces.find(({ pieceId }) => pieceId === sample.id);
  const wall = row?.state === 'planned' ? stageAt(row.wall.body, row.wall.meanX) : null;
  return (
    <CheckDialog
      of={{
        id: sample.id,
        name: sample.name,
        cover: sample.cover,
        places: [{ place: 'wall', stage: wall }],
      }}
      alike={chosen.filter((piece) => piece.id !== sample.id)}
      onClose={onClose}
    >
      {chosen.length > 1 && (
        <ChoiceField
          label="The one you touch"
          value={sample.id}
          onChoose={setId}
          options={chosen.map((piece) => ({ value: piece.id, label: piece.name }))}
          help={`What you find teaches the other ${chosen.length - 1} as well, a little less surely`}
        />
      )}
    </CheckDialog>
  );
}
