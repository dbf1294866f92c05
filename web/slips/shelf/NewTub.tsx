import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { Button, Typography } from '@mui/material';
import { bodies } from '../../../api/entry.ts';
import { Form } from '../../ui/Form.tsx';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { Trouble } from '../../ui/parts.tsx';
import { wrongFields } from '../../ui/shape.ts';
import { TubFields, tubTyped, usePlainTub } from '../fields/TubFields.tsx';

/** Puts a tub on the shelf. */
export function NewTub() {
  const log = useLog();
  const navigate = useNavigate();
  const [typed, setTyped, forget] = usePlainTub('new tub');
  const [wrong, setWrong] = useState<Record<string, string>>({});

  const submit = async () => {
    const made = tubTyped(typed);
    const found = wrongFields(bodies['tub.made'], made);
    setWrong(found);
    if (Object.keys(found).length > 0) return;
    const id = uuid();
    const outcome = await log(`${made.name} on the shelf`, [entry('tub.made', id, made)]);
    if (outcome.kind === 'refused') return setWrong({ '': outcome.problem.detail });
    forget();
    void navigate(outcome.kind === 'saved' ? `/slips/${id}` : '/slips');
  };

  return (
    <Form
      onSubmit={() => void submit()}
      wrong={wrong}
      onEdit={() => setWrong({})}
      sx={{ maxWidth: 760, display: 'grid', gap: 2 }}
    >
      <Typography variant="h1">New tub</Typography>
      <TubFields typed={typed} onTyped={setTyped} wrong={wrong} />
      {wrong[''] && <Trouble>{wrong['']}</Trouble>}
      <Button type="submit" variant="contained" sx={{ justifySelf: 'start' }}>
        Put it on the shelf
      </Button>
    </Form>
  );
}
