import { useState } from 'react';
import { heatTools, type HeatTool } from '../../core/drying/heat.ts';
import { hazards } from '../../core/hazard/hazard.ts';
import type { Face } from '../../core/log/entry.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { ChoiceField, NumberField, typedNumber } from '../ui/fields.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { doneBeside } from '../../core/log/acts/done.ts';
import { stamped } from '../saving/outbox.ts';
import { Caution } from '../ui/parts.tsx';
import { heating, MISTING_KG_M2 } from '../../core/defaults/handwork.ts';

type Does = HeatTool | 'mist';

const faces: { value: Face; label: string }[] = [
  { value: 'outside', label: 'Outside' },
  { value: 'inside', label: 'Inside, or underneath' },
];

/** Logs what was done to a surface: hot air, a flame, or mist. */
export function HeatDialog({ plan, onClose }: { plan: PiecePlan; onClose: () => void }) {
  const { id, made } = plan.piece;
  const [does, setDoes] = useState<Does>('mist');
  const [minutes, setMinutes] = useState(String(heating.seconds / 60));
  const [share, setShare] = useState(String(heating.duty * 100));
  const [times, setTimes] = useState('1');
  const [face, setFace] = useState<Face>('outside');
  const act = (at: number) => {
    if (does === 'mist') {
      const kgM2 = MISTING_KG_M2 * (typedNumber(times) ?? Number.NaN);
      return {
        words: `${made.name} misted`,
        entries: stamped([doneBeside(id, { effects: [{ does: 'film', kgM2, share: 1 }] }, face)], at),
      };
    }
    const seconds = (typedNumber(minutes) ?? Number.NaN) * 60;
    const duty = (typedNumber(share) ?? Number.NaN) / 100;
    return {
      words: `${made.name}: ${heatTools[does].name.toLowerCase()}`,
      entries: stamped(
        [doneBeside(id, { effects: [{ does: 'heat', tool: does, seconds, duty }] }, face)],
        at,
      ),
    };
  };
  return (
    <LogDialog title={`Mist or heat: ${made.name}`} verb="Log it" act={act} onClose={onClose}>
      <ChoiceField<Does>
        label="What was done to the surface"
        value={does}
        onChoose={setDoes}
        options={[
          { value: 'mist', label: 'Misted' },
          { value: 'heat-gun', label: heatTools['heat-gun'].name },
          { value: 'torch', label: heatTools.torch.name },
        ]}
        help={
          does === 'mist' ? 'Brings the surface back, not the core' : 'Dries the skin only; keep it moving'
        }
      />
      <ChoiceField label="Face" value={face} onChoose={setFace} options={faces} />
      {does === 'mist' ? (
        <NumberField label="Light mistings" text={times} onText={setTimes} />
      ) : (
        <>
          <NumberField label="For" unit="min" text={minutes} onText={setMinutes} />
          <NumberField label="Of the time it points at one spot" unit="%" text={share} onText={setShare} />
          <Caution hazard={hazards['hot-tool']} />
        </>
      )}
    </LogDialog>
  );
}
