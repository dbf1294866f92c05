import { Box, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { stages, type Stage } from '../../core/clay/stage.ts';
import { covers, type Cover } from '../../core/drying/face.ts';
import type { Form, FormKind, ProfilePoint } from '../../core/form/form.ts';
import { stands, type Stand } from '../../core/form/places.ts';
import { Columns } from '../frame/Columns.tsx';
import { ProfileFields, type TypedPoint } from './ProfileFields.tsx';
import type { PieceBegun } from '../../core/log/entry.ts';
import { DEFAULT_CLAY, DEFAULT_ROOM } from '../../core/log/studio.ts';
import { MINUTE, type Instant, type UnitChoice } from '../../core/units/quantity.ts';
import { useNow } from '../frame/clock.ts';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../frame/fields.tsx';
import { useStudio, useUnits, useZone } from '../frame/maker.ts';
import { ink, paper } from '../frame/theme.ts';
import { WhenField } from '../frame/WhenField.tsx';

const forms: { value: FormKind; label: string }[] = [
  { value: 'cylinder', label: 'Upright' },
  { value: 'profile', label: 'Turned profile' },
  { value: 'bowl', label: 'Bowl' },
  { value: 'plate', label: 'Plate' },
  { value: 'tile', label: 'Tile, plaque or slab' },
  { value: 'box', label: 'Box of slabs' },
];

const sizes: Record<FormKind, { key: string; label: string; usual: number }[]> = {
  cylinder: [
    { key: 'diameterM', label: 'Diameter', usual: 0.1 },
    { key: 'heightM', label: 'Height', usual: 0.15 },
  ],
  bowl: [
    { key: 'diameterM', label: 'Diameter', usual: 0.16 },
    { key: 'heightM', label: 'Height', usual: 0.08 },
  ],
  plate: [{ key: 'diameterM', label: 'Diameter', usual: 0.24 }],
  tile: [
    { key: 'lengthM', label: 'Length', usual: 0.2 },
    { key: 'widthM', label: 'Width', usual: 0.14 },
  ],
  box: [
    { key: 'lengthM', label: 'Length', usual: 0.12 },
    { key: 'widthM', label: 'Width', usual: 0.12 },
    { key: 'heightM', label: 'Height', usual: 0.15 },
  ],
  profile: [],
};

/** A jar, to begin a profile from. */
const JAR: ProfilePoint[] = [
  { heightM: 0, diameterM: 0.08 },
  { heightM: 0.09, diameterM: 0.15 },
  { heightM: 0.16, diameterM: 0.1 },
];
const WALL = { key: 'wallM', label: 'Wall, freshly made', usual: 0.006 };

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
  kind: begun.form.kind,
  lengths: Object.fromEntries(
    Object.entries(begun.form).flatMap(([key, value]) =>
      typeof value === 'number' ? [[key, quantityText(value, 'length', units)]] : [],
    ),
  ),
  points: begun.form.kind === 'profile' ? typedPoints(begun.form.points, units) : null,
  narrow: 'mouth' in begun.form && begun.form.mouth === 'narrow',
  attachment: begun.attachmentM === null ? '' : quantityText(begun.attachmentM, 'length', units),
  madeAt,
});

const typedPoints = (points: ProfilePoint[], units: UnitChoice): TypedPoint[] =>
  points.map(({ heightM, diameterM }) => ({
    height: quantityText(heightM, 'length', units),
    diameter: quantityText(diameterM, 'length', units),
  }));

/** What was typed, in SI; what is no number is left to the schema to refuse. */
export function usePieceFrom(): (typed: TypedPiece) => PieceBegun {
  const units = useUnits();
  const { data: studio } = useStudio();
  return (typed) => {
    const length = (key: string, usual: number) =>
      typedQuantity(typed.lengths[key] ?? quantityText(usual, 'length', units), 'length', units) ??
      Number.NaN;
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
  length: (key: string, usual: number) => number,
  units: UnitChoice,
): Form {
  const typed = (text: string) => typedQuantity(text, 'length', units) ?? Number.NaN;
  return {
    kind,
    wallM: length(WALL.key, WALL.usual),
    ...Object.fromEntries(sizes[kind].map(({ key, usual }) => [key, length(key, usual)])),
    ...((kind === 'cylinder' || kind === 'profile') && { mouth: narrow ? 'narrow' : 'open' }),
    ...(kind === 'profile' && {
      points: (points ?? typedPoints(JAR, units)).map(({ height, diameter }) => ({
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

/** What a piece is, where it stands, and when it was made. */
export function PieceFields({ typed, set, wrong }: PieceFieldsProps) {
  const units = useUnits();
  const zone = useZone();
  const now = useNow();
  const { data: studio } = useStudio();
  const begun = usePieceFrom()(typed);
  const { name, kind, lengths, narrow, cover, stand, attachment, stage } = typed;
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
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={kind}
        onChange={(_event, value: FormKind | null) => value && set({ kind: value })}
        aria-label="Form"
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'repeat(2, 1fr)', sm: 'repeat(3, 1fr)' },
          gap: '2px',
          p: '2px',
          background: ink,
          '& .MuiToggleButton-root': {
            m: '0 !important',
            border: '0 !important',
            background: paper,
            '&.Mui-selected': { background: ink },
          },
        }}
      >
        {forms.map((form) => (
          <ToggleButton key={form.value} value={form.value}>
            {form.label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Columns>
        {[WALL, ...sizes[kind]].map(({ key, label, usual }) => (
          <QuantityField
            key={key}
            label={label}
            text={lengths[key] ?? quantityText(usual, 'length', units)}
            onText={(text) => set({ lengths: { ...lengths, [key]: text } })}
            dimension="length"
            error={wrong[`form.${key}`]}
          />
        ))}
      </Columns>
      {kind === 'profile' && (
        <ProfileFields
          points={typed.points ?? typedPoints(JAR, units)}
          onPoints={(points) => set({ points })}
          form={begun.form}
          wrong={wrong}
        />
      )}
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
          value={typed.bisque ? BISQUE : (stage ?? 'fresh')}
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
    </Box>
  );
}
