import { USUAL_GRAIN } from '../../../core/slip/density.ts';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material';
import { bodies } from '../../../api/entry.ts';
import { hazards, type HazardId } from '../../../core/hazard/hazard.ts';
import { formulaMass, type Material, type MaterialKind } from '../../../core/slip/material.ts';
import { oxides, type Oxide } from '../../../core/slip/oxide.ts';
import { formatNumber, readNumber, type UnitChoice } from '../../../core/units/quantity.ts';
import { ChoiceField, NumberField, typedNumber } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { useUnits } from '../../asking/maker.ts';
import { entry } from '../../saving/outbox.ts';
import { Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { wrongFields } from '../../ui/shape.ts';
import { faded, hairline, manganese } from '../../ui/theme.ts';
import { useShelf } from '../../tubs/shelf.ts';

const kinds: MaterialKind[] = [
  'clay',
  'filler',
  'flux',
  'frit',
  'opacifier',
  'colourant',
  'stain',
  'deflocculant',
  'flocculant',
  'binder',
];
/** Hazards that belong to a material. */
const ofMaterials: HazardId[] = [
  'silica-dust',
  'toxic-colour',
  'colour-dust',
  'manganese',
  'raw-metal',
  'alkali',
];

/** Raw materials: what ships with the program, and what the suppliers' sheets say. */
export function Materials() {
  const { data, error } = useShelf();
  const units = useUnits();
  const [editing, setEditing] = useState<{ id: string; material: Material | null } | null>(null);
  const [sought, setSought] = useState('');
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the materials …</Typography>;
  const { materials } = data.catalogue;
  const shown = Object.entries(materials).filter(([, m]) =>
    m.name.toLowerCase().includes(sought.toLowerCase()),
  );
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Materials
        </Typography>
        <TextField label="Find" value={sought} onChange={(event) => setSought(event.target.value)} />
        <Button variant="contained" onClick={() => setEditing({ id: uuid(), material: null })}>
          Add a material
        </Button>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map(([id, material]) => (
          <Box
            component="li"
            key={id}
            sx={{
              borderTop: `1px solid ${hairline}`,
              py: 0.5,
              display: 'grid',
              columnGap: 2,
              alignItems: 'center',
              gridTemplateColumns: { xs: '1fr auto', md: 'minmax(0, 2fr) minmax(0, 5fr) auto' },
            }}
          >
            <Box sx={{ fontWeight: 700 }}>{material.name}</Box>
            <Box>
              {summary(material, units)}{' '}
              <Box component="span" sx={{ color: faded }}>
                ({material.standing})
              </Box>
              {material.hazards.length > 0 && (
                <Box sx={{ color: manganese, fontWeight: 600 }}>
                  Caution: {material.hazards.map((h) => hazards[h].title.toLowerCase()).join(', ')}
                </Box>
              )}
            </Box>
            <Button onClick={() => setEditing({ id, material })} aria-label={`Change ${material.name}`}>
              Change
            </Button>
          </Box>
        ))}
      </Box>
      {editing && <MaterialDialog {...editing} onClose={() => setEditing(null)} />}
    </>
  );
}

function summary(material: Material, units: UnitChoice): string {
  const { makeUp, kind, grainDensity, usualPercent } = material;
  const mass = formulaMass(material);
  const made =
    makeUp.kind === 'unknown'
      ? 'make-up not known'
      : makeUp.kind === 'formula'
        ? `${oxideText(makeUp.moles, ' ', units)}, ${formatNumber(mass!, 1, units)} g/mol`
        : oxideText(makeUp.percent, ' % ', units);
  const usual = usualPercent ? `; usually ${usualPercent.from} to ${usualPercent.to} %` : '';
  return `${kind}; ${made}; ${formatNumber(grainDensity / 1000, 2, units)} kg/l${usual}`;
}

const oxideText = (amounts: Partial<Record<Oxide, number>>, between: string, units: UnitChoice): string =>
  (Object.entries(amounts) as [Oxide, number][])
    .map(([oxide, amount]) => `${formatNumber(amount, 2, units)}${between}${oxide}`)
    .join(', ');

/** An analysis as it is typed: `SiO2 54, Al2O3 30.1`. */
function analysisTyped(text: string): Material['makeUp'] | { wrong: string } {
  if (text.trim() === '') return { kind: 'unknown' };
  const percent: Partial<Record<Oxide, number>> = {};
  for (const part of text
    .split(/[;\n]|,(?!\d)/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    const [name = '', amount = ''] = part.split(/[\s:=]+/);
    const oxide = oxides.find((o) => o.toLowerCase() === name.toLowerCase());
    const number = readNumber(amount.replace('%', ''));
    if (!oxide) return { wrong: `“${name}” is not an oxide known here: ${oxides.join(', ')}.` };
    if (number === null || number < 0) return { wrong: `${oxide} needs a percentage, like “${oxide} 12.5”.` };
    percent[oxide] = number;
  }
  const sum = Object.values(percent).reduce((a, b) => a + b, 0);
  if (sum > 102)
    return { wrong: `The analysis adds up to ${Math.round(sum)} %: check it against the sheet.` };
  return { kind: 'analysis', percent };
}

/** A material as it is typed. */
interface TypedMaterial {
  name: string;
  kind: MaterialKind;
  density: string;
  analysis: string;
  usual: [low: string, high: string];
  cautions: HazardId[];
  note: string;
}

const typedOf = (material: Material | null, units: UnitChoice): TypedMaterial => ({
  name: material?.name ?? '',
  kind: material?.kind ?? 'clay',
  density: formatNumber((material?.grainDensity ?? USUAL_GRAIN) / 1000, 3, units),
  analysis: Object.entries(material?.makeUp.kind === 'analysis' ? material.makeUp.percent : {})
    .map(([oxide, percent]) => `${oxide} ${formatNumber(percent, 2, units)}`)
    .join('; '),
  usual: [
    material?.usualPercent ? formatNumber(material.usualPercent.from, 2, units) : '',
    material?.usualPercent ? formatNumber(material.usualPercent.to, 2, units) : '',
  ],
  cautions: material?.hazards ?? ['silica-dust'],
  note: material?.note ?? '',
});

/** The material that was typed, or what is wrong with its analysis. @param formula what it is where no analysis is typed */
function materialTyped(
  { name, kind, density, analysis, usual, cautions, note }: TypedMaterial,
  formula: Material['makeUp'] | null,
): Material | { wrong: string } {
  const makeUp = formula && analysis.trim() === '' ? formula : analysisTyped(analysis);
  if ('wrong' in makeUp) return makeUp;
  const [low, high] = usual.map(typedNumber);
  return {
    name,
    kind,
    makeUp,
    grainDensity: (typedNumber(density) ?? Number.NaN) * 1000,
    hazards: cautions,
    usualPercent: low === null || high === null ? null : { from: low!, to: high! },
    standing: 'supplier',
    note,
  };
}

function MaterialDialog({
  id,
  material,
  onClose,
}: {
  id: string;
  material: Material | null;
  onClose: () => void;
}) {
  const units = useUnits();
  const [typed, setTyped] = useState(() => typedOf(material, units));
  const set = (more: Partial<TypedMaterial>) => setTyped((last) => ({ ...last, ...more }));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const formula = material?.makeUp.kind === 'formula' ? material.makeUp : null;

  const act = (at: number) => {
    const body = materialTyped(typed, formula);
    if ('wrong' in body) return body;
    const found = wrongFields(bodies['material.set'], body);
    setWrong(found);
    const first = Object.values(found)[0];
    return first
      ? { wrong: first }
      : { words: `${body.name} set`, entries: [entry('material.set', id, body, { at })] };
  };

  return (
    <LogDialog title={material?.name ?? 'New material'} verb="Set it" act={act} onClose={onClose}>
      <TextField
        label="Name of the material"
        value={typed.name}
        onChange={(event) => set({ name: event.target.value })}
        error={wrong['name'] !== undefined}
        helperText={wrong['name']}
      />
      <MaterialFigures typed={typed} set={set} wrong={wrong} />
      <TextField
        label="The supplier’s analysis, percent of mass"
        value={typed.analysis}
        onChange={(event) => set({ analysis: event.target.value })}
        multiline
        helperText={
          formula
            ? 'Empty keeps the theoretical formula. H2O and CO2 stand for what burns off.'
            : 'Like SiO2 54; Al2O3 30.1; H2O 12. Empty where it is not known.'
        }
      />
      <Box>
        {ofMaterials.map((hazard) => (
          <FormControlLabel
            key={hazard}
            sx={{ minHeight: 48 }}
            control={
              <Checkbox
                checked={typed.cautions.includes(hazard)}
                onChange={(_event, on) =>
                  set({
                    cautions: on ? [...typed.cautions, hazard] : typed.cautions.filter((h) => h !== hazard),
                  })
                }
              />
            }
            label={hazards[hazard].title}
          />
        ))}
      </Box>
      <TextField label="Note" value={typed.note} onChange={(event) => set({ note: event.target.value })} />
    </LogDialog>
  );
}

/** Its kind, its density, and how much of it is usual. */
function MaterialFigures({
  typed: { kind, density, usual },
  set,
  wrong,
}: {
  typed: TypedMaterial;
  set: (more: Partial<TypedMaterial>) => void;
  wrong: Record<string, string>;
}) {
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: '1fr 1fr' }}>
      <ChoiceField
        label="Kind of material"
        value={kind}
        onChoose={(value) => set({ kind: value })}
        options={kinds.map((value) => ({ value, label: value }))}
      />
      <NumberField
        label="Density"
        unit="kg/l"
        text={density}
        onText={(text) => set({ density: text })}
        error={wrong['grainDensity']}
      />
      <NumberField
        label="Usually from"
        unit="%"
        text={usual[0]}
        onText={(low) => set({ usual: [low, usual[1]] })}
        error={wrong['usualPercent.from']}
      />
      <NumberField
        label="Usually to"
        unit="%"
        text={usual[1]}
        onText={(high) => set({ usual: [usual[0], high] })}
        error={wrong['usualPercent.to']}
      />
    </Box>
  );
}
