import { formatFixed } from '../../../core/units/quantity.ts';
import { Box, Typography } from '@mui/material';
import type { GravitySample } from '../../../core/log/entry.ts';
import { judgeGravity, measuredGravity } from '../../../core/slip/density.ts';
import type { UnitChoice } from '../../../core/units/quantity.ts';
import { QuantityField, quantityText, typedQuantity } from '../../ui/fields.tsx';
import { useDraft } from '../../ui/draft.ts';
import { Trouble } from '../../ui/parts.tsx';

/** In m³ and kg, whatever units they were typed in. */
const LAST_VOLUME = 'kosmema-sample-m3';
const LAST_TARE = 'kosmema-sample-tare-kg';

/** A weighed sample as it is being typed. The cup's volume and tare are remembered on this device. */
export interface TypedSample {
  volume: string;
  mass: string;
  tare: string;
  set: (more: Partial<Record<'volume' | 'mass' | 'tare', string>>) => void;
  units: UnitChoice;
  /** Forgets what was typed, once it is logged. */
  forget: () => void;
}

/** @param of which tub or batch it is of */
export function useSample(units: UnitChoice, of: string): TypedSample {
  const kept = (key: string, usual: number) => Number(localStorage.getItem(key) ?? Number.NaN) || usual;
  const [typed, setTyped, forget] = useDraft(`sample of ${of}`, () => ({
    volume: quantityText(kept(LAST_VOLUME, 5e-5), 'volume', units),
    mass: '',
    tare: quantityText(kept(LAST_TARE, 0), 'mass', units),
  }));
  return { ...typed, units, set: (more) => setTyped((before) => ({ ...before, ...more })), forget };
}

/** What was typed as a sample; null where nothing was weighed, or what is wrong with it. */
export function sampleTyped(
  { volume, mass, tare, units }: TypedSample,
  grainDensity: number,
): { sample: GravitySample; gravity: number; question: string | null } | { wrong: string } | null {
  if (mass.trim() === '') return null;
  const sample = {
    volumeM3: typedQuantity(volume, 'volume', units) ?? Number.NaN,
    massKg: typedQuantity(mass, 'mass', units) ?? Number.NaN,
    tareKg: typedQuantity(tare, 'mass', units) ?? 0,
  };
  if (Number.isNaN(sample.massKg)) return { wrong: 'The mass must be a number: what does the scale say?' };
  if (Number.isNaN(sample.volumeM3))
    return { wrong: 'The volume must be a number: how much does the cup or syringe hold?' };
  if (Number.isNaN(sample.tareKg))
    return { wrong: 'The tare must be a number: what does the empty cup weigh?' };
  const gravity = measuredGravity(sample);
  if (!gravity.ok) return { wrong: gravity.problem.message };
  const judged = judgeGravity(gravity.value, grainDensity);
  if (!judged.ok) return { wrong: judged.problem.message };
  return { sample, gravity: gravity.value, question: judged.value.question };
}

/** Keeps the cup's volume and tare for the next time. */
export function rememberCup({ volumeM3, tareKg }: GravitySample): void {
  localStorage.setItem(LAST_VOLUME, String(volumeM3));
  localStorage.setItem(LAST_TARE, String(tareKg));
}

/** SG from the mass of a known volume. What it comes to is shown before it is logged. */
export function GravityFields({ sample, grainDensity }: { sample: TypedSample; grainDensity: number }) {
  const read = sampleTyped(sample, grainDensity);
  return (
    <>
      <Box sx={{ mb: 1.5 }}>Fill a cup or a syringe of known volume to its mark, and weigh it.</Box>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fit, minmax(200px, 1fr))' }}>
        <QuantityField
          label="Volume of the sample"
          text={sample.volume}
          onText={(volume) => sample.set({ volume })}
          dimension="volume"
        />
        <QuantityField
          label="Mass with its cup"
          text={sample.mass}
          onText={(mass) => sample.set({ mass })}
          dimension="mass"
        />
        <QuantityField
          label="The empty cup"
          text={sample.tare}
          onText={(tare) => sample.set({ tare })}
          dimension="mass"
        />
        <Typography variant="h2" component="p" aria-live="polite" sx={{ alignSelf: 'center' }}>
          {read && 'gravity' in read ? `SG ${formatFixed(read.gravity, 3, sample.units)}` : ' '}
        </Typography>
      </Box>
      {read && 'wrong' in read && <Trouble>{read.wrong}</Trouble>}
      {read && 'question' in read && read.question && (
        <Trouble>{read.question} Log it if you are sure.</Trouble>
      )}
    </>
  );
}
