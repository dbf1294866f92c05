import { useState } from 'react';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { stands } from '../../core/form/places.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { changesFrom, type PieceMeant } from '../../core/schedule/meant.ts';
import { HOUR } from '../../core/units/quantity.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useStudio } from '../asking/maker.ts';
import { covered } from '../../core/log/acts/kept.ts';
import { stamped } from '../saving/outbox.ts';
import { Trouble } from '../ui/parts.tsx';
import { CoverChoice, type Drawn } from './CoverChoice.tsx';
import { useCoverFollows } from '../planning/coverFollows.ts';

/** A change within this time is what the dialog is opened for. */
const SOON = HOUR;

function meantSoon(meant: PieceMeant | null, { piece, at }: PiecePlan): Cover | null {
  const first = meant && changesFrom(meant, piece.cover, at)[0];
  return first && first.at <= at + SOON ? first.cover : null;
}

export function CoverDialog({
  plan,
  given = null,
  meant = null,
  drawn,
  onClose,
}: {
  plan: PiecePlan;
  /** What it is worked out from that follows under each cover. */
  given?: PlanInput | null;
  /** What the plan of the coming days means for it. */
  meant?: PieceMeant | null;
  drawn?: Drawn | undefined;
  onClose: () => void;
}) {
  const follows = useCoverFollows(given && [{ given, pieces: 1 }], plan.at);
  const { id, made, cover: present, stand: presentStand } = plan.piece;
  const [cover, setCover] = useState<Cover>(meantSoon(meant, plan) ?? present);
  const [stand, setStand] = useState(presentStand);
  const { data: studio } = useStudio();
  const [room, setRoom] = useState(plan.piece.roomId);
  const { verb: changes, effect } = coverNamed(cover);
  const same = cover === present && stand === presentStand && room === plan.piece.roomId;
  const verb = cover === present ? 'Log it so' : changes;
  return (
    <LogDialog
      title={`Cover: ${made.name}`}
      verb={verb}
      act={(at) => {
        if (same) return { wrong: 'That is how it stands already: choose another cover, stand or room.' };
        return {
          words: `${made.name}: ${coverNamed(cover).name.toLowerCase()}`,
          entries: stamped(covered([{ id, cover, stand, roomId: plan.piece.roomId, room }]), at),
        };
      }}
      onClose={onClose}
    >
      <CoverChoice cover={cover} onCover={setCover} drawn={drawn} follows={follows} />
      <ChoiceField
        label="It stands"
        value={stand}
        onChoose={setStand}
        options={stands.map((s) => ({ value: s.stand, label: s.name }))}
      />
      {stand === 'mould' && (
        <Trouble>A rim splits on a mould as it shrinks: take it off before it is leather-hard.</Trouble>
      )}
      {studio && studio.rooms.length > 1 && (
        <ChoiceField
          label="Room"
          value={room}
          onChoose={setRoom}
          options={studio.rooms.map((r) => ({ value: r.id, label: r.set.name }))}
        />
      )}
      <span>{same ? `As it stands it ${effect}.` : `It then ${effect}.`}</span>
    </LogDialog>
  );
}
