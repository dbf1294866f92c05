import { Box, MenuItem, TextField } from '@mui/material';
import { stages, type Stage } from '../../core/clay/stage.ts';
import { covers, type Cover } from '../../core/drying/face.ts';
import type { Form, FormKind, ProfilePoint } from '../../core/form/form.ts';
import { usualOf } from '../../core/form/usual.ts';
import { FormPresets } from '../acting/FormPresets.tsx';
import { stands, type Stand } from '../../core/form/places.ts';
import { Columns } from '../ui/Columns.tsx';
import { ProfileFields, type TypedPoint } from './ProfileFields.tsx';
import type { PieceBegun } from '../../core/log/entry.ts';
import { DEFAULT_CLAY, DEFAULT_ROOM } from '../../core/log/studio.ts';
import { MINUTE, type Instant, type UnitChoice } from '../../core/units/quantity.ts';
import { useNow } from '../asking/clock.ts';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../ui/fields.tsx';
import { useStudio, useUnits, useZone } from '../asking/maker.ts';
import { WhenField } from '../ui/WhenField.tsx';

const sizes: Record<FormKind, { key: string; label: string }[]> = {
  cylinder: [
    { key: 'diameterM', label: 'Diameter' },
    { key: 'heightM', label: 'Height' },
  ],
  bowl: [
    { key: 'diameterM', label: 'Diameter' },
    { key: 'heightM', label: 'Height' },
  ],
  plate: [{ key: 'diameterM', label: 'Diameter' }],
  tile: [
    { key: 'lengthM', label: 'Length' },
    { key: 'widthM', label: 'Width' },
  ],
  box: [
    { key: 'lengthM', label: 'Length' },
    { key: 'widthM', label: 'Width' },
    { key: 'heightM', label: 'Height' },
  ],
  profile: [],
};

const WALL = { key: 'wallM', label: 'Wall, freshly made' };
/** A usual length of a kind of form, m. */
const usual = (kind: FormKind, key: string): number => usualOf(kind)[key as 'wallM'];

const BISQUE = 'bisque';

/** A piece as it is being typed. */
export interface TypedPiece {
  name: string;
  kind: FormKind;
  lengths: Record<string, string>;
  /** Of a profile; the usual jar where nothing was typed yet. */
  points: TypedPoint[] | null;
  narrow: boolean;
  clayId: string;
  roomId: string;
  cover: Cover;
  stand: Stand;
  attachment: string;
  stage: Stage | null;
  /** It came as bisque. */
  bisque: boolean;
  madeAt: Instant | null;
}

export const freshPiece = (): TypedPiece => ({
  name: '',
  kind: 'cylinder',
  lengths: {},
  points: null,
  narrow: false,
  clayId: DEFAULT_CLAY,
  roomId: DEFAULT_ROOM,
  cover: 'open',
  stand: 'board',
  attachment: '',
  stage: null,
  bisque: false,
  madeAt: null,
});

/** A piece that was logged, as the texts of its fields. */
export const asTyped = (begun: PieceBegun, madeAt: Instant, units: UnitChoice): TypedPiece => ({
  ...begun,
  bisque: begun.fired === 'bisque',
  ...typedForm(begun, units),
  madeAt,
});

/** A form and its handle, as the texts of its fields. */
const typedForm = (
  { form, attachmentM }: Pick<PieceBegun, 'form' | 'attachmentM'>,
  units: UnitChoice,
): Pick<TypedPiece, 'kind' | 'lengths' | 'points' | 'narrow' | 'attachment'> => ({
  kind: form.kind,
  lengths: Object.fromEntries(
    Object.entries(form).flatMap(([key, value]) =>
      typeof value === 'number' ? [[key, quantityText(value, 'length', units)]] : [],
    ),
  ),
  points: form.kind === 'profile' ? typedPoints(form.points, units) : null,
  narrow: 'mouth' in form && form.mouth === 'narrow',
  attachment: attachmentM === null ? '' : quantityText(attachmentM, 'length', units),
});

const usualPoints = (units: UnitChoice): TypedPoint[] => typedPoints(usualOf('profile').points, units);

const typedPoints = (points: ProfilePoint[], units: UnitChoice): TypedPoint[] =>
  points.map(({ heightM, diameterM, corner }) => ({
    ...(corner && { corner }),
    height: quantityText(heightM, 'length', units),
    diameter: quantityText(diameterM, 'length', units),
  }));

/** What was typed, in SI; what is no number is left to the schema to refuse. */
export function usePieceFrom(): (typed: TypedPiece) => PieceBegun {
  const units = useUnits();
  const { data: studio } = useStudio();
  return (typed) => {
    const length = (key: string) =>
      typedQuantity(
        typed.lengths[key] ?? quantityText(usual(typed.kind, key), 'length', units),
        'length',
        units,
      ) ?? Number.NaN;
    const known = (list: { id: string }[] | undefined, id: string, otherwise: string) =>
      list?.some((of) => of.id === id) ? id : otherwise;
    return {
      name: typed.name,
      clayId: known(studio?.clays, typed.clayId, DEFAULT_CLAY),
      form: formFrom(typed, length, units),
      roomId: known(studio?.rooms, typed.roomId, DEFAULT_ROOM),
      cover: typed.cover,
      stand: typed.stand,
      attachmentM: typedQuantity(typed.attachment, 'length', units),
      stage: typed.bisque ? 'bone-dry' : typed.stage,
      ...(typed.bisque && { fired: 'bisque' as const }),
    };
  };
}

function formFrom(
  { kind, narrow, points }: TypedPiece,
  length: (key: string) => number,
  units: UnitChoice,
): Form {
  const typed = (text: string) => typedQuantity(text, 'length', units) ?? Number.NaN;
  return {
    kind,
    wallM: length(WALL.key),
    ...Object.fromEntries(sizes[kind].map(({ key }) => [key, length(key)])),
    ...((kind === 'cylinder' || kind === 'profile') && { mouth: narrow ? 'narrow' : 'open' }),
    ...(kind === 'profile' && {
      points: (points ?? usualPoints(units)).map(({ height, diameter, corner }) => ({
        ...(corner && { corner }),
        heightM: typed(height),
        diameterM: typed(diameter),
      })),
    }),
  } as Form;
}

interface PieceFieldsProps {
  typed: TypedPiece;
  set: (change: Partial<TypedPiece>) => void;
  wrong: Record<string, string>;
}

/** What a piece is, where it stands, and when it was made, where it is. */
export function PieceFields({ typed, set, wrong, unmade = false }: PieceFieldsProps & { unmade?: boolean }) {
  const units = useUnits();
  const begun = usePieceFrom()(typed);
  const { name, kind, lengths } = typed;
  return (
    <Box sx={{ display: 'grid', gap: 2, mt: 2 }}>
      <TextField
        label="Name or mark"
        value={name}
        onChange={(event) => set({ name: event.target.value })}
        error={wrong['name'] !== undefined}
        helperText={wrong['name'] ?? 'What you would call it across the room'}
        slotProps={{ htmlInput: { autoComplete: 'off' } }}
      />
      <FormPresets
        form={begun.form}
        onForm={(of) => set({ ...typedForm(of, units), ...(name.trim() === '' && { name: of.name }) })}
      />
      <Columns>
        {[WALL, ...sizes[kind]].map(({ key, label }) => (
          <QuantityField
            key={key}
            label={label}
            text={lengths[key] ?? quantityText(usual(kind, key), 'length', units)}
            onText={(text) => set({ lengths: { ...lengths, [key]: text } })}
            dimension="length"
            error={wrong[`form.${key}`]}
          />
        ))}
      </Columns>
      {kind === 'profile' && (
        <ProfileFields
          points={typed.points ?? usualPoints(units)}
          onPoints={(points) => set({ points })}
          form={begun.form}
          wrong={wrong}
        />
      )}
      {!unmade && <WhenMade typed={typed} set={set} />}
      <WhereItStands typed={typed} set={set} wrong={wrong} begun={begun} />
    </Box>
  );
}

function WhenMade({ typed, set }: Pick<PieceFieldsProps, 'typed' | 'set'>) {
  const zone = useZone();
  const now = useNow();
  return (
    <Columns>
      <WhenField
        label="Made"
        at={typed.madeAt ?? Math.floor(now / MINUTE) * MINUTE}
        onAt={(at) => set({ madeAt: at })}
        zone={zone}
      />
      <TextField
        select
        label="It was then"
        value={typed.bisque ? BISQUE : (typed.stage ?? 'fresh')}
        onChange={({ target: { value } }) =>
          set({
            bisque: value === BISQUE,
            stage: value === 'fresh' || value === BISQUE ? null : (value as Stage),
          })
        }
      >
        <MenuItem value="fresh">Freshly made</MenuItem>
        {stages.slice(1, 5).map((s) => (
          <MenuItem key={s.stage} value={s.stage}>
            Already {s.name.toLowerCase()}
          </MenuItem>
        ))}
        <MenuItem value={BISQUE}>Fired already: it came as bisque</MenuItem>
      </TextField>
    </Columns>
  );
}

/** Its clay, where and how it stands, and what is on it. */
function WhereItStands({ typed, set, wrong, begun }: PieceFieldsProps & { begun: PieceBegun }) {
  const { data: studio } = useStudio();
  const { kind, narrow, cover, stand, attachment } = typed;
  return (
    <Columns>
      <ChoiceField
        label="Clay"
        value={begun.clayId}
        onChoose={(value) => set({ clayId: value })}
        options={(studio?.clays ?? []).map((c) => ({ value: c.id, label: c.set.name }))}
        error={wrong['clayId']}
      />
      <ChoiceField
        label="Room"
        value={begun.roomId}
        onChoose={(value) => set({ roomId: value })}
        options={(studio?.rooms ?? []).map((r) => ({ value: r.id, label: r.set.name }))}
        error={wrong['roomId']}
      />
      <ChoiceField
        label="Cover"
        value={cover}
        onChoose={(value) => set({ cover: value })}
        options={covers.map((c) => ({ value: c.cover, label: c.name }))}
      />
      {(kind === 'cylinder' || kind === 'profile') && (
        <ChoiceField
          label="Mouth"
          value={narrow ? 'narrow' : 'open'}
          onChoose={(value) => set({ narrow: value === 'narrow' })}
          options={[
            { value: 'open', label: 'Open' },
            { value: 'narrow', label: 'Narrow neck' },
          ]}
        />
      )}
      <ChoiceField
        label="It stands"
        value={stand}
        onChoose={(value) => set({ stand: value })}
        options={stands.map((s) => ({ value: s.stand, label: s.name }))}
      />
      <QuantityField
        label="Handle or spout"
        text={attachment}
        onText={(text) => set({ attachment: text })}
        dimension="length"
        error={wrong['attachmentM']}
        help="How thick; empty for none, or made apart"
      />
    </Columns>
  );
}
