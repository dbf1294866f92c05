import type { WallEvent } from '../drying/run.ts';
import { takesCoats } from '../form/places.ts';
import { fillThicknessM } from '../inlay/fills.ts';
import { slipForCoat } from '../slip/amount.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { coatLoad, solidsByVolume } from '../slip/density.ts';
import type { EffectNamed } from '../technique/technique.ts';
import type { EffectField, EffectRow, OnWall } from './row.ts';
import { fill as fillIn, lines, over, shown, slipOf, within } from './section.ts';

/** What lays slip: coats, lines, fills, and slip on paper. */

const onZone: EffectField = { key: 'share', label: 'Share of the zone it lies on', as: 'percent' };

/** A coat on a wall, `lies` the share of its zone that it takes. */
function laidOn(
  { at, face, wall, within: reached, slip }: OnWall,
  thicknessM: number,
  lies: number,
  more: { sunk?: number } = {},
): WallEvent[] {
  const share = lies * reached;
  if (!slip || !takesCoats(wall) || !(thicknessM > 0) || !(share > 0)) return [];
  const coat = { face, thicknessM, ...slip, ...(share < 1 && { share }), ...more };
  return [{ at, kind: 'coat', coat }];
}

/** Water and dry matter of slip so thick on a share, kg/m². */
function loadOf(slip: SlipLaid | null, thicknessM: number, share: number): { water: number; dry: number } {
  if (!slip) return { water: 0, dry: 0 };
  const { water, dry } = coatLoad(thicknessM, slip.specificGravity, slip.grainDensity);
  return { water: water * share, dry: dry * share };
}

/** What coats and lines have in common: slip so thick on a share of the zone. */
const laysOn = {
  lays: 'slip',
  wets: true,
  onClay: true,
  watched: true,
  wall: ({ thicknessM, share }, on) => laidOn(on, thicknessM, share),
  takesM3: ({ thicknessM, share, use }, areaM2) => slipForCoat(areaM2 * share, thicknessM, use),
  load: ({ thicknessM, share }, slip) => loadOf(slip, thicknessM, share),
  done: ({ thicknessM }, { length }) => length(thicknessM),
} satisfies EffectRow<'coat' | 'line'>;

export const coat: EffectRow<'coat'> = {
  ...laysOn,
  seen: ({ share }, { add, colours }) => add(share < 0.6 ? 'lines' : 'coat', share, colours),
  section: ({ thicknessM, share }, state, times) =>
    over(state, slipOf(state), shown(thicknessM.usual) / times ** 0.6, (i) => within(i, share.usual)),
  fields: () => [
    {
      key: 'thicknessM',
      label: 'Wet thickness of the coat',
      as: 'length',
      help: 'Brushed coats are 0.1 to 0.25 mm, poured ones 0.5 to 1 mm',
    },
  ],
  usually: ({ thicknessM }, figure) => `coat of ${figure(thicknessM, 1000, 'mm')}`,
};

export const line: EffectRow<'line'> = {
  ...laysOn,
  seen: ({ share }, { add, colours }) => add('lines', share, colours),
  section: ({ thicknessM, share }, state) =>
    lines(state, slipOf(state), shown(thicknessM.usual), share.usual),
  fields: () => [{ key: 'thicknessM', label: 'Height of the slip, wet', as: 'length' }, onZone],
  usually: ({ thicknessM }, figure) => `lines of ${figure(thicknessM, 1000, 'mm')}`,
};

/** A fill meets the clay on the floor of its groove and on both sides: on so many times its own face. From memory. */
const GROOVE = 3;
/** The share of a fill that lies below the face. From memory: it is overfilled by a quarter, and shrinks. */
const SUNK = 0.85;

/** How thick a fill is in its groove, m. */
const filledM = ({ depthM, proud }: EffectNamed<'fill', number>, slip: SlipLaid, pass: number): number =>
  fillThicknessM(depthM, proud, solidsByVolume(slip.specificGravity, slip.grainDensity), pass);

/** How a fill lies on the clay: as thin as what each of its faces has to itself. */
function lain(
  effect: EffectNamed<'fill', number>,
  slip: SlipLaid,
  pass: number,
): { thicknessM: number; share: number } {
  const share = Math.min(1, effect.share * GROOVE);
  return { thicknessM: (filledM(effect, slip, pass) * effect.share) / share, share };
}

export const fill: EffectRow<'fill'> = {
  lays: 'slip',
  wets: true,
  onClay: true,
  watched: true,
  wall: (effect, on) => {
    if (!on.slip) return [];
    const { thicknessM, share } = lain(effect, on.slip, on.pass);
    return laidOn(on, thicknessM, share, { sunk: SUNK });
  },
  takesM3: (effect, areaM2, slip, pass) =>
    slipForCoat(areaM2 * effect.share, filledM(effect, slip, pass), effect.use),
  load: (effect, slip, pass) => {
    if (!slip) return { water: 0, dry: 0 };
    const { thicknessM, share } = lain(effect, slip, pass);
    return loadOf(slip, thicknessM, share);
  },
  seen: ({ share }, { add, colours }) => add('lines', share, colours),
  section: ({ proud }, state) => fillIn(state, 1 + proud.usual * 0.5),
  fields: () => [
    { key: 'depthM', label: 'Depth of the groove', as: 'length', help: 'Not over a third of the wall' },
    { key: 'proud', label: 'Proud by, of the depth', as: 'percent' },
    onZone,
  ],
  done: ({ depthM }, { length }) => `into ${length(depthM)}`,
  usually: ({ depthM }, figure) => `fills ${figure(depthM, 1000, 'mm')}`,
};

/** It lies on paper: the wall has nothing of it yet. */
export const paper: EffectRow<'paper'> = {
  takesM3: ({ thicknessM, share, use }, areaM2) => slipForCoat(areaM2 * share, thicknessM, use),
  usually: ({ thicknessM }, figure) => `${figure(thicknessM, 1000, 'mm')} on paper`,
};
