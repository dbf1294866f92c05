import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import { covers, type Cover } from '../../core/drying/face.ts';

/** Which cover, each with what it does. */
export const CoverChoice = ({ cover, onCover }: { cover: Cover | null; onCover: (cover: Cover) => void }) => (
  <ToggleButtonGroup
    exclusive
    fullWidth
    orientation="vertical"
    value={cover}
    onChange={(_event, value: Cover | null) => value && onCover(value)}
    aria-label="Cover"
  >
    {covers.map((c) => (
      <ToggleButton key={c.cover} value={c.cover} sx={{ justifyContent: 'space-between' }}>
        <b>{c.name}</b>
        <span>{c.effect}</span>
      </ToggleButton>
    ))}
  </ToggleButtonGroup>
);
