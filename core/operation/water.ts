import { SILICATE_GRAVITY, silicateSolidsAt } from '../drying/laws.ts';
import type { WallEvent } from '../drying/run.ts';
import { takesCoats } from '../form/places.ts';
import { slipForCoat } from '../slip/amount.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { USUAL_GRAIN } from '../slip/density.ts';
import { useOf, type Effect } from '../technique/technique.ts';
import type { EffectRow, OnWall } from './row.ts';
import { over, soak, within } from './section.ts';

/** What lays water, or something dissolved or stirred in it: mist, washes, silicate. */

/** Sodium silicate as it is sold: 42 °Bé. */
export const silicateSold: SlipLaid = {
  specificGravity: SILICATE_GRAVITY,
  grainDensity: USUAL_GRAIN,
  adjusted: 'none',
};

/** The solution that a film is laid of: that of its jar, or as it is sold where nobody said. */
function solutionOf(
  effect: Effect<number>,
  slip: SlipLaid | null,
): { specificGravity: number; solids: number } {
  const { specificGravity } = (useOf(effect) === 'silicate' && slip) || silicateSold;
  return { specificGravity, solids: silicateSolidsAt(specificGravity) };
}

/** Taken from its jar by mass. */
const jarM3 = (
  {
    kgM2,
    share,
    use,
    does,
  }: { kgM2: number; share: number; use?: Parameters<typeof slipForCoat>[2]; does: 'silicate' | 'wash' },
  areaM2: number,
  { specificGravity }: SlipLaid,
): number => slipForCoat(areaM2 * share, kgM2 / (1000 * specificGravity), use ?? does);

const misted = ({ at, face, within: reached }: OnWall, kgM2: number, share: number): WallEvent[] =>
  kgM2 > 0 ? [{ at, kind: 'mist', face, water: kgM2 * share * reached }] : [];

export const film: EffectRow<'film'> = {
  wets: true,
  onClay: true,
  watched: true,
  wall: ({ kgM2, share }, on) => misted(on, kgM2, share),
  fields: () => [
    { key: 'kgM2', label: 'Water laid', as: 'grams', help: 'One light misting is about 50 g/m²' },
  ],
  done: ({ kgM2 }, { grams }) => `misted ${grams(kgM2)}`,
  usually: ({ kgM2 }, figure) => `water, ${figure(kgM2, 1000, 'g/m²')}`,
};

export const wash: EffectRow<'wash'> = {
  wets: true,
  wall: ({ kgM2, share }, on) => (takesCoats(on.wall) ? misted(on, kgM2, share) : []),
  takesM3: jarM3,
  seen: ({ share }, { add }) => add('wash', share),
  section: (_effect, state) => soak(state),
  fields: () => [{ key: 'kgM2', label: 'Wash laid', as: 'grams' }],
  done: ({ kgM2 }, { grams }) => grams(kgM2),
  usually: ({ kgM2 }, figure) => `wash, ${figure(kgM2, 1000, 'g/m²')}`,
};

export const silicate: EffectRow<'silicate'> = {
  lays: 'film',
  wets: true,
  onClay: true,
  watched: true,
  rinses: 'silicate',
  wall: (effect, { at, face, wall, within: reached, slip }) => {
    const { specificGravity, solids } = solutionOf(effect, slip);
    const share = effect.share * reached;
    if (!takesCoats(wall) || !(effect.kgM2 > 0)) return [];
    const coat = {
      face,
      thicknessM: effect.kgM2 / (1000 * specificGravity),
      specificGravity,
      grainDensity: USUAL_GRAIN,
      silicateSolids: solids,
      ...(share < 1 && { share }),
    };
    return [{ at, kind: 'coat', coat }];
  },
  takesM3: jarM3,
  load: (effect, slip) => {
    const { solids } = solutionOf(effect, slip);
    const laid = effect.kgM2 * effect.share;
    return { water: laid * (1 - solids), dry: laid * solids };
  },
  seen: ({ share }, { add }) => add('skin', share),
  section: ({ share }, state) => over(state, 'silicate', 0.5, (i) => within(i, share.usual)),
  fields: () => [
    { key: 'kgM2', label: 'Silicate laid', as: 'grams', help: '100 to 400 g/m²: more for larger plates' },
  ],
  done: ({ kgM2 }, { grams }) => grams(kgM2),
  usually: ({ kgM2 }, figure) => `silicate, ${figure(kgM2, 1000, 'g/m²')}`,
};
