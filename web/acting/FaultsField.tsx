import { Autocomplete, TextField } from '@mui/material';

interface FaultsFieldProps {
  /** Words to choose from, the likeliest first; others can be typed. */
  words: string[];
  found: string[];
  onFound: (found: string[]) => void;
}

/** What went wrong, in the words people ask with. */
export const FaultsField = ({ words, found, onFound }: FaultsFieldProps) => (
  <Autocomplete
    multiple
    freeSolo
    options={words}
    value={found}
    onChange={(_event, value) => onFound(value)}
    renderInput={(params) => <TextField {...params} label="Faults, if any" />}
  />
);
