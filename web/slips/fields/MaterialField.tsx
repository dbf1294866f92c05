import { Autocomplete, TextField } from '@mui/material';
import type { MaterialKind } from '../../../core/slip/material.ts';
import type { Materials } from '../../../core/slip/recipe.ts';

interface MaterialFieldProps {
  label: string;
  materials: Materials;
  value: string;
  onChoose: (materialId: string) => void;
  /** Kinds offered; null for all. */
  kinds: MaterialKind[] | null;
  error?: string | undefined;
}

/** A raw material, found by typing part of its name. */
export function MaterialField({ label, materials, value, onChoose, kinds, error }: MaterialFieldProps) {
  const options = Object.keys(materials)
    .filter((id) => !kinds || kinds.includes(materials[id]!.kind))
    .sort((a, b) => kindOf(a).localeCompare(kindOf(b)));
  function kindOf(id: string): string {
    return materials[id]?.kind ?? '';
  }
  return (
    <Autocomplete
      disableClearable
      options={options}
      value={value}
      groupBy={kindOf}
      getOptionLabel={(id) => materials[id]?.name ?? id}
      onChange={(_event, id) => onChoose(id)}
      renderInput={(params) => (
        <TextField {...params} label={label} error={error !== undefined} helperText={error} />
      )}
    />
  );
}
