import { useState } from 'react';
import type { PieceRow } from '../../api/routes.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { ChoiceField } from '../frame/fields.tsx';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useStudio } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';
import { CoverChoice } from '../pieces/CoverChoice.tsx';
import { manyWords } from './words.ts';

const AS_IS = 'as it is';

/** Covers many pieces at once, and moves them where asked; each stands on as it stands. */
export function CoverMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const { data: studio } = useStudio();
  const [cover, setCover] = useState<Cover>('tight');
  const [room, setRoom] = useState(AS_IS);
  const { verb } = coverNamed(cover);
  return (
    <LogDialog
      title={`Cover ${manyWords(chosen)}`}
      verb={verb}
      act={(at) => ({
        words: `${manyWords(chosen)}: ${coverNamed(cover).name.toLowerCase()}`,
        entries: chosen.flatMap(({ id, stand, roomId }) => [
          entry('piece.covered', id, { cover, stand }, { at }),
          ...(room === AS_IS || room === roomId ? [] : [entry('piece.moved', id, { roomId: room }, { at })]),
        ]),
      })}
      onClose={onClose}
    >
      <CoverChoice cover={cover} onCover={setCover} />
      {studio && studio.rooms.length > 1 && (
        <ChoiceField
          label="Room"
          value={room}
          onChoose={setRoom}
          options={[
            { value: AS_IS, label: 'Each where it stands' },
            ...studio.rooms.map((r) => ({ value: r.id, label: r.set.name })),
          ]}
        />
      )}
    </LogDialog>
  );
}
