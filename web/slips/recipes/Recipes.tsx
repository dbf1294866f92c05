import type { Materials, Recipe } from '../../../core/slip/recipe.ts';
import type { UnitChoice } from '../../../core/units/quantity.ts';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import type { RecipeKind } from '../../../core/slip/recipe.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { formatNumber } from '../../../core/units/quantity.ts';
import { useUnits } from '../../asking/maker.ts';
import { Empty, Section, Trouble } from '../../ui/parts.tsx';
import { wordsFor } from '../../asking/server.ts';
import { faded, hairline, reachable } from '../../ui/theme.ts';
import { useShelf } from '../../tubs/shelf.ts';
import { TakeFormat } from '../fields/TakeFormat.tsx';

export const recipeKinds: { value: RecipeKind; label: string }[] = [
  { value: 'slip', label: 'Slip' },
  { value: 'engobe', label: 'Engobe' },
  { value: 'wash', label: 'Wash' },
  { value: 'sigillata', label: 'Terra sigillata' },
  { value: 'texture', label: 'Texture slip' },
  { value: 'joining', label: 'Joining fluid' },
  { value: 'coloured-clay', label: 'Coloured clay' },
];

/** The recipe book. */
export function Recipes() {
  const { data, error } = useShelf();
  const units = useUnits();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the recipes …</Typography>;
  const { recipes, materials } = data.catalogue;
  const newRecipe = (
    <Button variant="contained" component={RouterLink} to="/slips/recipes/new">
      Write a recipe
    </Button>
  );
  const inAndOut = (
    <Section title="In and out">
      <TakeFormat kind="recipes" />
    </Section>
  );
  if (recipes.length === 0)
    return (
      <>
        <Empty title="No recipe yet" action={newRecipe}>
          Write one down: a base that makes a hundred, additions over it. It is scaled to what you need, by
          weight, by litres, or by the area to be coated.
        </Empty>
        {inAndOut}
      </>
    );
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Recipes
        </Typography>
        {newRecipe}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {recipes.map(({ id, recipe }) => (
          <RecipeRow key={id} id={id} recipe={recipe} materials={materials} units={units} />
        ))}
      </Box>
      {inAndOut}
    </>
  );
}

function RecipeRow({
  id,
  recipe,
  materials,
  units,
}: {
  id: string;
  recipe: Recipe;
  materials: Materials;
  units: UnitChoice;
}) {
  return (
    <Box
      component="li"
      sx={{
        borderTop: `1px solid ${hairline}`,
        py: 1.5,
        display: 'grid',
        columnGap: 3,
        gridTemplateColumns: {
          xs: '1fr',
          sm: 'minmax(0, 1fr) auto',
          md: 'minmax(0, 2fr) minmax(0, 3fr) auto',
        },
        alignItems: 'center',
      }}
    >
      <Box>
        <Box
          component={RouterLink}
          to={`/slips/recipes/${id}`}
          sx={{ ...reachable, fontWeight: 700, fontSize: '1.15rem', color: 'inherit' }}
        >
          {recipe.name}
        </Box>
        <Box sx={{ color: faded }}>
          {recipeKinds.find((k) => k.value === recipe.kind)!.label}, for{' '}
          {consistencyFor(recipe.use).name.toLowerCase()}
        </Box>
      </Box>
      <Box sx={{ gridColumn: { sm: 1, md: 2 } }}>
        {[...recipe.base, ...recipe.additions]
          .map(
            ({ materialId, percent }) =>
              `${materials[materialId]?.name ?? '?'} ${formatNumber(percent, 2, units)}`,
          )
          .join(', ')}
      </Box>
      <Button
        variant="outlined"
        component={RouterLink}
        to={`/slips/recipes/${id}`}
        aria-label={`Scale ${recipe.name}`}
        sx={{
          gridColumn: { sm: 2, md: 3 },
          gridRow: { sm: '1 / span 2', md: 1 },
          justifySelf: 'start',
          mt: { xs: 1, sm: 0 },
        }}
      >
        Scale it
      </Button>
    </Box>
  );
}
