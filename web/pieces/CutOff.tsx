import useSWR from 'swr';
import { Box } from '@mui/material';
import type { BinsAnswer } from '../../api/routes.ts';
import type { Entry } from '../../core/log/entry.ts';
import type { BinState } from '../../core/log/bin.ts';
import { cutWaste } from '../../core/log/carried.ts';
import { wasteOf } from '../../core/log/tub.ts';
import { cutOffKg } from '../../core/piece/waste.ts';
import { binFor, wastes, whyNotInto, type Waste } from '../../core/slip/bin.ts';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../frame/fields.tsx';
import type { Effect } from '../../core/technique/technique.ts';
import { useUnits } from '../frame/maker.ts';
import { entry } from '../frame/outbox.ts';
import { ask } from '../frame/server.ts';
import { faded } from '../frame/theme.ts';
import { useShelf } from '../slips/shelf.ts';
import type { CoatedWall } from './coatedWall.ts';

const NO_BIN = 'none';

/** Where what is cut off goes, as it is typed: nothing where it is as proposed. */
export interface TypedCutOff {
  bin: string | null;
  mass: string | null;
}

/** It goes where it is proposed to. */
export const asProposed: TypedCutOff = { bin: null, mass: null };

interface CutOff {
  waste: Waste;
  bins: BinState[];
  bin: BinState | null;
  mass: string;
  /** Logs it into its bin. @returns what is wrong, or the entries */
  entries: (from: string, at: number) => Entry[] | string;
}

/** What is cut off a piece: what it is as waste, and the bin that it is proposed to go into. */
export function useCutOff(
  wall: CoatedWall,
  typed: TypedCutOff,
  effects: readonly Effect<number>[],
  areaM2: number,
): CutOff {
  const units = useUnits();
  const { data: shelf } = useShelf();
  const { data } = useSWR<BinsAnswer>('/api/bins', ask);
  const bins = data?.bins ?? [];
  const waste = cutWaste(wall.carried, (id) => {
    const found = shelf?.tubs.find(({ tub }) => tub.id === id);
    return found ? wasteOf(found.tub) : null;
  });
  const bin =
    typed.bin === NO_BIN
      ? null
      : (bins.find(({ id }) => id === typed.bin) ?? binFor(bins, waste, wall.clayId));
  const cutKg = cutOffKg(effects, areaM2, wall);
  const mass = typed.mass ?? (Number.isFinite(cutKg) ? quantityText(roughly(cutKg), 'mass', units) : '');
  return {
    waste,
    bins,
    bin,
    mass,
    entries: (from, at) => {
      if (!bin) return [];
      const refusal = refusalOf(bin, waste, wall.clayId);
      if (refusal) return refusal;
      const massKg = typedQuantity(mass, 'mass', units);
      if (!(massKg! > 0))
        return 'What was cut off must be a number above zero: about how much is it? Or choose no bin.';
      const body = { waste, clayId: wall.clayId, massKg: massKg!, from, override: null };
      return [entry('bin.filled', bin.id, body, { at })];
    },
  };
}

/** To two figures: what was cut is known no finer. */
const roughly = (kg: number): number => Number(kg.toPrecision(2));

const refusalOf = (bin: BinState, waste: Waste, clayId: string): string | undefined =>
  whyNotInto(bin.kind, waste, bin.clayId === null || bin.clayId === clayId)?.reason;

/** Asks which bin it goes into, and about how much it is; the wrong bin says why it is not. */
export function CutOffFields({
  cutOff: { waste, bins, bin, mass },
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
      <Box sx={{ color: faded }}>What is cut off is {name}. No bin is set up for it: see Slips, Bins.</Box>
    );
  return (
    <>
      <ChoiceField
        label="What is cut off goes into"
        value={bin?.id ?? NO_BIN}
        onChoose={(value) => onTyped({ bin: value })}
        options={[
          ...bins.map(({ id, name: label }) => ({ value: id, label })),
          { value: NO_BIN, label: 'No bin of these' },
        ]}
        error={bin ? refusalOf(bin, waste, wall.clayId) : undefined}
        help={bin ? `It is ${name}.` : `It is ${name}; nothing is logged of it.`}
      />
      {bin && (
        <QuantityField
          label="About how much"
          dimension="mass"
          text={mass}
          onText={(value) => onTyped({ mass: value })}
          help="By depth, share and face"
        />
      )}
    </>
  );
}
