import { Box } from '@mui/material';
import { binProblem, intoBin } from '../../core/log/acts/binned.ts';
import type { Draft } from '../../core/log/acts/draft.ts';
import type { BinState } from '../../core/log/bin.ts';
import { cutWaste } from '../../core/log/carried.ts';
import { wasteOf } from '../../core/log/tub.ts';
import { cutOffKg, takesOff } from '../../core/piece/waste.ts';
import { binFor, wastes, type Waste } from '../../core/slip/bin.ts';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../ui/fields.tsx';
import type { Effect } from '../../core/technique/technique.ts';
import { useUnits } from '../asking/maker.ts';
import { faded } from '../ui/theme.ts';
import { useShelf } from '../tubs/shelf.ts';
import type { CoatedWall } from './coatedWall.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

const NO_BIN = 'none';

/** Where what is cut off goes, as it is typed: nothing where it is as proposed. */
export interface TypedCutOff {
  bin: string | null;
  mass: string | null;
}

/** It goes where it is proposed to. */
export const asProposed: TypedCutOff = { bin: null, mass: null };

interface CutOff {
  /** Whether it is rinse water, not clay. */
  water: boolean;
  waste: Waste;
  bins: BinState[];
  bin: BinState | null;
  /** Where it is meant to go. */
  meant: BinState | null;
  mass: string;
  /** What goes into its bin. @returns what is wrong, or what is meant */
  drafts: (from: string) => Draft[] | string;
}

/**
 * What is cut off a piece, or rinsed off where silicate is: what it is as waste, and the bin that it is meant for. Clay
 * goes there where nothing else is said; of water nothing is logged until it is.
 */
export function useCutOff(
  wall: CoatedWall,
  typed: TypedCutOff,
  effects: readonly Effect<number>[],
  areaM2: number,
): CutOff {
  const units = useUnits();
  const { data: shelf } = useShelf();
  const { data } = useAnswer(to('/api/bins'));
  const bins = data?.bins ?? [];
  const water = !takesOff(effects);
  const carried = water ? { ...wall.carried, silicate: true } : wall.carried;
  const waste = cutWaste(carried, (id) => {
    const found = shelf?.tubs.find(({ tub }) => tub.id === id);
    return found ? wasteOf(found.tub) : null;
  });
  const meant = binFor(bins, waste, wall.clayId);
  const bin =
    typed.bin === NO_BIN ? null : (bins.find(({ id }) => id === typed.bin) ?? (water ? null : meant));
  const cutKg = cutOffKg(effects, areaM2, wall);
  const known = !water && Number.isFinite(cutKg);
  const mass = typed.mass ?? (known ? quantityText(roughly(cutKg), 'mass', units) : '');
  return {
    water,
    waste,
    meant,
    bins,
    bin,
    mass,
    drafts: (from) => {
      if (!bin) return [];
      const refusal = binProblem(bin, { waste, clayId: wall.clayId });
      if (refusal) return refusal.message;
      const massKg = typedQuantity(mass, 'mass', units);
      if (!(massKg! > 0))
        return `What ${water ? 'is rinsed' : 'was cut'} off must be a number above zero: about how much is it? Or choose no bin.`;
      return intoBin(bin, { waste, clayId: wall.clayId, massKg: massKg!, from });
    },
  };
}

/** To two figures: what was cut is known no finer. */
const roughly = (kg: number): number => Number(kg.toPrecision(2));

/** Asks which bin it goes into, and about how much it is; the wrong bin says why it is not. */
export function CutOffFields({
  cutOff: { water, waste, bins, bin, meant, mass },
  wall,
  onTyped,
}: {
  cutOff: CutOff;
  wall: CoatedWall;
  onTyped: (more: Partial<TypedCutOff>) => void;
}) {
  const name = wastes.find((of) => of.waste === waste)!.name.toLowerCase();
  if (bins.length === 0)
    return (
      <Box sx={{ color: faded }}>
        {water ? 'Rinse water' : 'What is cut off'} is {name}. No bin is set up for it: see Slips, Bins.
      </Box>
    );
  const unlogged = water && meant ? ` “${meant.name}” is meant for it.` : ' Nothing is logged of it.';
  return (
    <>
      <ChoiceField
        label={water ? 'Rinse water goes into' : 'What is cut off goes into'}
        value={bin?.id ?? NO_BIN}
        onChoose={(value) => onTyped({ bin: value })}
        options={[
          ...bins.map(({ id, name: label }) => ({ value: id, label })),
          { value: NO_BIN, label: 'No bin of these' },
        ]}
        error={bin ? binProblem(bin, { waste, clayId: wall.clayId })?.message : undefined}
        help={`It is ${name}.${bin ? '' : unlogged}`}
      />
      {bin && (
        <QuantityField
          label="About how much"
          dimension="mass"
          text={mass}
          onText={(value) => onTyped({ mass: value })}
          help={water ? 'A bowl holds about half a litre' : 'By depth, share and face'}
        />
      )}
    </>
  );
}
