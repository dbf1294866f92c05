import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { formatFixed, type UnitChoice } from '../../../core/units/quantity.ts';
import { Box, Button, TextField, Typography } from '@mui/material';
import { bodies } from '../../../api/entry.ts';
import type { SlipCatalogue } from '../../../core/log/materials.ts';
import { hazards } from '../../../core/hazard/hazard.ts';
import { consistencies, consistencyFor } from '../../../core/slip/consistency.ts';
import { recipeProblem, recipeQuestions, type Recipe } from '../../../core/slip/recipe.ts';
import { useDraft } from '../../ui/draft.ts';
import { Form } from '../../ui/Form.tsx';
import { ChoiceField, NumberField } from '../../ui/fields.tsx';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { useUnits } from '../../asking/maker.ts';
import { CautionLine, Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { wrongFields } from '../../ui/shape.ts';
import { BatchSizing } from '../batches/BatchSizing.tsx';
import { FitAid } from './FitAid.tsx';
import { LinesEditor } from './LinesEditor.tsx';
import { recipeKinds } from './Recipes.tsx';
import { recipeTyped, typedRecipe, type TypedRecipe } from './typedRecipe.ts';
import { useShelf } from '../../tubs/shelf.ts';

/** One recipe: written, questioned, scaled and made. */
export function RecipePage() {
  const { id } = useParams();
  const { data, error } = useShelf();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the recipes …</Typography>;
  const found = data.catalogue.recipes.find((r) => r.id === id);
  if (!found && id !== 'new')
    return <Trouble>This recipe is not in the book. It may have been undone: go back to Recipes.</Trouble>;
  return (
    <RecipeEditor
      key={`${id} ${found?.revisions ?? 0}`}
      id={found ? found.id : null}
      known={found?.recipe ?? null}
      revision={found?.revisions ?? 0}
      catalogue={data.catalogue}
    />
  );
}

interface RecipeEditorProps {
  id: string | null;
  known: Recipe | null;
  revision: number;
  catalogue: SlipCatalogue;
}

function RecipeEditor({ id, known, revision, catalogue }: RecipeEditorProps) {
  const units = useUnits();
  const log = useLog();
  const navigate = useNavigate();
  const [typed, setTyped, forget] = useDraft<TypedRecipe>(`recipe ${id ?? 'new'} ${revision}`, () =>
    typedRecipe(known, units),
  );
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const set = (more: Partial<TypedRecipe>) => setTyped({ ...typed, ...more });
  const recipe = recipeTyped(typed);
  const problem = recipeProblem(recipe, catalogue.materials);
  const changed = JSON.stringify(recipe) !== JSON.stringify(known);

  const save = async () => {
    const found = wrongFields(bodies['recipe.set'], recipe);
    const clash = problem ? { [problem.field ?? '']: problem.message } : {};
    setWrong({ ...clash, ...found });
    if (Object.keys(found).length > 0 || problem) return;
    const subject = id ?? uuid();
    const outcome = await log(`recipe ${recipe.name}`, [entry('recipe.set', subject, recipe)]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    if (!id) void navigate(`/slips/recipes/${subject}`, { replace: true });
  };
  const retire = async () => {
    await log(`${recipe.name} out of the book`, [entry('recipe.retired', id!, { reason: '' })]);
    void navigate('/slips/recipes');
  };

  const form = (
    <Form
      onSubmit={() => void save()}
      wrong={wrong}
      onEdit={() => setWrong({})}
      sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}
    >
      <RecipeHead typed={typed} set={set} wrong={wrong} help={gravityHelp(recipe, catalogue, units)} />
      <LinesEditor
        typed={typed}
        onTyped={setTyped}
        materials={catalogue.materials}
        wrong={wrong}
        units={units}
      />
      <TextField
        label="Note"
        value={typed.note}
        onChange={(event) => set({ note: event.target.value })}
        multiline
      />
      {problem && changed && known && <Trouble>{problem.message}</Trouble>}
      {Object.keys(wrong).length > 0 && <Trouble>{Object.values(wrong)[0]}</Trouble>}
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <Button type="submit" variant={changed ? 'contained' : 'outlined'}>
          {known ? 'Keep the change' : 'Write it down'}
        </Button>
        {id && <Button onClick={() => void retire()}>Take it out of the book</Button>}
      </Box>
    </Form>
  );

  return (
    <>
      <Typography variant="h1" gutterBottom>
        {known?.name ?? 'New recipe'}
      </Typography>
      {known && !problem && <BatchSizing recipe={recipe} recipeId={id} catalogue={catalogue} />}
      {known ? <Section title="The recipe">{form}</Section> : form}
      {!problem && (
        <>
          <Questions recipe={recipe} catalogue={catalogue} />
          {!known && <BatchSizing recipe={recipe} recipeId={id} catalogue={catalogue} />}
          <FitAid recipe={recipe} catalogue={catalogue} />
        </>
      )}
    </>
  );
}

/** Its name, kind and use, and the SG it is mixed to. */
function RecipeHead({
  typed,
  set,
  wrong,
  help,
}: {
  typed: TypedRecipe;
  set: (more: Partial<TypedRecipe>) => void;
  wrong: Record<string, string>;
  help: string;
}) {
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))' }}>
      <TextField
        label="Name of the recipe"
        value={typed.name}
        onChange={(event) => set({ name: event.target.value })}
        error={wrong['name'] !== undefined}
        helperText={wrong['name']}
      />
      <ChoiceField label="Kind" value={typed.kind} onChoose={(kind) => set({ kind })} options={recipeKinds} />
      <ChoiceField
        label="What it is for"
        value={typed.use}
        onChoose={(use) => set({ use })}
        options={consistencies.map((c) => ({ value: c.use, label: c.name }))}
      />
      <NumberField
        label="SG to mix it to"
        text={typed.gravity}
        onText={(gravity) => set({ gravity })}
        error={wrong['gravity']}
        help={help}
      />
    </Box>
  );
}

function gravityHelp(recipe: Recipe, { wanted }: SlipCatalogue, units: UnitChoice): string {
  const { from, to } = consistencyFor(recipe.use, wanted).gravity;
  return recipe.kind === 'coloured-clay'
    ? 'Coloured clay takes no water'
    : `Empty for the middle of ${formatFixed(from, 2, units)} to ${formatFixed(to, 2, units)}`;
}

/** What deserves a second look, and the cautions of what is in it. */
function Questions({ recipe, catalogue: { materials } }: { recipe: Recipe; catalogue: SlipCatalogue }) {
  const questions = recipeQuestions(recipe, materials);
  const lines = [...recipe.base, ...recipe.additions, ...(recipe.electrolyte ? [recipe.electrolyte] : [])];
  const ids = new Set(lines.flatMap(({ materialId }) => materials[materialId]?.hazards ?? []));
  if (questions.length === 0 && ids.size === 0) return null;
  return (
    <Section title="Look twice">
      <Box component="ul" sx={{ m: 0, pl: 3 }}>
        {questions.map((question) => (
          <li key={question}>{question}</li>
        ))}
      </Box>
      {[...ids].map((hazard) => (
        <CautionLine key={hazard} hazard={hazards[hazard]} />
      ))}
    </Section>
  );
}
