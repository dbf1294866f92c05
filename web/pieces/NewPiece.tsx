import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, MenuItem, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import { stages, type Stage } from '../../core/clay/stage.ts';
import { covers, type Cover } from '../../core/drying/face.ts';
import { stands, type Form, type FormKind, type Stand } from '../../core/form/form.ts';
import type { PieceMade } from '../../core/log/entry.ts';
import { techniqueIds, techniqueNamed } from '../../core/technique/catalogue.ts';
import { MINUTE, type Instant } from '../../core/units/quantity.ts';
import { useNow } from '../frame/clock.ts';
import { useDraft } from '../frame/draft.ts';
import { Form as PieceForm } from '../frame/Form.tsx';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../frame/fields.tsx';
import { useStudio, useUnits, useZone } from '../frame/maker.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { Section, Trouble } from '../frame/parts.tsx';
import { wrongFields } from '../frame/shape.ts';
import { WhenField } from '../frame/WhenField.tsx';

const forms: { value: FormKind; label: string }[] = [
  { value: 'cylinder', label: 'Upright' },
  { value: 'bowl', label: 'Bowl' },
  { value: 'plate', label: 'Plate' },
  { value: 'tile', label: 'Tile or plaque' },
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
};

const LAST = 'kosmema-last-piece';
type Remembered = Partial<Pick<PieceMade, 'clayId' | 'roomId' | 'schools'>>;
const remembered = (): Remembered => JSON.parse(localStorage.getItem(LAST) ?? '{}') as Remembered;

/** A piece as it is being typed. */
interface TypedPiece {
  name: string;
  kind: FormKind;
  lengths: Record<string, string>;
  narrow: boolean;
  clayId: string;
  roomId: string;
  cover: Cover;
  stand: Stand;
  attachment: string;
  stage: Stage | null;
  schools: Record<string, string>;
  madeAt: Instant | null;
}

/** Logs a new piece: name, clay, form, when, where. Everything but the name has a sensible start. */
export function NewPiece() {
  const units = useUnits();
  const zone = useZone();
  const log = useLog();
  const navigate = useNavigate();
  const { data: studio } = useStudio();
  const [last] = useState(remembered);
  const [typed, setTyped, forget] = useDraft<TypedPiece>('new piece', () => ({
    name: '',
    kind: 'cylinder',
    lengths: {},
    narrow: false,
    clayId: last.clayId ?? 'clay-default',
    roomId: last.roomId ?? 'room-default',
    cover: 'open',
    stand: 'board',
    attachment: '',
    stage: null,
    schools: last.schools ?? {},
    madeAt: null,
  }));
  const { name, kind, lengths, narrow, clayId, roomId, cover, stand, attachment, stage, schools } = typed;
  const set = (more: Partial<TypedPiece>) => setTyped((before) => ({ ...before, ...more }));
  const now = useNow();
  const madeAt = typed.madeAt ?? Math.floor(now / MINUTE) * MINUTE;
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const technique = techniqueNamed(techniqueIds[0]!);
  const known = { clays: studio?.clays ?? [], rooms: studio?.rooms ?? [] };

  const length = (key: string, usual: number) => lengths[key] ?? quantityText(usual, 'length', units);
  const body = (): PieceMade => ({
    name,
    clayId: known.clays.some((c) => c.id === clayId) ? clayId : 'clay-default',
    form: formFrom(
      kind,
      (key, usual) => typedQuantity(length(key, usual), 'length', units) ?? Number.NaN,
      narrow,
    ),
    roomId: known.rooms.some((r) => r.id === roomId) ? roomId : 'room-default',
    techniqueId: technique.id,
    schools: Object.fromEntries(
      technique.choices.map((choice) => [choice.id, schools[choice.id] ?? choice.schools[0]!.id]),
    ),
    cover,
    stand,
    attachmentM: typedQuantity(attachment, 'length', units),
    stage,
  });

  const submit = async () => {
    const made = body();
    const found = wrongFields(bodies['piece.made'], made);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const id = uuid();
    const outcome = await log(`${made.name} made`, [entry('piece.made', id, made, { at: madeAt })]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    localStorage.setItem(
      LAST,
      JSON.stringify({
        clayId: made.clayId,
        roomId: made.roomId,
        schools: made.schools,
      } satisfies Remembered),
    );
    void navigate(outcome.kind === 'saved' ? `/pieces/${id}` : '/');
  };

  return (
    <PieceForm
      onSubmit={() => void submit()}
      wrong={wrong}
      onEdit={() => setWrong({})}
      sx={{ maxWidth: 820 }}
    >
      <Typography variant="h1">New piece</Typography>
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
          sx={{ flexWrap: 'wrap' }}
        >
          {forms.map((form) => (
            <ToggleButton key={form.value} value={form.value} sx={{ flex: '1 1 180px' }}>
              {form.label}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Columns>
          {[{ key: 'wallM', label: 'Wall, freshly made', usual: 0.006 }, ...sizes[kind]].map(
            ({ key, label, usual }) => (
              <QuantityField
                key={key}
                label={label}
                text={length(key, usual)}
                onText={(text) => set({ lengths: { ...lengths, [key]: text } })}
                dimension="length"
                error={wrong[`form.${key}`]}
              />
            ),
          )}
        </Columns>
        <Columns>
          <WhenField label="Made" at={madeAt} onAt={(at) => set({ madeAt: at })} zone={zone} />
          <TextField
            select
            label="It was then"
            value={stage ?? 'fresh'}
            onChange={(event) =>
              set({ stage: event.target.value === 'fresh' ? null : (event.target.value as Stage) })
            }
          >
            <MenuItem value="fresh">Freshly made</MenuItem>
            {stages.slice(1, 5).map((s) => (
              <MenuItem key={s.stage} value={s.stage}>
                Already {s.name.toLowerCase()}
              </MenuItem>
            ))}
          </TextField>
        </Columns>
        <Columns>
          <ChoiceField
            label="Clay"
            value={body().clayId}
            onChoose={(value) => set({ clayId: value })}
            options={known.clays.map((c) => ({ value: c.id, label: c.set.name }))}
            error={wrong['clayId']}
          />
          <ChoiceField
            label="Room"
            value={body().roomId}
            onChoose={(value) => set({ roomId: value })}
            options={known.rooms.map((r) => ({ value: r.id, label: r.set.name }))}
            error={wrong['roomId']}
          />
          <ChoiceField
            label="Cover"
            value={cover}
            onChoose={(value) => set({ cover: value })}
            options={covers.map((c) => ({ value: c.cover, label: c.name }))}
          />
          {kind === 'cylinder' && (
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
            label="Handle or spout, thickness"
            text={attachment}
            onText={(text) => set({ attachment: text })}
            dimension="length"
            error={wrong['attachmentM']}
            help="Empty for none"
          />
        </Columns>
      </Box>
      <Section title={technique.name}>
        <Box sx={{ mb: 2 }}>{technique.summary}</Box>
        <Columns>
          {technique.choices.map((choice) => (
            <ChoiceField
              key={choice.id}
              label={choice.question}
              value={body().schools[choice.id]!}
              onChoose={(value) => set({ schools: { ...schools, [choice.id]: value } })}
              options={choice.schools.map((s) => ({ value: s.id, label: `${s.name}: ${s.difference}` }))}
            />
          ))}
        </Columns>
      </Section>
      {wrong[''] && <Trouble>{wrong['']}</Trouble>}
      {Object.keys(wrong).some((key) => key !== '') && (
        <Trouble>Some figures cannot be right: see the fields marked above.</Trouble>
      )}
      <Button type="submit" variant="contained" size="large" sx={{ mt: 2 }}>
        Log it as made
      </Button>
    </PieceForm>
  );
}

function Columns({ children }: { children: ReactNode }) {
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))' }}>
      {children}
    </Box>
  );
}

function formFrom(kind: FormKind, length: (key: string, usual: number) => number, narrow: boolean): Form {
  const size = Object.fromEntries(sizes[kind].map(({ key, usual }) => [key, length(key, usual)]));
  const shape = {
    kind,
    wallM: length('wallM', 0.006),
    ...size,
    ...(kind === 'cylinder' && { mouth: narrow ? 'narrow' : 'open' }),
  };
  return shape as Form;
}
