import { lazy, Suspense } from 'react';
import { Button, FormControlLabel, Switch, TextField } from '@mui/material';
import type { GroupSet } from '../../core/log/entry.ts';
import { DAY, type Instant } from '../../core/units/quantity.ts';
import { studioNow } from '../frame/clock.ts';
import { ChoiceField } from '../frame/fields.tsx';
import { useZone } from '../frame/maker.ts';

const WhenField = lazy(async () => ({ default: (await import('../frame/WhenField.tsx')).WhenField }));

/** A group as it is being typed. */
export interface TypedGroup {
  name: string;
  kind: GroupSet['kind'];
  guarded: boolean;
  dueAt: Instant | null;
}

export const freshGroup = (): TypedGroup => ({ name: '', kind: 'class', guarded: false, dueAt: null });

export const typedGroup = ({ name, kind, guarded, dueAt }: GroupSet): TypedGroup => ({
  name,
  kind,
  guarded: guarded === true,
  dueAt: dueAt === null ? null : Date.parse(dueAt),
});

export const groupFrom = ({ name, kind, guarded, dueAt }: TypedGroup): GroupSet => ({
  name: name.trim(),
  kind,
  ...(guarded && { guarded: true }),
  dueAt: dueAt === null ? null : new Date(dueAt).toISOString(),
});

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
