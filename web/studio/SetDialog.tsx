import { useState, type ReactNode } from 'react';
import { Box } from '@mui/material';
import type { z } from 'zod';
import type { EntryBodies } from '../../core/log/entry.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { wrongFields } from '../ui/shape.ts';

type Settable = 'room.set' | 'clay.set' | 'maker.set';

interface SetDialogProps<K extends Settable> {
  title: string;
  kind: K;
  subject: string;
  schema: z.ZodType;
  /** The body as the form stands. */
  body: () => EntryBodies[K];
  children: (wrong: Record<string, string>) => ReactNode;
  onClose: () => void;
}

/** A form for one setting: what it was before stays in the log, with when it held. */
export function SetDialog<K extends Settable>({
  title,
  kind,
  subject,
  schema,
  body,
  children,
  onClose,
}: SetDialogProps<K>) {
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const act = (at: number) => {
    const made = body();
    const found = wrongFields(schema, made);
    setWrong(found);
    const first = Object.values(found)[0];
    return first
      ? { wrong: first }
      : { words: `${made.name} set`, entries: [entry(kind, subject, made, { at })] };
  };
  return (
    <LogDialog title={title} verb="Set it" act={act} onClose={onClose}>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(220px, 1fr))' }}>
        {children(wrong)}
      </Box>
    </LogDialog>
  );
}
