import { Box, Button } from '@mui/material';
import { v7 as uuid } from 'uuid';
import type { FormKind } from '../../core/form/form.ts';
import { schoolsOf, techniqueNamed, techniques } from '../../core/technique/catalogue.ts';
import { compose } from '../../core/technique/compose.ts';
import { wholeZone, type Layer, type Zone } from '../../core/technique/layer.ts';
import type { Face, Only } from '../../core/technique/technique.ts';
import { ChoiceField, NumberField, typedNumber } from '../frame/fields.tsx';
import { Section, Trouble } from '../frame/parts.tsx';
import { useShelf } from '../slips/shelf.ts';
import { Columns } from './PieceFields.tsx';

/** A layer as it is being typed. */
export interface TypedLayer {
  id: string;
  technique: string;
  schools: Only;
  face: Face;
  /** A band's edges in percent of the height; null for all over. */
  band: { from: string; to: string } | null;
  tub: string | null;
}

const newest = () => techniques()[0]!.id;

export const freshLayer = (technique = newest(), schools: Only = {}): TypedLayer => ({
  id: uuid(),
  technique,
  schools,
  face: 'outside',
  band: null,
  tub: null,
});

/** What was typed, as layers; each later one waits until what lies beneath is firm. */
export const layersFrom = (typed: TypedLayer[]): Layer[] =>
  typed.map(({ id, technique, schools, face, band, tub }) => {
    const of = techniqueNamed(technique);
    return {
      id,
      technique,
      rev: of.rev,
      schools: schoolsOf(of, schools),
      zones: [zoneFrom(band)],
      face,
      upon: 'firm',
      also: [],
      stock: tub === null ? [] : [{ ids: [tub] }],
    };
  });

const share = (text: string): number => (typedNumber(text) ?? Number.NaN) / 100;

const zoneFrom = (band: TypedLayer['band']): Zone =>
  band === null
    ? wholeZone
    : {
        id: `band-${band.from}-${band.to}`.replace(/[^\w-]/g, '_'),
        name: `Band ${band.from}–${band.to} %`,
        kind: 'band',
        from: share(band.from),
        to: share(band.to),
      };

interface LayerFieldsProps {
  layers: TypedLayer[];
  onLayers: (layers: TypedLayer[]) => void;
  kind: FormKind;
  wrong: Record<string, string>;
}

/** The techniques of a piece, one under another, with what cannot be among them. */
export function LayerFields({ layers, onLayers, kind, wrong }: LayerFieldsProps) {
  const change = (i: number, more: Partial<TypedLayer>) =>
    onLayers(layers.map((layer, k) => (k === i ? { ...layer, ...more } : layer)));
  const { conflicts } = compose(layersFrom(layers));
  return (
    <>
      {layers.map((layer, i) => (
        <LayerSection
          key={layer.id}
          layer={layer}
          place={layers.length > 1 ? i + 1 : null}
          hasHeight={kind === 'cylinder' || kind === 'bowl'}
          onChange={(more) => change(i, more)}
          onDrop={layers.length > 1 ? () => onLayers(layers.filter((_, k) => k !== i)) : null}
          wrong={(field) => wrong[`layers.${i}.${field}`]}
        />
      ))}
      {[...new Set(conflicts.map(({ problem }) => problem.message))].map((message) => (
        <Trouble key={message}>{message}</Trouble>
      ))}
      <Button variant="outlined" sx={{ mt: 2 }} onClick={() => onLayers([...layers, freshLayer()])}>
        Add another technique
      </Button>
    </>
  );
}

interface LayerSectionProps {
  layer: TypedLayer;
  place: number | null;
  hasHeight: boolean;
  onChange: (more: Partial<TypedLayer>) => void;
  onDrop: (() => void) | null;
  wrong: (field: string) => string | undefined;
}

function LayerSection({ layer, place, hasHeight, onChange, onDrop, wrong }: LayerSectionProps) {
  const { data: shelf } = useShelf();
  const technique = techniqueNamed(layer.technique);
  const schools = schoolsOf(technique, layer.schools);
  const { band } = layer;
  const tubs = (shelf?.tubs ?? []).flatMap(({ tub }) => (tub.discardedAt === null ? [tub] : []));
  return (
    <Section
      title={place === null ? technique.name : `${place}. ${technique.name}`}
      action={onDrop && <Button onClick={onDrop}>Leave it out</Button>}
    >
      <Box sx={{ mb: 2 }}>{technique.gives}</Box>
      <Columns narrowest={320}>
        <ChoiceField
          label="Technique"
          value={layer.technique}
          onChoose={(value) => onChange({ technique: value, schools: {} })}
          options={techniques().map(({ id, name }) => ({ value: id, label: name }))}
        />
        {technique.choices.map((choice) => (
          <ChoiceField
            key={choice.id}
            label={choice.question}
            value={schools[choice.id]!}
            onChoose={(value) => onChange({ schools: { ...layer.schools, [choice.id]: value } })}
            options={choice.schools.map((s) => ({ value: s.id, label: `${s.name}: ${s.difference}` }))}
          />
        ))}
        <ChoiceField
          label="Face"
          value={layer.face}
          onChoose={(face) => onChange({ face })}
          options={[
            { value: 'outside', label: 'Outside, or the upper face' },
            { value: 'inside', label: 'Inside' },
          ]}
        />
        {hasHeight && (
          <ChoiceField
            label="Where"
            value={band === null ? 'whole' : 'band'}
            onChoose={(where) => onChange({ band: where === 'band' ? { from: '30', to: '70' } : null })}
            options={[
              { value: 'whole', label: 'All over' },
              { value: 'band', label: 'A band' },
            ]}
          />
        )}
        {hasHeight && band && (
          <>
            <NumberField
              label="Band from"
              unit="% of height"
              text={band.from}
              onText={(from) => onChange({ band: { ...band, from } })}
              error={wrong('zones.0.from')}
            />
            <NumberField
              label="Band to"
              unit="% of height"
              text={band.to}
              onText={(to) => onChange({ band: { ...band, to } })}
              error={wrong('zones.0.to')}
            />
          </>
        )}
        <ChoiceField
          label="Slip from which tub"
          value={layer.tub ?? NO_TUB}
          onChoose={(tub) => onChange({ tub: tub === NO_TUB ? null : tub })}
          options={[
            { value: NO_TUB, label: 'Not chosen yet' },
            ...tubs.map((t) => ({ value: t.id, label: t.made.name })),
          ]}
        />
      </Columns>
    </Section>
  );
}

const NO_TUB = 'none';
