import { useState } from 'react';
import { Box, Button } from '@mui/material';
import type { PiecesAnswer, PiecesQuery } from '../../api/routes.ts';
import { Columns } from '../ui/Columns.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import { useStudio } from '../asking/maker.ts';
import { dueNames } from '../ui/answer.ts';
import { useTechniques } from '../asking/useTechniques.ts';

/** Which pieces are asked for, as the address has it. */
export type Filters = Partial<Record<'room' | 'maker' | 'group' | 'technique' | 'due', string>>;

const keys = ['room', 'maker', 'group', 'technique', 'due'] as const satisfies (keyof PiecesQuery)[];
const ANY = 'any';

export const filtersOf = (at: URLSearchParams): Filters =>
  Object.fromEntries(keys.flatMap((key) => (at.get(key) ? [[key, at.get(key)!]] : [])));

/** By room, maker, group, technique, and by when hands are asked for. */
export function PieceFilters({
  filters,
  groups,
  onChange,
}: {
  filters: Filters;
  groups: PiecesAnswer['groups'];
  onChange: (filters: Filters) => void;
}) {
  const { data: studio } = useStudio();
  const techniques = useTechniques();
  const [open, setOpen] = useState(Object.keys(filters).length > 0);
  if (!open)
    return (
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Only some
      </Button>
    );
  const { rooms = [], makers = [] } = studio ?? {};
  const named = (list: { id: string; set: { name: string } }[]) =>
    list.map(({ id, set }) => ({ value: id, label: set.name }));
  const fields: [(typeof keys)[number], string, { value: string; label: string }[]][] = [
    ['group', 'Group', named(groups)],
    ['room', 'Room', named(rooms)],
    ['due', 'Needs doing', Object.entries(dueNames).map(([value, label]) => ({ value, label }))],
    ['technique', 'Technique', techniques.map(({ id, name }) => ({ value: id, label: name }))],
    ['maker', 'Maker', named(makers)],
  ];
  return (
    <Box sx={{ flexBasis: '100%' }}>
      <Columns narrowest={150}>
        {fields.map(([key, label, options]) => (
          <ChoiceField
            key={key}
            label={label}
            value={filters[key] ?? ANY}
            onChoose={(value) => {
              const { [key]: _before, ...others } = filters;
              onChange(value === ANY ? others : { ...others, [key]: value });
            }}
            options={[{ value: ANY, label: 'Any' }, ...options]}
          />
        ))}
      </Columns>
    </Box>
  );
}
