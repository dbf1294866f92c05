import { piecesMade } from '../../core/log/acts/made.ts';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { TextField, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { PiecesAnswer } from '../../api/routes.ts';
import { isHardlyMeant } from '../../core/form/formProblem.ts';
import type { PieceMade, ToMake } from '../../core/log/entry.ts';
import { foldPiece, type PieceState } from '../../core/log/piece.ts';
import { namedFor, numbered } from '../../core/piece/numbered.ts';
import { formatQuantity, MINUTE, type UnitChoice } from '../../core/units/quantity.ts';
import { useNow } from '../asking/clock.ts';
import { useDraft } from '../ui/draft.ts';
import { useStudio, useUnits } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { stamped } from '../saving/outbox.ts';
import { Columns } from '../ui/Columns.tsx';
import { ChoiceField, NumberField, typedNumber } from '../ui/fields.tsx';
import { Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { wrongFields } from '../ui/shape.ts';
import { useTechniques } from '../asking/useTechniques.ts';
import { likeLast, likeThat, NEW_GROUP, NO_GROUP, rememberPiece, type TypedNew } from './lastOfKind.ts';
import { layersFrom, type TypedLayer } from '../layers/typedLayer.ts';
import { usePieceFrom } from './PieceFields.tsx';
import { PieceForm } from './PieceForm.tsx';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** Logs a new piece: name, clay, form, when, where, and what is to be done on it. Everything but the name has a sensible start. */
export function NewPiece() {
  const { data, error } = useStudio();
  // what is made here stands above the fields: it is waited for, so that nothing moves under a finger
  const forms = useAnswer(to('/api/forms'), { revalidateOnFocus: false });
  // it may begin with a technique of the studio's own
  const [asked] = useSearchParams();
  const like = asked.get('like');
  const pieces = useAnswer(to('/api/pieces'));
  const before = useAnswer(like ? to('/api/pieces/:id', { id: like }) : null, { revalidateOnFocus: false });
  if (like && !before.data)
    return before.error ? (
      <Trouble>{wordsFor(before.error)}</Trouble>
    ) : (
      <Typography>Fetching it …</Typography>
    );
  const wished = asked.get('for');
  const group = pieces.data?.groups.find(({ id }) => id === wished);
  if (wished && !pieces.data) return <Typography>Fetching what is to be made …</Typography>;
  const model = group?.set.toMake
    ? wishedFor(group.id, group.set.toMake, asked.get('count'))
    : like && before.data?.given
      ? modelOf(foldPiece(like, before.data.given.entries))
      : null;
  return (data || error) && (forms.data || forms.error) ? <Making model={model} /> : null;
}

/** What a piece is made after: one that was made before, or a wish. */
interface Model {
  draft: string;
  of: Pick<PieceState, 'made' | 'groups' | 'layers'>;
  /** How many at once, where that is said. */
  count?: string;
  /** The piece whose record it is made by. */
  like?: string;
}

const modelOf = (of: PieceState | null): Model | null =>
  of && { draft: `new piece like ${of.id}`, of, like: of.id };

const wishedFor = (
  groupId: string,
  { count: _all, takesS: _long, ...made }: ToMake,
  count: string | null,
): Model => ({
  draft: `made for ${groupId} ${count ?? ''}`,
  of: { made, layers: made.layers, groups: [groupId] },
  ...(count && { count }),
});

/** A piece as it is typed: like another, or like the last of its kind. */
function useTypedNew(model: Model | null, technique: string | undefined) {
  const all = useTechniques();
  const units = useUnits();
  const [typed, setTyped, forget] = useDraft<TypedNew>(
    model ? model.draft : technique === undefined ? 'new piece of layers' : `new piece with ${technique}`,
    () =>
      model
        ? { ...likeThat(model.of, units), ...(model.count && { count: model.count }) }
        : likeLast(units, all, { technique }),
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
            count: before.count,
            people: before.people,
            group: before.group,
            groupName: before.groupName,
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
  return { typed, set, forget };
}

function Making({ model }: { model: Model | null }) {
  const log = useLog();
  const navigate = useNavigate();
  const pieceFrom = usePieceFrom();
  const [asked] = useSearchParams();
  const technique = asked.get('technique') ?? undefined;
  const units = useUnits();
  const { typed, set, forget } = useTypedNew(model, technique);
  const { data: pieces } = useAnswer(to('/api/pieces'));
  const groups = pieces?.groups ?? [];
  const names = pieces?.rows.map(({ name }) => name) ?? [];
  const now = useNow();
  const [wrong, setWrong] = useState<Record<string, string>>({});
  /** The wall that was asked about. */
  const [sure, setSure] = useState<number | null>(null);

  const submit = async () => {
    const people = namedFor(typed.name, typed.people ?? '');
    const made: PieceMade = {
      ...pieceFrom(typed),
      ...(people.length > 0 && { name: people[0]! }),
      layers: layersFrom(typed.layers),
      ...(model?.like !== undefined && { like: model.like }),
    };
    const count = people.length || (typedNumber(typed.count) ?? 1);
    const found = {
      ...wrongFields(bodies['piece.made'], made),
      ...manyProblems(typed, people.length, count),
      ...(sure !== made.form.wallM && thinWall(made.form.wallM, units)),
    };
    setWrong(found);
    setSure(made.form.wallM);
    if (Object.keys(found).length > 0) return;
    const at = typed.madeAt ?? Math.floor(now / MINUTE) * MINUTE;
    const many = people.length > 0 ? people : numbered(made.name, count, names);
    const ids = many.map(() => uuid());
    const group = typed.group === NEW_GROUP ? uuid() : typed.group === NO_GROUP ? null : typed.group;
    const outcome = await log(
      count === 1 ? `${made.name} made` : `${count} of ${typed.name.trim() || 'them'} made`,
      stamped(
        piecesMade({
          made,
          pieces: ids.map((id, i) => ({ id, name: many[i]! })),
          group: group
            ? { id: group, ...(typed.group === NEW_GROUP && { name: typed.groupName.trim() }) }
            : null,
        }),
        at,
      ),
    );
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    rememberPiece(made);
    void navigate(outcome.kind === 'saved' ? madePath(ids, group) : '/');
  };

  return (
    <PieceForm
      title="New piece"
      verb={isOne(typed) ? 'Log it as made' : 'Log them as made'}
      typed={typed}
      set={set}
      wrong={wrong}
      onWrong={setWrong}
      onSubmit={submit}
    >
      <HowMany typed={typed} set={set} wrong={wrong} groups={groups} names={names} />
    </PieceForm>
  );
}

/** As many alike as one act bears. */
const MOST = 100;
const namesWords = (names: string[]): string =>
  names.length === 0
    ? 'A class: paste the list, each gets a piece'
    : names.length === 1
      ? names[0]!
      : `${names.length} pieces: ${names[0]} to ${names.at(-1)}`;

const isOne = ({ count, people = '' }: TypedNew): boolean => typedNumber(count) === 1 && people.trim() === '';

/** A wall that is hardly meant, asked about. */
const thinWall = (wallM: number, units: UnitChoice): Record<string, string> =>
  isHardlyMeant(wallM)
    ? {
        'form.wallM': `${formatQuantity('length', wallM, units)} is next to nothing for a wall: was another unit meant? Log it again if it is so.`,
      }
    : {};

/** Where what was made is seen. */
const madePath = (ids: string[], group: string | null): string =>
  ids.length === 1 ? `/pieces/${ids[0]}` : group ? `/pieces?group=${group}` : '/pieces';

/** What is wrong with how many are made, and their group. */
const manyProblems = (typed: TypedNew, people: number, count: number): Record<string, string> => ({
  ...(people > MOST && { people: `${people} names: make at most ${MOST} in one go.` }),
  ...(!(Number.isInteger(count) && count >= 1 && count <= MOST) && {
    count: `A whole number from 1 to ${MOST}: make more in a second go.`,
  }),
  ...(typed.group === NEW_GROUP &&
    typed.groupName.trim() === '' && { groupName: 'The group needs a name, or choose another.' }),
});

/** How many alike, and the group they go into. */
function HowMany({
  typed,
  set,
  wrong,
  groups,
  names,
}: {
  typed: TypedNew;
  set: (more: Partial<TypedNew>) => void;
  wrong: Record<string, string>;
  groups: PiecesAnswer['groups'];
  names: string[];
}) {
  const count = typedNumber(typed.count) ?? 1;
  const many = count > 1 && count <= MOST ? numbered(typed.name || 'Piece', count, names) : [];
  return (
    <Columns>
      <NumberField
        label="How many alike"
        text={typed.count}
        onText={(text) => set({ count: text })}
        error={wrong['count']}
        help={many.length > 0 ? `${many[0]} to ${many.at(-1)}` : 'Several are numbered'}
      />
      <ChoiceField
        label="Group"
        value={typed.group}
        onChoose={(group) => set({ group })}
        options={[
          { value: NO_GROUP, label: 'None' },
          ...groups.map(({ id, set: of }) => ({ value: id, label: of.name })),
          { value: NEW_GROUP, label: 'A new one' },
        ]}
      />
      <TextField
        label="Or names, one a line"
        value={typed.people ?? ''}
        onChange={({ target }) => set({ people: target.value })}
        error={wrong['people'] !== undefined}
        helperText={wrong['people'] ?? namesWords(namedFor(typed.name, typed.people ?? ''))}
        multiline
        maxRows={8}
      />
      {typed.group === NEW_GROUP && (
        <TextField
          label="Its name"
          value={typed.groupName}
          onChange={({ target }) => set({ groupName: target.value })}
          error={wrong['groupName'] !== undefined}
          helperText={wrong['groupName'] ?? 'Like Tuesday class'}
        />
      )}
    </Columns>
  );
}
