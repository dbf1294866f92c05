import type { Materials } from '../../../core/slip/recipe.ts';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import { consistencies, type SlipUse } from '../../../core/slip/consistency.ts';
import type { MakingRoad } from '../../../core/slip/making.ts';
import { ChoiceField, NumberField, typedNumber } from '../../ui/fields.tsx';
import { useStudio } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { HowMuch, unsaidAmount, useStart } from './HowMuch.tsx';
import { MaterialField } from '../fields/MaterialField.tsx';
import { useShelf } from '../../tubs/shelf.ts';
import { newBatch } from '../../../core/defaults/slip.ts';
import { USUAL_GRAIN } from '../../../core/slip/density.ts';

/** Where slip-making begins: from powders by a recipe, or from trimmings, by scale or by feel. */
export function Make() {
  const { data, error } = useShelf();
  if (!data) return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching …</Typography>;
  const { recipes } = data.catalogue;
  return (
    <>
      <Typography variant="h1">Make slip</Typography>
      <Section title="From trimmings, or from the throwing bucket">
        <FromTrimmings catalogue={data.catalogue} />
      </Section>
      <Section title="From powders, by a recipe">
        {recipes.length === 0 ? (
          <Box>There is no recipe in the book yet.</Box>
        ) : (
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
            {recipes.map(({ id, recipe }) => (
              <Button key={id} variant="outlined" component={RouterLink} to={`/slips/recipes/${id}`}>
                {recipe.name}
              </Button>
            ))}
          </Box>
        )}
        <Button component={RouterLink} to="/slips/recipes/new" sx={{ mt: 1, px: 0 }}>
          Write a recipe
        </Button>
      </Section>
    </>
  );
}

const NO_COLOUR = 'none';

type Source = 'trimmings' | 'bucket';

/** What keeps a batch from being begun; null where nothing does. */
const startProblem = (name: string, share: number | null): string | null =>
  name.trim() === ''
    ? 'The slip needs a name: what goes on the label?'
    : !(share! > 0 && share! <= 100)
      ? 'The share of colourant must be between 0 and 100 % of the dry slip.'
      : null;

/** From what it is made, and how. */
function Ways({
  source,
  road,
  onSource,
  onRoad,
}: {
  source: Source;
  road: MakingRoad;
  onSource: (source: Source) => void;
  onRoad: (road: MakingRoad) => void;
}) {
  return (
    <>
      <ToggleButtonGroup
        exclusive
        value={source}
        onChange={(_event, value: typeof source | null) => value && onSource(value)}
        aria-label="From what"
      >
        <ToggleButton value="trimmings">Bone-dry trimmings</ToggleButton>
        <ToggleButton value="bucket">The throwing bucket</ToggleButton>
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        value={road}
        onChange={(_event, value: MakingRoad | null) => value && onRoad(value)}
        aria-label="How"
      >
        <ToggleButton value="scale">With scale and cup</ToggleButton>
        <ToggleButton value="feel">By feel</ToggleButton>
      </ToggleButtonGroup>
    </>
  );
}

const coloursOf = (materials: Materials): Materials => ({
  ...Object.fromEntries(
    Object.entries(materials).filter(([, m]) => ['colourant', 'stain', 'opacifier'].includes(m.kind)),
  ),
  [NO_COLOUR]: noColour,
});

/** Which colourant, and how much of the dry slip. */
function ColourFields({
  materials,
  colourant,
  percent,
  onColourant,
  onPercent,
}: {
  materials: Materials;
  colourant: string;
  percent: string;
  onColourant: (id: string) => void;
  onPercent: (text: string) => void;
}) {
  return (
    <>
      <MaterialField
        label="Colourant"
        materials={coloursOf(materials)}
        value={colourant}
        onChoose={onColourant}
        kinds={null}
      />
      {colourant !== NO_COLOUR && (
        <NumberField
          label="Of the dry slip"
          unit="%"
          text={percent}
          onText={onPercent}
          {...usualHelp(materials[colourant]?.usualPercent)}
        />
      )}
    </>
  );
}

function FromTrimmings({ catalogue: { materials } }: { catalogue: SlipCatalogue }) {
  const { data: studio } = useStudio();
  const clays = studio?.clays ?? [];
  const log = useLog();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [source, setSource] = useState<Source>('trimmings');
  const [amount, setAmount] = useState(unsaidAmount);
  const [road, setRoad] = useState<MakingRoad>('scale');
  const [use, setUse] = useState<SlipUse>('brushed-engobe');
  const [chosen, setClay] = useState<string | null>(null);
  const [colourant, setColourant] = useState(NO_COLOUR);
  const [percent, setPercent] = useState(String(newBatch.colourantPercent));
  const [wrong, setWrong] = useState<string | null>(null);
  const clayId = chosen ?? clays[0]?.id ?? '';
  const coloured = colourant !== NO_COLOUR;
  const grainDensity = clays.find((c) => c.id === clayId)?.set.grainDensity ?? USUAL_GRAIN;
  const start = useStart(amount, use, grainDensity);
  const begin = async () => {
    const share = typedNumber(percent);
    const problem = startProblem(name, coloured ? share : 1);
    if (problem) return setWrong(problem);
    const id = uuid();
    const outcome = await log(`${name.trim()} begun`, [
      entry('batch.begun', id, {
        ...{ name: name.trim(), recipeId: null, source, road, use, lines: [], grainDensity },
        clayId: clayId === '' ? null : clayId,
        colourants: coloured ? [{ materialId: colourant, percent: share! }] : [],
        ...(start && source === 'trimmings'
          ? { waterKg: start.waterKg, dryKg: start.dryKg }
          : { waterKg: 0 }),
      }),
    ]);
    if (outcome.kind === 'refused') setWrong(outcome.problem.detail);
    if (outcome.kind === 'saved') void navigate(`/slips/batches/${id}`);
  };

  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void begin();
      }}
      sx={{ display: 'grid', gap: 2, maxWidth: 860 }}
    >
      <Ways source={source} road={road} onSource={setSource} onRoad={setRoad} />
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(240px, 1fr))' }}>
        <TextField label="Name of the slip" value={name} onChange={(event) => setName(event.target.value)} />
        <ChoiceField
          label="What it is for"
          value={use}
          onChoose={setUse}
          options={consistencies.map((c) => ({ value: c.use, label: c.name }))}
        />
        <ChoiceField
          label={source === 'bucket' ? 'Slurry of' : 'Trimmings of'}
          value={clayId}
          onChoose={setClay}
          options={clays.map(({ id, set }) => ({ value: id, label: set.name }))}
        />
        <ColourFields
          materials={materials}
          colourant={colourant}
          percent={percent}
          onColourant={setColourant}
          onPercent={setPercent}
        />
      </Box>
      {source === 'trimmings' && <HowMuch typed={amount} onTyped={setAmount} use={use} start={start} />}
      {wrong && <Trouble>{wrong}</Trouble>}
      <Button type="submit" variant="contained" sx={{ justifySelf: 'start' }}>
        Begin the batch sheet
      </Button>
    </Box>
  );
}

const noColour = {
  name: 'None',
  kind: 'clay' as const,
  makeUp: { kind: 'unknown' as const },
  grainDensity: USUAL_GRAIN,
  hazards: [],
  usualPercent: null,
  standing: 'supplier' as const,
  note: '',
};

const usualHelp = (usual: { from: number; to: number } | null | undefined) =>
  usual ? { help: `Usually ${usual.from} to ${usual.to} %` } : {};
