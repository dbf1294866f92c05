import { useState } from 'react';
import { Box, Button } from '@mui/material';
import { v7 as uuid } from 'uuid';
import { bodies } from '../../api/entry.ts';
import { coverNamed, covers, type Cover } from '../../core/drying/face.ts';
import { stages, type Stage } from '../../core/clay/stage.ts';
import { partsWanted, type PartState, type PieceState } from '../../core/log/piece.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { usualPart } from '../../core/piece/operation.ts';
import type { Role } from '../../core/technique/technique.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { useDraft } from '../ui/draft.ts';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { useUnits } from '../asking/maker.ts';
import { entry } from '../saving/outbox.ts';
import { Section } from '../ui/parts.tsx';
import { wrongFields } from '../ui/shape.ts';
import { whenNear } from '../ui/times.ts';
import { roleWords } from '../planning/wallScene.ts';

type Open = { does: 'make'; role: Role } | { does: 'cover'; part: PartState } | null;

/** What is made apart for a piece and joined on later: its own clock, its own cover. Nothing where none is wanted. */
export function Parts({ plan, now, zone }: { plan: PiecePlan; now: Instant; zone: string }) {
  const [open, setOpen] = useState<Open>(null);
  const { piece, places } = plan;
  const wanted = piece.finished || piece.fired !== 'raw' ? [] : partsWanted(piece);
  if (wanted.length === 0 && piece.parts.length === 0) return null;
  const close = () => setOpen(null);
  return (
    <Section title="Made apart">
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        {piece.parts.map((part) => {
          const is = places.places.find(({ place }) => place === `part ${part.part}`);
          const stands =
            part.joinedAt === null
              ? `${coverNamed(part.cover).name.toLowerCase()}, ${is?.stage.name.toLowerCase() ?? ''} (${Math.round(is?.meanIndex ?? 0)})`
              : `joined ${whenNear(part.joinedAt, now, zone)}`;
          return (
            <Box key={part.part} sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
              <span>
                <b>{roleWords(part.role)}</b>, made {whenNear(part.madeAt, now, zone)}: {stands}
              </span>
              {part.joinedAt === null && (
                <Button variant="outlined" onClick={() => setOpen({ does: 'cover', part })}>
                  Cover the {part.role}
                </Button>
              )}
            </Box>
          );
        })}
        {wanted.map((role) => (
          <Box key={role} sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
            <span>
              It is to get a {role}: log when that is made, then both are timed to be ready together.
            </span>
            <Button variant="outlined" onClick={() => setOpen({ does: 'make', role })}>
              Log {role} made
            </Button>
          </Box>
        ))}
      </Box>
      {open?.does === 'make' && <PartDialog piece={piece} role={open.role} onClose={close} />}
      {open?.does === 'cover' && <PartCoverDialog piece={piece} part={open.part} onClose={close} />}
    </Section>
  );
}

const coverOptions = covers.map(({ cover, name }) => ({ value: cover, label: name }));

function PartDialog({ piece, role, onClose }: { piece: PieceState; role: Role; onClose: () => void }) {
  const units = useUnits();
  const [{ thickness, cover, stage }, setTyped, forget] = useDraft(`part ${piece.id} ${role}`, () => ({
    thickness: quantityText(usualPart.thicknessM, 'length', units),
    cover: 'draped' as Cover,
    stage: 'fresh' as Stage | 'fresh',
  }));
  const set = (change: Partial<{ thickness: string; cover: Cover; stage: Stage | 'fresh' }>) =>
    setTyped((last) => ({ ...last, ...change }));
  const act = (at: number) => {
    const body = {
      part: uuid(),
      role,
      thicknessM: typedQuantity(thickness, 'length', units) ?? Number.NaN,
      cover,
      stage: stage === 'fresh' ? null : stage,
    };
    const [first] = Object.values(wrongFields(bodies['piece.parted'], body));
    return first
      ? { wrong: first }
      : {
          words: `${piece.made.name}: ${role} made`,
          entries: [entry('piece.parted', piece.id, body, { at })],
        };
  };
  return (
    <LogDialog
      title={`${roleWords(role)} for ${piece.made.name}`}
      verb={`Log ${role} made`}
      act={act}
      onClose={onClose}
      forget={forget}
    >
      <QuantityField
        label="Thickness"
        text={thickness}
        onText={(text) => set({ thickness: text })}
        dimension="length"
      />
      <ChoiceField
        label="As it was then"
        value={stage}
        onChoose={(value) => set({ stage: value })}
        options={[
          { value: 'fresh' as const, label: 'Fresh' },
          ...stages.map((s) => ({ value: s.stage, label: s.name })),
        ]}
      />
      <ChoiceField
        label="It lies"
        value={cover}
        onChoose={(value) => set({ cover: value })}
        options={coverOptions}
      />
    </LogDialog>
  );
}

function PartCoverDialog({
  piece,
  part,
  onClose,
}: {
  piece: PieceState;
  part: PartState;
  onClose: () => void;
}) {
  const [cover, setCover] = useState<Cover>(part.cover);
  return (
    <LogDialog
      title={`Cover the ${part.role} of ${piece.made.name}`}
      verb={coverNamed(cover).verb}
      act={(at) =>
        cover === part.cover
          ? { wrong: 'That is how it lies already: choose another cover.' }
          : {
              words: `${piece.made.name}, ${part.role}: ${coverNamed(cover).name.toLowerCase()}`,
              entries: [
                entry('piece.covered', piece.id, { cover, stand: piece.stand, part: part.part }, { at }),
              ],
            }
      }
      onClose={onClose}
    >
      <ChoiceField label="It lies" value={cover} onChoose={setCover} options={coverOptions} />
    </LogDialog>
  );
}
