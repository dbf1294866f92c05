import { useState } from 'react';
import { useParams } from 'react-router';
import { Box, Button, TextField, Typography } from '@mui/material';
import type { KilnAnswer } from '../../api/routes.ts';
import { readCode } from '../../core/log/code.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { Form } from '../ui/Form.tsx';
import { useNow } from '../asking/clock.ts';
import { useZone } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { Section, Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { copperGreen, slab } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { PieceLine } from './PieceLine.tsx';
import { TickedLine, toggled } from './TickedLine.tsx';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** Takes pieces in by the code that is cut into them, or by the QR code of their label, which leads here. */
export function HandIn() {
  const { code: asked } = useParams();
  const { data, error } = useAnswer(to('/api/kiln'));
  const [typed, setTyped] = useState(asked ?? '');
  const [wrong, setWrong] = useState<string | null>(null);
  const log = useLog();
  const now = useNow();
  const zone = useZone();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the pieces …</Typography>;
  const code = readCode(typed);
  const found = data.rows.find((row) => row.code === code) ?? null;
  const handed = data.rows
    .filter(({ handedAt }) => handedAt !== null)
    .sort((a, b) => b.handedAt! - a.handedAt!);
  const submit = async () => {
    if (!found) return setWrong(`No piece on the bench has the code “${code}”: look at the clay once more.`);
    const outcome = await log(`${found.name} handed in`, [entry('piece.handed', found.id, { note: '' })]);
    if (outcome.kind === 'refused') setWrong(outcome.problem.detail);
    else setTyped('');
  };
  return (
    <>
      <Typography variant="h1">Hand in</Typography>
      <Form
        onSubmit={() => void submit()}
        wrong={wrong}
        onEdit={() => setWrong(null)}
        sx={{ my: 2, maxWidth: 640 }}
      >
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          <TextField
            label="Code in the clay"
            value={typed}
            onChange={({ target }) => {
              setTyped(target.value);
              setWrong(null);
            }}
            error={wrong !== null}
            sx={{ flex: 1, '& input': { fontFamily: slab, fontSize: '2rem', fontWeight: 700 } }}
            slotProps={{ htmlInput: { autoComplete: 'off', autoCapitalize: 'characters', maxLength: 12 } }}
          />
          <Button type="submit" variant="contained" size="large" sx={{ minWidth: 180 }}>
            {found ? `Hand in ${found.name}` : 'Hand in'}
          </Button>
        </Box>
        {wrong && <Trouble>{wrong}</Trouble>}
      </Form>
      {found && (
        <Box sx={{ borderLeft: `12px solid ${copperGreen}`, pl: 2 }}>
          <PieceLine row={found} bare />
          {found.carryBy !== null &&
            (found.carryBy <= now ? (
              <Trouble>
                It is past stiff leather-hard: carry it wrapped and on a board, or leave it where it is.
              </Trouble>
            ) : (
              <Box>
                Carry it by {whenNear(found.carryBy, now, zone)}: drier than that it chips on the way.
              </Box>
            ))}
        </Box>
      )}
      <Waiting answer={data} />
      <Section title={`Handed in: ${handed.length}`}>
        {handed.map((row) => (
          <PieceLine key={row.id} row={row} />
        ))}
      </Section>
    </>
  );
}

const ALL = 'all';

/** Pieces not handed in yet, ticked off from the list: those of a class first asked for, then all that were brought. */
function Waiting({ answer }: { answer: KilnAnswer }) {
  const log = useLog();
  const [group, setGroup] = useState(ALL);
  const [brought, setBrought] = useState<ReadonlySet<string>>(new Set());
  const of = answer.rows.filter(
    ({ handedAt, groups }) => handedAt === null && (group === ALL || groups.includes(group)),
  );
  const ticked = of.filter(({ id }) => brought.has(id));
  const handIn = async () => {
    const words = ticked.length === 1 ? ticked[0]!.name : `${ticked.length} pieces`;
    const outcome = await log(
      `${words} handed in`,
      ticked.map(({ id }) => entry('piece.handed', id, { note: '' })),
    );
    if (outcome.kind !== 'refused') setBrought(new Set());
  };
  if (answer.rows.every(({ handedAt }) => handedAt !== null)) return null;
  return (
    <Section title={`Not handed in yet: ${of.length}`}>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', my: 1 }}>
        {answer.groups.length > 0 && (
          <Box sx={{ minWidth: 220 }}>
            <ChoiceField
              label="Of which group"
              value={group}
              onChoose={setGroup}
              options={[
                { value: ALL, label: 'All pieces' },
                ...answer.groups.map(({ id, set }) => ({ value: id, label: set.name })),
              ]}
            />
          </Box>
        )}
        <Button
          variant="outlined"
          size="large"
          onClick={() => setBrought(new Set(ticked.length === of.length ? [] : of.map(({ id }) => id)))}
        >
          {of.length > 0 && ticked.length === of.length ? 'Tick none' : 'Tick all'}
        </Button>
        <Button variant="contained" size="large" disabled={ticked.length === 0} onClick={() => void handIn()}>
          {ticked.length === 0 ? 'Tick what was brought' : `Hand in ${ticked.length} ticked`}
        </Button>
      </Box>
      {of.map((row) => (
        <TickedLine
          key={row.id}
          row={row}
          ticked={brought.has(row.id)}
          onTick={() => setBrought((before) => toggled(before, row.id))}
        />
      ))}
    </Section>
  );
}
