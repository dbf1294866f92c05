import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { PieceRow } from '../../api/routes.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { freshGroup, GroupFields, groupFrom, wrongWithGroup } from './GroupFields.tsx';
import { manyWords } from './words.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

const NEW = 'new';
/** Puts pieces into a group, new or there already, or takes them out of it. */
export function GroupMany({ chosen, onClose }: { chosen: PieceRow[]; onClose: () => void }) {
  const { data } = useAnswer(to('/api/pieces'));
  const groups = data?.groups ?? [];
  const [into, setInto] = useState<string>(NEW);
  const [typed, setTyped] = useState(freshGroup);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const known = groups.find(({ id }) => id === into);
  const inAlready = known !== undefined && chosen.every(({ groups: of }) => of.includes(known.id));
  return (
    <LogDialog
      title={`Group ${manyWords(chosen)}`}
      verb={
        known ? (inAlready ? `Take out of ${known.set.name}` : `Put into ${known.set.name}`) : 'Log the group'
      }
      act={(at) => {
        const id = known?.id ?? uuid();
        const set = groupFrom(typed);
        if (!known) {
          const found = wrongWithGroup(typed);
          setWrong(found);
          const [first] = Object.values(found);
          if (first) return { wrong: first };
        }
        const entries = chosen.map((piece) =>
          entry(
            'piece.grouped',
            piece.id,
            {
              groups: inAlready
                ? piece.groups.filter((of) => of !== id)
                : [...new Set([...piece.groups, id])],
            },
            { at },
          ),
        );
        return {
          words: `${manyWords(chosen)} ${inAlready ? 'out of' : 'into'} ${known?.set.name ?? set.name}`,
          entries: known ? entries : [entry('group.set', id, set, { at }), ...entries],
        };
      }}
      onClose={onClose}
    >
      {groups.length > 0 && (
        <ChoiceField
          label="Group"
          value={into}
          onChoose={setInto}
          options={[
            { value: NEW, label: 'A new one' },
            ...groups.map(({ id, set }) => ({ value: id, label: set.name })),
          ]}
        />
      )}
      {!known && <GroupFields typed={typed} onTyped={setTyped} wrong={wrong} />}
    </LogDialog>
  );
}
