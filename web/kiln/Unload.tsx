import { useState } from 'react';
import { Box, Chip, TextField, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { KilnRow } from '../../api/routes.ts';
import { faultsOf, kilnFaults } from '../../core/fault/fault.ts';
import type { Outcome } from '../../core/log/entry.ts';
import type { LoadState } from '../../core/log/kilnLoad.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { unloaded } from '../../core/log/acts/fired.ts';
import { stamped } from '../saving/outbox.ts';
import { FaultsField } from '../acting/FaultsField.tsx';
import { PieceLine } from './PieceLine.tsx';
import { toggled } from './TickedLine.tsx';

/** How a piece came out of the kiln: all are good until one is said not to be. */
interface CameOut {
  outcome: Outcome;
  faults: string[];
}
const good: CameOut = { outcome: 'good', faults: [] };

/** Unloads all of a load at once: how they came out, and what is wrong with which of them. */
export function Unload({
  load,
  pieces,
  name,
  onClose,
}: {
  load: LoadState;
  pieces: KilnRow[];
  name: string;
  onClose: () => void;
}) {
  const [said, setSaid] = useState<Record<string, CameOut>>({});
  const [note, setNote] = useState('');
  const of = (id: string) => said[id] ?? good;
  const set = (id: string, more: Partial<CameOut>) =>
    setSaid((before) => ({ ...before, [id]: { ...(before[id] ?? good), ...more } }));
  return (
    <LogDialog
      title={`Unload ${name}`}
      verb={`Log ${pieces.length} unloaded`}
      act={(at) => ({
        words: `${name} unloaded: ${pieces.length} pieces`,
        entries: stamped(
          unloaded(
            load,
            pieces.map(({ id, fires }) => ({ id, fires, ...of(id) })),
            note,
          ),
          at,
        ),
      })}
      onClose={onClose}
    >
      <Box>All came out well but those marked here:</Box>
      {pieces.map((row) => {
        const { outcome, faults } = of(row.id);
        return (
          <Box key={row.id} sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
            <PieceLine row={row} bare />
            <ToggleButtonGroup
              exclusive
              size="small"
              value={outcome}
              onChange={(_event, next: Outcome | null) =>
                next && set(row.id, next === 'good' ? good : { outcome: next })
              }
              aria-label={`How ${row.name} came out`}
            >
              <ToggleButton value="good">Good</ToggleButton>
              <ToggleButton value="mixed">Mixed</ToggleButton>
              <ToggleButton value="bad">Lost</ToggleButton>
            </ToggleButtonGroup>
            {outcome !== 'good' && (
              <Flaws
                row={row}
                usual={kilnFaults[load.set.to]}
                faults={faults}
                onFaults={(next) => set(row.id, { faults: next })}
              />
            )}
          </Box>
        );
      })}
      <TextField label="Note" value={note} onChange={({ target }) => setNote(target.value)} />
    </LogDialog>
  );
}

/** What is wrong with one piece: the usual faults of a firing by a tap each, any other from the list. */
function Flaws({
  row,
  usual,
  faults,
  onFaults,
}: {
  row: KilnRow;
  usual: readonly string[];
  faults: string[];
  onFaults: (faults: string[]) => void;
}) {
  const [others, setOthers] = useState(false);
  return (
    <Box
      role="group"
      aria-label={`What is wrong with ${row.name}`}
      sx={{ flexBasis: '100%', display: 'flex', flexWrap: 'wrap', gap: 1, pb: 1 }}
    >
      {[...new Set([...usual, ...faults])].map((fault) => {
        const chosen = faults.includes(fault);
        return (
          <Chip
            key={fault}
            label={chosen ? `✓ ${fault}` : fault}
            aria-pressed={chosen}
            variant={chosen ? 'filled' : 'outlined'}
            onClick={() => onFaults([...toggled(new Set(faults), fault)])}
            sx={{ height: 44, borderRadius: 0, fontSize: '1rem' }}
          />
        );
      })}
      {others ? (
        <Box sx={{ flexBasis: '100%' }}>
          <FaultsField words={faultsOf(['fire'])} found={faults} onFound={onFaults} />
        </Box>
      ) : (
        <Chip
          label="Something else"
          variant="outlined"
          onClick={() => setOthers(true)}
          sx={{ height: 44, borderRadius: 0, fontSize: '1rem' }}
        />
      )}
    </Box>
  );
}
