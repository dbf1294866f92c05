import { useState } from 'react';
import { Box, Button } from '@mui/material';
import type { PieceRow } from '../../api/routes.ts';
import type { GroupState } from '../../core/log/group.ts';
import type { Tally } from '../../core/piece/tally.ts';
import { inTimeFor } from '../../core/plan/follows.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { wantedWords } from '../ui/answer.ts';
import { useNow } from '../asking/clock.ts';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useZone } from '../asking/maker.ts';
import { useLog } from '../saving/notice.tsx';
import { entry } from '../saving/outbox.ts';
import { weekText } from '../ui/typedHours.ts';
import { faded } from '../ui/theme.ts';
import { whenNear } from '../ui/times.ts';
import { GroupFields, groupFrom, typedGroup, wrongWithGroup } from './GroupFields.tsx';

/** The group that is looked at: what it is and for when, to be changed; closed, it is offered no more. */
export function GroupLine({
  group: { id, set },
  rows,
  tally,
  onClosed,
}: {
  group: GroupState;
  /** Its pieces, as far as they are shown. */
  rows: PieceRow[];
  /** How far all of them have come. */
  tally: Tally | null;
  onClosed: () => void;
}) {
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
          {set.dueAt !== null && `: ${groupInTime(rows, Date.parse(set.dueAt), { now, zone })}`}
          {set.guarded && ' · pupils or pregnant people work on them'}
          {set.hours && ` · meets ${weekText(set.hours)}`}
        </Box>
        {tally && <Box>{tallyWords(tally)}</Box>}
      </Box>
      <Button onClick={() => setChanging(true)}>Change it</Button>
      <Button onClick={() => void close()}>Close it</Button>
      {changing && <Change id={id} set={set} onClose={() => setChanging(false)} />}
    </Box>
  );
}

/** How far a group has come, in one line. */
function tallyWords({ pieces, handedIn, fired, finished, lost, next }: Tally): string {
  const said = [
    ...next.map(({ name, count }) => `${name.toLowerCase()} is next for ${count === pieces ? 'all' : count}`),
    ...(handedIn > 0 ? [`${handedIn} handed in`] : []),
    ...(fired > 0 ? [`${fired} fired`] : []),
    ...(finished > 0 ? [`${finished} finished${lost > 0 ? `, ${lost} of them lost` : ''}`] : []),
  ];
  return `${pieces === 1 ? 'One piece' : `${pieces} pieces`}: ${said.join('; ')}.`;
}

/** Whether the pieces of a group are dry for the kiln by when they are wanted: how many, and the last of them. */
function groupInTime(rows: PieceRow[], wantedAt: Instant, here: { now: Instant; zone: string }): string {
  const drying = rows.filter(({ look, finished }) => look.fired === 'raw' && !finished);
  if (drying.length === 0) return 'none is drying';
  const of = (row: PieceRow) => ({
    dryAt: row.kiln?.dry ? here.now : (row.kiln?.dryAt ?? null),
    openDryAt: row.openDryAt,
  });
  const late = drying.filter((row) => {
    const { dryAt, openDryAt } = of(row);
    return inTimeFor(wantedAt, dryAt, openDryAt) !== 'in-time';
  });
  if (late.length === 0) return `all ${drying.length} are dry for the kiln in time`;
  const last = late.reduce((a, b) => ((of(b).dryAt ?? Infinity) > (of(a).dryAt ?? Infinity) ? b : a));
  return `${drying.length - late.length} of ${drying.length} in time; ${last.name} ${wantedWords(wantedAt, of(last), here)}`;
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
        const found = wrongWithGroup(typed);
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
