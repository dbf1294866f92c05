import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { newWish } from '../../core/defaults/studio.ts';
import type { GroupSet } from '../../core/log/entry.ts';
import type { GroupState } from '../../core/log/group.ts';
import { DAY, MINUTE, SECOND, type Instant } from '../../core/units/quantity.ts';
import { to } from '../../api/answers.ts';
import { studioNow } from '../asking/clock.ts';
import { useUnits, useZone } from '../asking/maker.ts';
import { useAnswer } from '../asking/useAnswer.ts';
import { useTechniques } from '../asking/useTechniques.ts';
import { layersFrom } from '../layers/typedLayer.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Columns } from '../ui/Columns.tsx';
import { useDraft } from '../ui/draft.ts';
import { ChoiceField, NumberField, typedNumber } from '../ui/fields.tsx';
import { wrongFields } from '../ui/shape.ts';
import { likeLast, NEW_GROUP, type TypedNew } from './lastOfKind.ts';
import { usePieceFrom } from './PieceFields.tsx';
import { PieceForm } from './PieceForm.tsx';

const WhenField = lazy(async () => ({ default: (await import('../ui/WhenField.tsx')).WhenField }));

/** Pieces to be made as they are being typed. */
type TypedWish = TypedNew & { dueAt: Instant | null; minutes: string };

/** Plans pieces that are not made yet: what, how many, for whom and by when. */
export function NewWish() {
  const log = useLog();
  const navigate = useNavigate();
  const units = useUnits();
  const all = useTechniques();
  const pieceFrom = usePieceFrom();
  const { data: pieces } = useAnswer(to('/api/pieces'));
  const groups = pieces?.groups ?? [];
  const [typed, setTyped, forget] = useDraft<TypedWish>('pieces to make', () => ({
    ...likeLast(units, all),
    ...{ count: String(newWish.count), group: NEW_GROUP, dueAt: null },
    minutes: String((newWish.takesS * SECOND) / MINUTE),
  }));
  const set = (more: Partial<TypedWish>) => setTyped((before) => ({ ...before, ...more }));
  const [wrong, setWrong] = useState<Record<string, string>>({});

  const submit = async () => {
    const known = groups.find(({ id }) => id === typed.group);
    const body: GroupSet = {
      ...(known?.set ?? { name: typed.groupName.trim() || typed.name.trim(), kind: 'order' }),
      dueAt: typed.dueAt === null ? null : new Date(typed.dueAt).toISOString(),
      toMake: {
        ...{ ...pieceFrom(typed), stage: null, layers: layersFrom(typed.layers) },
        count: typedNumber(typed.count) ?? Number.NaN,
        takesS: ((typedNumber(typed.minutes) ?? Number.NaN) * MINUTE) / SECOND,
      },
    };
    const found = inFields(wrongFields(bodies['group.set'], body));
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const outcome = await log(`${typed.count} of ${typed.name.trim()} to be made`, [
      entry('group.set', known?.id ?? uuid(), body),
    ]);
    if (outcome.kind === 'refused') {
      const { field, detail } = outcome.problem;
      return setWrong(inFields({ [field?.replace(/^entries\.0\.body\./, '') ?? '']: detail }));
    }
    forget();
    void navigate('/plan');
  };

  return (
    <PieceForm
      title="Pieces to make"
      verb="Plan them"
      typed={typed}
      set={set}
      wrong={wrong}
      onWrong={setWrong}
      onSubmit={submit}
      unmade
    >
      <Box sx={{ mt: 2 }}>
        <ForWhom typed={typed} set={set} wrong={wrong} groups={groups} />
      </Box>
    </PieceForm>
  );
}

/** What is wrong with what is to be made, by the fields of its piece. */
const inFields = (wrong: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(wrong).map(([field, words]) => [field.replace(/^toMake\./, ''), words]));

/** A day that is asked about is set so far ahead first. */
const AHEAD = 14 * DAY;

function ForWhom({
  typed,
  set,
  wrong,
  groups,
}: {
  typed: TypedWish;
  set: (more: Partial<TypedWish>) => void;
  wrong: Record<string, string>;
  groups: GroupState[];
}) {
  const zone = useZone();
  const free = groups.filter(({ set: of }) => !of.toMake);
  return (
    <Columns>
      <NumberField
        label="How many"
        text={typed.count}
        onText={(count) => set({ count })}
        error={wrong['count']}
      />
      <NumberField
        label="Making one takes"
        unit="min"
        text={typed.minutes}
        onText={(minutes) => set({ minutes })}
        error={wrong['takesS']}
        help="Hands only"
      />
      <ChoiceField
        label="For"
        value={typed.group}
        onChoose={(group) => set({ group })}
        options={[
          { value: NEW_GROUP, label: 'A new order' },
          ...free.map(({ id, set: of }) => ({ value: id, label: of.name })),
        ]}
      />
      {typed.group === NEW_GROUP && (
        <TextField
          label="Name of the order"
          value={typed.groupName}
          onChange={({ target }) => set({ groupName: target.value })}
          error={wrong['name'] !== undefined}
          helperText={wrong['name'] ?? 'Like Lamps for the ferry; empty is the name of the pieces'}
        />
      )}
      {typed.dueAt === null ? (
        <Button
          variant="outlined"
          onClick={() => set({ dueAt: studioNow() + AHEAD })}
          sx={{ alignSelf: 'start', minHeight: 56 }}
        >
          They are wanted on a day
        </Button>
      ) : (
        <Suspense fallback={null}>
          <WhenField
            label="Dry for the kiln by"
            at={typed.dueAt}
            onAt={(dueAt) => set({ dueAt })}
            zone={zone}
            error={wrong['dueAt']}
          />
        </Suspense>
      )}
    </Columns>
  );
}
