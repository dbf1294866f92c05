import { useState } from 'react';
import { Box, Button } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { GroupState } from '../../core/log/group.ts';
import { useNow } from '../frame/clock.ts';
import { LogDialog } from '../frame/LogDialog.tsx';
import { useZone } from '../frame/maker.ts';
import { useLog } from '../frame/notice.tsx';
import { entry } from '../frame/outbox.ts';
import { wrongFields } from '../frame/shape.ts';
import { faded } from '../frame/theme.ts';
import { whenNear } from '../frame/times.ts';
import { GroupFields, groupFrom, typedGroup } from './GroupFields.tsx';

/** The group that is looked at: what it is and for when, to be changed; closed, it is offered no more. */
export function GroupLine({ group: { id, set }, onClosed }: { group: GroupState; onClosed: () => void }) {
  const log = useLog();
  const now = useNow(60_000);
  const zone = useZone();
  const [changing, setChanging] = useState(false);
  const close = async () => {
    const outcome = await log(`${set.name} closed`, [entry('group.closed', id, { reason: '' })]);
    if (outcome.kind !== 'refused') onClosed();
  };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', displayPrint: 'none' }}>
      <Box>
        <b>{set.name}</b>
        <Box component="span" sx={{ color: faded }}>
          {set.dueAt !== null && ` wanted by ${whenNear(Date.parse(set.dueAt), now, zone)}`}
          {set.guarded && ' · pupils or pregnant people work on them'}
        </Box>
      </Box>
      <Button onClick={() => setChanging(true)}>Change it</Button>
      <Button onClick={() => void close()}>Close it</Button>
      {changing && <Change id={id} set={set} onClose={() => setChanging(false)} />}
    </Box>
  );
}

function Change({ id, set, onClose }: Pick<GroupState, 'id' | 'set'> & { onClose: () => void }) {
  const [typed, setTyped] = useState(() => typedGroup(set));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  return (
    <LogDialog
      title={`Change ${set.name}`}
      verb="Log the group"
      act={(at) => {
        const next = groupFrom(typed);
        const found = wrongFields(bodies['group.set'], next);
        setWrong(found);
        const [first] = Object.values(found);
        return first
          ? { wrong: first }
          : { words: `${next.name} changed`, entries: [entry('group.set', id, next, { at })] };
      }}
      onClose={onClose}
    >
      <GroupFields typed={typed} onTyped={setTyped} wrong={wrong} />
    </LogDialog>
  );
}
