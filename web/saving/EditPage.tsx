import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { Box, Button, Typography } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { EntryBodies } from '../../core/log/entry.ts';
import type { Problem } from '../../core/units/problem.ts';
import { Form } from '../ui/Form.tsx';
import { useLog } from './notice.tsx';
import { entry } from './outbox.ts';
import { WrongFields } from '../ui/parts.tsx';
import { wrongFields } from '../ui/shape.ts';

type Edited = 'piece.corrected' | 'piece.routed' | 'technique.set';

interface EditPageProps<K extends Edited> {
  /** What it is logged of. */
  subject: string;
  /** Where one goes on afterwards. */
  back: string;
  kind: K;
  title: string;
  /** What it changes, and what it leaves. */
  about: string;
  verb: string;
  /** What was logged, once it was. */
  words: string;
  /** What was typed, in SI; what is no number is left to the schema to refuse. */
  body: () => EntryBodies[K];
  /** What the schema does not see. */
  check?: (body: EntryBodies[K]) => Problem | null;
  /** Forgets what was typed. */
  forget: () => void;
  /** The fields, each marked where it is wrong. */
  children: (wrong: Record<string, string>) => ReactNode;
}

/** A page that changes what is in the log: judged by the contract, logged, and back to where it is seen. */
export function EditPage<K extends Edited>({
  subject,
  back,
  kind,
  title,
  about,
  verb,
  words,
  body,
  check,
  forget,
  children,
}: EditPageProps<K>) {
  const log = useLog();
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const leave = () => {
    forget();
    void navigate(back);
  };

  const submit = async () => {
    const typed = body();
    const found = wrongFields(bodies[kind], typed);
    const unsound = Object.keys(found).length > 0 ? null : (check?.(typed) ?? null);
    if (unsound) found[unsound.field ?? ''] = unsound.message;
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const outcome = await log(words, [entry(kind, subject, typed)]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    leave();
  };

  return (
    <Form onSubmit={() => void submit()} wrong={wrong} onEdit={() => setWrong({})} sx={{ maxWidth: 820 }}>
      <Typography variant="h1">{title}</Typography>
      <Box>{about}</Box>
      {children(wrong)}
      <WrongFields wrong={wrong} />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
        <Button type="submit" variant="contained" size="large">
          {verb}
        </Button>
        <Button onClick={leave}>Not now</Button>
      </Box>
    </Form>
  );
}
