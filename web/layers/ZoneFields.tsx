import { Box, Button, Slider, TextField } from '@mui/material';
import { hasHeight, type Form } from '../../core/form/form.ts';
import type { TubState } from '../../core/log/tub.ts';
import { stepsOf } from '../../core/catalogue/catalogue.ts';
import type { Only, Technique } from '../../core/technique/technique.ts';
import { ProfilePicture } from '../draw/ProfilePicture.tsx';
import { Columns } from '../ui/Columns.tsx';
import { ChoiceField, NumberField, typedNumber } from '../ui/fields.tsx';
import { hairline } from '../ui/theme.ts';
import { zonesOf, type TypedLayer } from './typedLayer.ts';
import { freshZone, laidAt, placeWords, type TypedZone, type Where } from './typedZone.ts';

/** The tub of the whole layer. */
const AS_LAYER = 'as the layer';
/** As many coats as the technique has. */
const AS_USUAL = 'as is usual';
const MOST_ZONES = 12;

interface ZoneFieldsProps {
  layer: TypedLayer;
  technique: Technique;
  schools: Only;
  tubs: TubState[];
  form: Form;
  onChange: (more: Partial<TypedLayer>) => void;
  wrong: (field: string) => string | undefined;
}

/** Where a layer lies: one zone or several, each with its tub and its number of coats. */
export function ZoneFields({ layer, technique, schools, tubs, form, onChange, wrong }: ZoneFieldsProps) {
  const zones = zonesOf(layer);
  const several = zones.length > 1;
  const each = stepsOf(technique, schools).filter(({ repeat }) => repeat?.each === 'zone');
  const coats = each.map(({ repeat }) => repeat!).find(({ most }) => most > 1);
  const put = (all: TypedZone[]) => onChange({ zones: all });
  const change = (i: number, more: Partial<TypedZone>) =>
    put(zones.map((zone, k) => (k === i ? { ...zone, ...more } : zone)));
  const add = () => put(withAnother(zones, layer, form));
  return (
    <>
      {zones.map((zone, i) => (
        <Box
          key={zone.id}
          role="group"
          aria-label={several ? `Zone ${i + 1}` : 'Where it lies'}
          sx={several ? { borderLeft: `4px solid ${hairline}`, pl: 1.5, mt: 2 } : {}}
        >
          {several && (
            <ZoneName
              zone={zone}
              number={i + 1}
              tubs={each.length > 0 ? tubs : null}
              onZone={(more) => change(i, more)}
              onOut={() => put(zones.filter((_, k) => k !== i))}
              wrong={wrong(`zones.${i}.name`)}
            />
          )}
          <WhereField
            where={zone.where}
            onWhere={(where) => put(zones.map((of, k) => (k === i ? laidAt(of, where) : of)))}
            form={form}
            wrong={(field) => wrong(`zones.${i}.${field}`)}
            of={several ? `Zone ${i + 1}: ` : ''}
          />
          {coats && (
            <Box sx={{ mt: 2, maxWidth: 260 }}>
              <ChoiceField
                label={several ? `Zone ${i + 1}: coats` : 'Coats'}
                value={zone.coats === '' ? AS_USUAL : zone.coats}
                onChoose={(count) => change(i, { coats: count === AS_USUAL ? '' : count })}
                options={[
                  { value: AS_USUAL, label: `As is usual: ${coats.usual}` },
                  ...Array.from({ length: Math.min(12, coats.most) }, (_, k) => ({
                    value: String(k + 1),
                    label: k === 0 ? 'One' : `${k + 1}`,
                  })),
                ]}
              />
            </Box>
          )}
        </Box>
      ))}
      {zones.length < MOST_ZONES && (
        <Button variant="outlined" onClick={add} sx={{ mt: 2 }}>
          Another zone, with a tub of its own
        </Button>
      )}
    </>
  );
}

/** Another beside the zones that are there: a band above the last one. */
function withAnother(zones: TypedZone[], { tub }: TypedLayer, form: Form): TypedZone[] {
  const first = zones[0]!;
  const begun =
    zones.length === 1 && first.where.kind === 'whole' && hasHeight(form)
      ? [{ ...freshZone({ kind: 'band', from: '0', to: '50' }), tub }]
      : zones;
  const top = Math.max(
    0,
    ...begun.flatMap(({ where }) => (where.kind === 'band' ? [typedNumber(where.to) ?? 0] : [])),
  );
  const where: Where = hasHeight(form)
    ? { kind: 'band', from: String(top < 100 ? top : 50), to: '100' }
    : { kind: 'motif', share: '15' };
  return [...begun, freshZone(where)];
}

/** What one of several zones is called, and which tub it has. */
function ZoneName({
  zone,
  number,
  tubs,
  onZone,
  onOut,
  wrong,
}: {
  zone: TypedZone;
  number: number;
  /** Null where its steps are done in all zones at once. */
  tubs: TubState[] | null;
  onZone: (more: Partial<TypedZone>) => void;
  onOut: () => void;
  wrong: string | undefined;
}) {
  return (
    <Columns narrowest={200}>
      <TextField
        label={`Zone ${number} is called`}
        value={zone.name}
        placeholder={placeWords(zone.where)}
        onChange={(event) => onZone({ name: event.target.value })}
        error={wrong !== undefined}
        helperText={wrong}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      {tubs && (
        <ChoiceField
          label={`Zone ${number}: slip from which tub`}
          value={zone.tub ?? AS_LAYER}
          onChoose={(tub) => onZone({ tub: tub === AS_LAYER ? null : tub })}
          options={[
            { value: AS_LAYER, label: 'The tub of the layer' },
            ...tubs.map(({ id, made }) => ({ value: id, label: made.name })),
          ]}
        />
      )}
      <Button onClick={onOut} aria-label={`Take zone ${number} out`} sx={{ justifySelf: 'start' }}>
        Take it out
      </Button>
    </Columns>
  );
}

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
  of,
}: {
  /** Which zone it is of, before each label; empty where there is one. */
  of: string;
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
          label={of === '' ? 'Where' : `${of}where`}
          value={where.kind}
          onChoose={(kind) => onWhere(starts[kind])}
          options={options}
        />
        <ZoneMeasures where={where} onWhere={onWhere} wrong={wrong} of={of} />
      </Box>
      {where.kind === 'band' && <BandPicker where={where} onWhere={onWhere} form={form} />}
    </Box>
  );
}

/** Between which heights a band lies; how much of the face motifs take. */
function ZoneMeasures({
  where,
  onWhere,
  wrong,
  of,
}: {
  where: Where;
  onWhere: (where: Where) => void;
  wrong: (field: string) => string | undefined;
  of: string;
}) {
  return (
    <>
      {where.kind === 'band' && (
        <Columns narrowest={150}>
          <NumberField
            label={`${of}Band from`}
            unit="% of height"
            text={where.from}
            onText={(from) => onWhere({ ...where, from })}
            error={wrong('from')}
          />
          <NumberField
            label={`${of}Band to`}
            unit="% of height"
            text={where.to}
            onText={(to) => onWhere({ ...where, to })}
            error={wrong('to')}
          />
        </Columns>
      )}
      {where.kind === 'motif' && (
        <Columns narrowest={150}>
          <NumberField
            label={`${of}Share of the face`}
            unit="%"
            text={where.share}
            onText={(share) => onWhere({ ...where, share })}
            error={wrong('share')}
          />
          <NumberField
            label={`${of}One motif is wide`}
            unit="mm"
            text={where.widthMm ?? ''}
            onText={(widthMm) => onWhere({ ...where, widthMm })}
            error={wrong('widthM')}
          />
        </Columns>
      )}
    </>
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
