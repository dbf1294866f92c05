import type { HazardId } from '../hazard/hazard.ts';
import { consistencyFor, feelOf, type SlipUse } from './consistency.ts';

/** From weighed powders, or from bone-dry trimmings of the body. */
export type MakingSource = 'powders' | 'trimmings';
/** By scale and cup, or by feel. */
export type MakingRoad = 'scale' | 'feel';

export interface MakingStep {
  id: string;
  name: string;
  /** What the step asks for besides a tick. */
  asks: 'tick' | 'weigh' | 'measure' | 'feel' | 'colour' | 'label';
  how: string[];
  /** Times to look again after the step was done, s. */
  waits: { name: string; seconds: number }[];
  hazards: HazardId[];
}

export interface Making {
  source: MakingSource;
  road: MakingRoad;
  use: SlipUse;
  /** Whether colourants go in after the slip is made. */
  coloured: boolean;
  /** Cautions of what goes in. */
  hazards: HazardId[];
}

const MINUTE_S = 60;
const DAY_S = 86_400;

/** The steps of making a slip, in order. Common practice, no source. */
export function makingSteps(making: Making): MakingStep[] {
  const { source, road, coloured } = making;
  const begin = source === 'powders' ? fromPowders(making) : fromTrimmings(road);
  return [
    ...begin,
    blend,
    sieve(making),
    road === 'scale' ? measure(making) : feel(making),
    ...(coloured && source === 'trimmings' ? [colour(making)] : []),
    label,
  ];
}

const step = (
  id: string,
  name: string,
  asks: MakingStep['asks'],
  how: string[],
  more: Partial<Pick<MakingStep, 'waits' | 'hazards'>> = {},
): MakingStep => ({ id, name, asks, how, waits: [], hazards: [], ...more });

function fromTrimmings(road: MakingRoad): MakingStep[] {
  return [
    step('dry', 'Check that the trimmings are bone dry', 'tick', [
      'Pale and chalky right through; a broken piece is not cold',
      'Damp clay does not slake: dry it first',
    ]),
    step(
      'crush',
      'Crush them to about coin size',
      'tick',
      [
        'Coin size, not dust',
        'Under a cloth or in a closed bag',
        ...(road === 'scale' ? ['Weigh them if you like'] : []),
      ],
      { hazards: ['silica-dust'] },
    ),
    step(
      'slake',
      'Drop them into water, just covered',
      'tick',
      ['Start thick: too thin costs days, too thick costs a spoonful of water', 'Do not stir yet'],
      {
        waits: [
          { name: 'they should have fallen apart', seconds: 30 * MINUTE_S },
          { name: 'smooth enough to blend', seconds: DAY_S },
        ],
      },
    ),
    step('pour-off', 'Pour off the clear water', 'tick', [
      'Leave the slip thick; keep the water to thin it with',
    ]),
  ];
}

function fromPowders({ hazards }: Making): MakingStep[] {
  return [
    step('weigh', 'Weigh the dry materials', 'weigh', ['Tick each line with what the scale really says'], {
      hazards: [...new Set<HazardId>(['silica-dust', ...hazards])],
    }),
    step(
      'into-water',
      'Sift the powders into the water',
      'tick',
      ['Powder into water, not water onto powder: less dust, fewer lumps', 'Keep a fifth of the water back'],
      {
        hazards: ['silica-dust'],
        waits: [{ name: 'soaked through', seconds: DAY_S }],
      },
    ),
  ];
}

const blend = step(
  'blend',
  'Stir and blend',
  'tick',
  ['Until no lump is left', 'Blender off and unplugged before the hand goes in'],
  {
    hazards: ['old-slip'],
  },
);

function sieve({ use, source }: Making): MakingStep {
  const { mesh, sieve: words } = consistencyFor(use);
  const how =
    mesh === null
      ? ['Not sieved for this use: pick out crumbs and hairs']
      : ['Thick slip will not pass a fine sieve: thin it, sieve, let it settle, pour the water off'];
  return step('sieve', mesh === null ? 'Look it over' : `Sieve: ${words}`, 'tick', [
    ...how,
    ...(source === 'trimmings' && mesh !== null ? ['Gritty trimmings go through twice'] : []),
  ]);
}

function measure({ use }: Making): MakingStep {
  const { gravity } = consistencyFor(use);
  return step('measure', 'Measure it', 'measure', [
    'Stir well, then weigh a known volume',
    `Wanted: SG ${gravity.from.toFixed(2)} to ${gravity.to.toFixed(2)}, and how much there is`,
  ]);
}

function feel({ use }: Making): MakingStep {
  return step('feel', 'Feel it', 'feel', [
    `Wanted: ${feelOf(consistencyFor(use))}`,
    'Thin it by the spoonful; it cannot be thickened as fast',
  ]);
}

function colour({ road, hazards }: Making): MakingStep {
  const how =
    road === 'scale'
      ? [
          'The dry clay in it is known now: weigh the colourant against that',
          'Wet it to a paste first, then stir in and sieve again',
        ]
      : [
          'Of unknown solids the percentage is a guess: write down spoons and cups',
          'Wet it to a paste first, then stir in and sieve again',
        ];
  return step('colour', 'Colour it', 'colour', how, { hazards });
}

const label = step('label', 'Put it into its tub and label it', 'label', [
  'Tub and lid: name, body, colourant, date',
  'Airtight, plastic laid on the surface',
]);
