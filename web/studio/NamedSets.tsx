import { useState, type ReactNode } from 'react';
import { v7 as uuid } from 'uuid';
import { Box, Button, TextField } from '@mui/material';
import type { Named } from '../../core/log/studio.ts';
import { Section } from '../ui/parts.tsx';
import { faded, hairline } from '../ui/theme.ts';

/** One of them as it is being set; a new one has an id of its own already. */
export interface Editing<T> {
  id: string;
  set: T;
  onClose: () => void;
}

interface NamedSetsProps<T> {
  title: string;
  addVerb: string;
  /** What a new one begins as. */
  fresh: T;
  all: Named<T>[];
  /** What to know of one at a glance. */
  facts: (set: T, id: string) => ReactNode;
  picture?: (set: T) => ReactNode;
  actions?: (one: Named<T>) => ReactNode;
  dialog: (editing: Editing<T>) => ReactNode;
  children?: ReactNode;
}

/** The rooms, clays or makers of a studio: a line each, to be changed and added to. */
export function NamedSets<T extends { name: string }>({
  title,
  addVerb,
  fresh,
  all,
  facts,
  picture,
  actions,
  dialog,
  children,
}: NamedSetsProps<T>) {
  const [editing, setEditing] = useState<{ id: string; set: T } | null>(null);
  return (
    <Section
      title={title}
      action={
        <Button variant="outlined" onClick={() => setEditing({ id: uuid(), set: { ...fresh, name: '' } })}>
          {addVerb}
        </Button>
      }
    >
      {all.map((one) => (
        <Box
          key={one.id}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            gap: 2,
            alignItems: 'center',
            borderTop: `1px solid ${hairline}`,
            minHeight: 64,
          }}
        >
          {picture?.(one.set)}
          <Box sx={{ flex: 1, minWidth: 240 }}>
            <b>{one.set.name}</b>
            <Box sx={{ color: faded }}>{facts(one.set, one.id)}</Box>
          </Box>
          {actions?.(one)}
          <Button onClick={() => setEditing(one)} aria-label={`Change ${one.set.name}`}>
            Change
          </Button>
        </Box>
      ))}
      {editing && dialog({ ...editing, onClose: () => setEditing(null) })}
      {children}
    </Section>
  );
}

/** What one of them is called. */
export function NameField({
  name,
  onName,
  wrong,
}: {
  name: string;
  onName: (name: string) => void;
  wrong: string | undefined;
}) {
  return (
    <TextField
      label="Name"
      value={name}
      onChange={(event) => onName(event.target.value)}
      error={wrong !== undefined}
      helperText={wrong}
    />
  );
}
