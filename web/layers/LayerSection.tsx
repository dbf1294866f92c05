import type { TubState } from '../../core/log/tub.ts';
import { Box, Button } from '@mui/material';
import type { Form } from '../../core/form/form.ts';
import { choicesOf, schoolsOf } from '../../core/catalogue/catalogue.ts';
import { SectionPicture } from '../draw/SectionPicture.tsx';
import { Columns } from '../ui/Columns.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import { Section } from '../ui/parts.tsx';
import { useShelf } from '../tubs/shelf.ts';
import { useOwnTechniques, useTechniques } from '../asking/useTechniques.ts';
import { LayerSteps } from './LayerSteps.tsx';
import { chosen, techniqueTyped, type TypedLayer } from './typedLayer.ts';
import { ZoneFields } from './ZoneFields.tsx';

interface LayerSectionProps {
  layer: TypedLayer;
  place: number | null;
  form: Form;
  onChange: (more: Partial<TypedLayer>) => void;
  onDrop: (() => void) | null;
  wrong: (field: string) => string | undefined;
}

/** One technique of a piece: how it is done, where, and from which tubs. */
export function LayerSection({ layer, place, form, onChange, onDrop, wrong }: LayerSectionProps) {
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
        {!technique.finishes && <WhereFrom layer={layer} tubs={tubs} onChange={onChange} />}
      </Columns>
      {!technique.finishes && (
        <ZoneFields
          layer={layer}
          technique={technique}
          schools={schools}
          tubs={tubs}
          form={form}
          onChange={onChange}
          wrong={wrong}
        />
      )}
      <LayerSteps layer={layer} technique={technique} schools={schools} tubs={tubs} onChange={onChange} />
    </Section>
  );
}

/** On which face, and of which tub. */
function WhereFrom({
  layer,
  tubs,
  onChange,
}: Pick<LayerSectionProps, 'layer' | 'onChange'> & { tubs: TubState[] }) {
  return (
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
  );
}

const NO_TUB = 'none';
