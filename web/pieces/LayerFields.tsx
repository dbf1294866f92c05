import { Box, Button, Slider } from '@mui/material';
import { hasHeight, type Form } from '../../core/form/form.ts';
import { choicesOf, schoolsOf } from '../../core/technique/catalogue.ts';
import { compose } from '../../core/technique/compose.ts';
import { secondsWords } from '../../core/technique/words.ts';
import { ProfilePicture } from '../draw/ProfilePicture.tsx';
import { SectionPicture } from '../draw/SectionPicture.tsx';
import { ChoiceField, NumberField, typedNumber } from '../frame/fields.tsx';
import { Section, Trouble } from '../frame/parts.tsx';
import { faded } from '../frame/theme.ts';
import { useShelf } from '../slips/shelf.ts';
import { Columns } from '../frame/Columns.tsx';
import { useOwnTechniques, useTechniques } from '../techniques/useTechniques.ts';
import { LayerSteps } from './LayerSteps.tsx';
import { useMends, type Composed } from './useMends.ts';
import {
  chosen,
  freshLayer,
  layersFrom,
  techniqueTyped,
  typedFrom,
  type TypedLayer,
  type Where,
} from './typedLayer.ts';

interface LayerFieldsProps {
  layers: TypedLayer[];
  onLayers: (layers: TypedLayer[]) => void;
  piece: Composed;
  wrong: Record<string, string>;
}

/** The techniques of a piece, one under another, with what cannot be among them and what mends it. */
export function LayerFields({ layers, onLayers, piece, wrong }: LayerFieldsProps) {
  const { form } = piece;
  const change = (i: number, more: Partial<TypedLayer>) =>
    onLayers(layers.map((layer, k) => (k === i ? { ...layer, ...more } : layer)));
  const made = layersFrom(layers);
  const { conflicts, planned } = compose(made, undefined, piece);
  const mends = useMends(made, piece) ?? [];
  const hands = planned.reduce(
    (sum, { step, optional }) => sum + (optional ? 0 : (step.takesS?.usual ?? 0)),
    0,
  );
  return (
    <>
      {layers.map((layer, i) => (
        <LayerSection
          key={layer.id}
          layer={layer}
          place={layers.length > 1 ? i + 1 : null}
          form={form}
          onChange={(more) => change(i, more)}
          onDrop={
            layers.length > 1 && !layer.logged ? () => onLayers(layers.filter((_, k) => k !== i)) : null
          }
          wrong={(field) => wrong[`layers.${i}.${field}`]}
        />
      ))}
      {[...new Set(conflicts.map(({ problem }) => problem.message))].map((message) => (
        <Trouble key={message}>{message}</Trouble>
      ))}
      {mends.length > 0 && (
        <Box
          role="group"
          aria-label="What mends it"
          sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', mt: 1 }}
        >
          {mends.map((mend) => (
            <Button
              key={mend.words}
              variant="outlined"
              onClick={() => onLayers(mended(layers, typedFrom(mend.layers)))}
            >
              {mend.words}
            </Button>
          ))}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mt: 2 }}>
        <Button variant="outlined" onClick={() => onLayers([...layers, freshLayer()])}>
          Add another technique
        </Button>
        <Box sx={{ color: faded }}>
          {planned.filter(({ optional }) => !optional).length} steps, {secondsWords(hands)} of hands on a mug
        </Box>
      </Box>
    </>
  );
}

/** Mended layers; those that are new stay new. */
const mended = (before: TypedLayer[], after: TypedLayer[]): TypedLayer[] =>
  after.map(({ logged: _made, ...layer }) => {
    const logged = before.find(({ id }) => id === layer.id)?.logged;
    return { ...layer, ...(logged && { logged }) };
  });

interface LayerSectionProps {
  layer: TypedLayer;
  place: number | null;
  form: Form;
  onChange: (more: Partial<TypedLayer>) => void;
  onDrop: (() => void) | null;
  wrong: (field: string) => string | undefined;
}

function LayerSection({ layer, place, form, onChange, onDrop, wrong }: LayerSectionProps) {
  const { data: shelf } = useShelf();
  const { logged, dropped } = layer;
  const technique = techniqueTyped(layer);
  const all = useTechniques();
  const newer = useOwnTechniques().find(({ id, rev }) => id === layer.own?.id && rev !== layer.own.rev);
  const schools = schoolsOf(technique, layer.schools);
  const tubs = (shelf?.tubs ?? []).flatMap(({ tub }) => (tub.discardedAt === null ? [tub] : []));
  const title = place === null ? technique.name : `${place}. ${technique.name}`;
  const action = logged ? (
    <Button onClick={() => onChange({ dropped: !dropped })}>
      {dropped ? 'Take it up again' : 'Give it up'}
    </Button>
  ) : (
    onDrop && <Button onClick={onDrop}>Leave it out</Button>
  );
  if (dropped)
    return (
      <Section title={`${title}, given up`} action={action}>
        What was done of it stays in the log.
      </Section>
    );
  return (
    <Section title={title} action={action}>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 220px' }, mb: 2 }}>
        <Box>{technique.gives}</Box>
        <SectionPicture technique={technique} schools={schools} as="fired" height={56} />
      </Box>
      {newer && (
        <Button variant="outlined" onClick={() => onChange({ own: newer })} sx={{ mb: 2 }}>
          Take up version {newer.rev} of it
        </Button>
      )}
      <Columns narrowest={320}>
        {!logged && (
          <ChoiceField
            label="Technique"
            value={layer.technique}
            onChoose={(value) => onChange({ ...chosen(all.find(({ id }) => id === value)!), schools: {} })}
            options={all.map(({ id, name }) => ({ value: id, label: name }))}
          />
        )}
        {choicesOf(technique, schools).map((choice) => (
          <ChoiceField
            key={choice.id}
            label={choice.question}
            value={schools[choice.id]!}
            onChoose={(value) => onChange({ schools: { ...layer.schools, [choice.id]: value } })}
            options={choice.schools.map((s) => ({ value: s.id, label: `${s.name}: ${s.difference}` }))}
          />
        ))}
        {!technique.finishes && (
          <>
            <ChoiceField
              label="Face"
              value={layer.face}
              onChoose={(face) => onChange({ face })}
              options={[
                { value: 'outside', label: 'Outside, or the upper face' },
                { value: 'inside', label: 'Inside' },
              ]}
            />
            <ChoiceField
              label="Slip from which tub"
              value={layer.tub ?? NO_TUB}
              onChoose={(tub) => onChange({ tub: tub === NO_TUB ? null : tub })}
              options={[
                { value: NO_TUB, label: 'Not chosen yet' },
                ...tubs.map((t) => ({ value: t.id, label: t.made.name })),
              ]}
            />
          </>
        )}
      </Columns>
      {!technique.finishes && (
        <WhereField where={layer.where} onWhere={(where) => onChange({ where })} form={form} wrong={wrong} />
      )}
      <LayerSteps layer={layer} technique={technique} schools={schools} tubs={tubs} onChange={onChange} />
    </Section>
  );
}

const NO_TUB = 'none';

const starts: Record<Where['kind'], Where> = {
  whole: { kind: 'whole' },
  band: { kind: 'band', from: '30', to: '70' },
  motif: { kind: 'motif', share: '15' },
  rim: { kind: 'rim' },
  foot: { kind: 'foot' },
};

/** Where a layer lies: picked on the piece's own profile. */
function WhereField({
  where,
  onWhere,
  form,
  wrong,
}: {
  where: Where;
  onWhere: (where: Where) => void;
  form: Form;
  wrong: (field: string) => string | undefined;
}) {
  const upright = hasHeight(form);
  const options: { value: Where['kind']; label: string }[] = [
    { value: 'whole', label: 'All over' },
    ...(upright
      ? [
          { value: 'band' as const, label: 'A band' },
          { value: 'rim' as const, label: 'The rim' },
          { value: 'foot' as const, label: 'The foot' },
        ]
      : []),
    { value: 'motif', label: 'Motifs, by their share' },
  ];
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        mt: 2,
        gridTemplateColumns: { xs: '1fr', sm: where.kind === 'band' ? '1fr 300px' : '1fr' },
      }}
    >
      <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <ChoiceField
          label="Where"
          value={where.kind}
          onChoose={(kind) => onWhere(starts[kind])}
          options={options}
        />
        {where.kind === 'band' && (
          <Columns narrowest={150}>
            <NumberField
              label="Band from"
              unit="% of height"
              text={where.from}
              onText={(from) => onWhere({ ...where, from })}
              error={wrong('zones.0.from')}
            />
            <NumberField
              label="Band to"
              unit="% of height"
              text={where.to}
              onText={(to) => onWhere({ ...where, to })}
              error={wrong('zones.0.to')}
            />
          </Columns>
        )}
        {where.kind === 'motif' && (
          <NumberField
            label="Share of the face"
            unit="%"
            text={where.share}
            onText={(share) => onWhere({ kind: 'motif', share })}
            error={wrong('zones.0.share')}
          />
        )}
      </Box>
      {where.kind === 'band' && <BandPicker where={where} onWhere={onWhere} form={form} />}
    </Box>
  );
}

/** The band on the drawn piece, its edges drawn up and down beside it. */
function BandPicker({
  where,
  onWhere,
  form,
}: {
  where: Extract<Where, { kind: 'band' }>;
  onWhere: (where: Where) => void;
  form: Form;
}) {
  const edge = (text: string, otherwise: number) =>
    Math.min(100, Math.max(0, Math.round(typedNumber(text) ?? otherwise)));
  const value = [edge(where.from, 30), edge(where.to, 70)];
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 48px', gap: 1, height: 200 }}>
      <ProfilePicture
        form={form}
        bands={[{ from: value[0]! / 100, to: value[1]! / 100, colour: '#e9dfc8' }]}
        height={200}
        label={`The piece with a band from ${value[0]} to ${value[1]} % of its height`}
      />
      <Slider
        orientation="vertical"
        value={value}
        onChange={(_event, edges) => {
          const [from, to] = edges as number[];
          onWhere({ kind: 'band', from: String(from), to: String(to) });
        }}
        step={1}
        getAriaLabel={(i) => (i === 0 ? 'Lower edge of the band' : 'Upper edge of the band')}
        valueLabelDisplay="auto"
        sx={{ height: 192, my: 0.5, py: 0 }}
      />
    </Box>
  );
}
