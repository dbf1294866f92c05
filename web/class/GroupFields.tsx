import { lazy, Suspense } from 'react';
import { Button, FormControlLabel, Switch, TextField } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { GroupSet } from '../../core/log/entry.ts';
import { DAY, type Instant } from '../../core/units/quantity.ts';
import { studioNow } from '../asking/clock.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { useZone } from '../asking/maker.ts';
import { wrongFields } from '../ui/shape.ts';
import { readWeek, weekText } from '../ui/typedHours.ts';

const WhenField = lazy(async () => ({ default: (await import('../ui/WhenField.tsx')).WhenField }));

/** A group as it is being typed. */
export interface TypedGroup {
  name: string;
  kind: GroupSet['kind'];
  guarded: boolean;
  dueAt: Instant | null;
  /** Its lessons as they are written; empty where it has the studio's hours. */
  hours: string;
  /** What is still to be made for it; left as it is. */
  toMake?: GroupSet['toMake'];
}

export const freshGroup = (): TypedGroup => ({
  name: '',
  kind: 'class',
  guarded: false,
  dueAt: null,
  hours: '',
});

export const typedGroup = ({ name, kind, guarded, dueAt, hours, toMake }: GroupSet): TypedGroup => ({
  name,
  kind,
  guarded: guarded === true,
  dueAt: dueAt === null ? null : Date.parse(dueAt),
  hours: weekText(hours ?? []),
  ...(toMake && { toMake }),
});

/** What is wrong with a group as it is typed, by its field. */
export function wrongWithGroup(typed: TypedGroup): Record<string, string> {
  if (typed.kind === 'class' && readWeek(typed.hours) === null)
    return { hours: 'Write the lessons like Tue 18:00–20:30; Thu 6–8pm, or leave this empty.' };
  return wrongFields(bodies['group.set'], groupFrom(typed));
}

export function groupFrom({ name, kind, guarded, dueAt, hours, toMake }: TypedGroup): GroupSet {
  const lessons = kind === 'class' ? readWeek(hours) : null;
  return {
    name: name.trim(),
    kind,
    ...(guarded && { guarded: true }),
    ...(lessons && lessons.length > 0 && { hours: lessons }),
    dueAt: dueAt === null ? null : new Date(dueAt).toISOString(),
    ...(toMake && { toMake }),
  };
}

const groupKinds: { value: GroupSet['kind']; label: string }[] = [
  { value: 'class', label: 'A class' },
  { value: 'order', label: 'An order' },
  { value: 'other', label: 'Something else' },
];
/** A day that is asked about is set so far ahead first. */
const AHEAD = 14 * DAY;

/** What a group is, and for when. */
export function GroupFields({
  typed,
  onTyped,
  wrong,
}: {
  typed: TypedGroup;
  onTyped: (typed: TypedGroup) => void;
  wrong: Record<string, string>;
}) {
  const zone = useZone();
  const set = (more: Partial<TypedGroup>) => onTyped({ ...typed, ...more });
  return (
    <>
      <TextField
        label="Its name"
        value={typed.name}
        onChange={({ target }) => set({ name: target.value })}
        error={wrong['name'] !== undefined}
        helperText={wrong['name'] ?? 'Like Tuesday class, or Lamps for the ferry'}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <ChoiceField
        label="What it is"
        value={typed.kind}
        onChoose={(kind) => set({ kind })}
        options={groupKinds}
      />
      {typed.kind === 'class' && (
        <TextField
          label="When it meets"
          value={typed.hours}
          onChange={({ target }) => set({ hours: target.value })}
          error={wrong['hours'] !== undefined}
          helperText={
            wrong['hours'] ??
            'Like Tue 18:00–20:30; Thu 6–8pm. Steps and covers of its pieces are planned for these hours; empty is whenever the studio works'
          }
          slotProps={{ htmlInput: { autoComplete: 'off', maxLength: 300 } }}
        />
      )}
      <FormControlLabel
        control={<Switch checked={typed.guarded} onChange={(_event, guarded) => set({ guarded })} />}
        label="Pupils or pregnant people work on them"
        sx={{ minHeight: 48 }}
      />
      {typed.dueAt === null ? (
        <Button
          variant="outlined"
          onClick={() => set({ dueAt: studioNow() + AHEAD })}
          sx={{ justifySelf: 'start' }}
        >
          They are wanted on a day
        </Button>
      ) : (
        <Suspense fallback={null}>
          <WhenField label="Wanted by" at={typed.dueAt} onAt={(dueAt) => set({ dueAt })} zone={zone} />
        </Suspense>
      )}
    </>
  );
}
