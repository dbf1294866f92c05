import { useState } from 'react';
import useSWR from 'swr';
import { useParams } from 'react-router';
import { Box, Button, TextField, Typography } from '@mui/material';
import type { KilnAnswer } from '../../api/routes.ts';
import { readCode } from '../../core/log/code.ts';
import { Form } from '../frame/Form.tsx';
import { useNow } from '../frame/clock.ts';
import { useZone } from '../frame/maker.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { Section, Trouble } from '../frame/parts.tsx';
import { ask, wordsFor } from '../frame/server.ts';
import { copperGreen, slab } from '../frame/theme.ts';
import { whenNear } from '../frame/times.ts';
import { PieceLine } from './PieceLine.tsx';

/** Takes pieces in by the code that is cut into them, or by the QR code of their label, which leads here. */
export function HandIn() {
  const { code: asked } = useParams();
  const { data, error } = useSWR<KilnAnswer>('/api/kiln', ask);
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
      <Section title={`Handed in: ${handed.length}`}>
        {handed.map((row) => (
          <PieceLine key={row.id} row={row} />
        ))}
      </Section>
    </>
  );
}
