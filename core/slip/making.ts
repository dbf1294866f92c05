import type { HazardId } from '../hazard/hazard.ts';
import { consistencyFor, feelOf, type SlipUse } from './consistency.ts';
import { coatLoad } from './density.ts';

/** From weighed powders, from bone-dry trimmings of the body, or from the slurry of the throwing bucket. */
export type MakingSource = 'powders' | 'trimmings' | 'bucket';
/** By scale and cup, or by feel. */
export type MakingRoad = 'scale' | 'feel';

export interface MakingStep {
  id: string;
  name: string;
  /** What the step asks for besides a tick. */
  asks: 'tick' | 'weigh' | 'adjust' | 'measure' | 'feel' | 'colour' | 'label';
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
  /** Whether a deflocculant or flocculant goes in. */
  adjusted: boolean;
  /** Cautions of what goes in. */
  hazards: HazardId[];
}

const MINUTE_S = 60;
const DAY_S = 86_400;

/** The steps of making a slip, in order. Common practice, no source. */
export function makingSteps(making: Making): MakingStep[] {
  const { source, road, coloured } = making;
  const begin =
    source === 'powders' ? fromPowders(making) : source === 'bucket' ? fromBucket : fromTrimmings(road);
  return [
    ...begin,
    blend,
    ...(making.adjusted ? [adjust] : []),
    sieve(making),
    road === 'scale' ? measure(making) : feel(making),
    ...(coloured && source !== 'powders' ? [colour(making)] : []),
    source === 'bucket' ? { ...label, how: [...label.how, leftOver] } : label,
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
    step('dry', 'Make sure that the trimmings are bone dry', 'tick', [
      'Break one: pale to the middle, and not cold to the lip',
      'What is damp inside stays a lump in water: back to the warm shelf with it',
    ]),
    step(
      'crush',
      'Break them up, to the size of coins',
      'tick',
      [
        'Bits, not powder: powder flies and clots',
        'In a tied bag, or with a cloth over',
        ...(road === 'scale' ? ['A weight now is handy later, but not needed'] : []),
      ],
      { hazards: ['silica-dust'] },
    ),
    step(
      'slake',
      'Tip them into water that just covers them',
      'tick',
      [
        'Rather too thick: water goes in by the spoon, and takes days to go out',
        'Hands off: unstirred they fall apart by themselves',
      ],
      {
        waits: [
          { name: 'they should lie in a heap of mud', seconds: 30 * MINUTE_S },
          { name: 'soft all through, ready to blend', seconds: DAY_S },
        ],
      },
    ),
    step('pour-off', 'Ladle the clear water off', 'tick', [
      'Keep a jug of it for thinning; leave the slip thick',
    ]),
  ];
}

/** The bucket starts milk-thin: it is brought to slip by what is poured off and what is fed to it. */
const fromBucket: MakingStep[] = [
  step('skim', 'Take the slurry from the bucket', 'tick', [
    'Through a coarse sieve or a kitchen strainer: sponge bits, hairs and chips stay behind',
    'Of one body, and nothing of silicate or colour in it',
  ]),
  step(
    'settle',
    'Let it settle, pour the clear water off',
    'tick',
    ['Unmoved, with a lid on', 'Pour slowly, stop at the first cloud'],
    {
      hazards: ['old-slip'],
      waits: [
        { name: 'clear water stands on it: pour that off', seconds: DAY_S / 2 },
        { name: 'settled further: pour off once more', seconds: DAY_S },
      ],
    },
  ),
  step(
    'feed',
    'Feed it bone-dry trimmings until it stands',
    'tick',
    [
      'In bits the size of coins, a handful at a time',
      'Dry bits are made fast on wood, card or cloth in warm air',
      'Half an hour between the handfuls, until they have fallen apart',
    ],
    {
      hazards: ['silica-dust'],
      waits: [{ name: 'the last handful has fallen apart', seconds: 30 * MINUTE_S }],
    },
  ),
];

/** What of the bucket is no slip for the wall still joins. */
const leftOver = 'What is left over fills the tubs of joining slip';

/** Made over what was asked for: some stays in the sieve and the tub. Common practice. */
const OVER = 1.2;

/**
 * Bone-dry trimmings and water to begin with for so much slip of a use, a fifth over.
 * @param volumeM3 of slip wanted, m³
 * @param grainDensity of the dry clay, kg/m³
 * @example startOf(0.001, 'brushed-engobe', 2600) // { dryKg: 0.702, waterKg: 0.93 }
 */
export function startOf(
  volumeM3: number,
  use: SlipUse,
  grainDensity: number,
): { dryKg: number; waterKg: number } {
  const { gravity } = consistencyFor(use);
  const load = coatLoad(OVER * volumeM3, (gravity.from + gravity.to) / 2, grainDensity);
  return { dryKg: load.dry, waterKg: load.water };
}

function fromPowders({ hazards }: Making): MakingStep[] {
  return [
    step(
      'weigh',
      'Weigh the dry materials',
      'weigh',
      ['Log each line as the scale shows it, not as the sheet asks it'],
      {
        hazards: [...new Set<HazardId>(['silica-dust', ...hazards])],
      },
    ),
    step(
      'into-water',
      'Sift the powders into the water',
      'tick',
      [
        'The powder goes to the water: it raises less dust and fewer lumps that way',
        'Leave a fifth of the water for later',
      ],
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
  ['Stop when a spoon finds no lump', 'Pull the plug before a hand goes near the blade'],
  {
    hazards: ['old-slip'],
  },
);

const adjust = step(
  'adjust',
  'Drop in what changes its flow',
  'adjust',
  [
    'A drop at a time, stirred through before the next',
    'Stop where it flows as wanted, though some be left over',
  ],
  { hazards: ['alkali'] },
);

function sieve({ use, source }: Making): MakingStep {
  const { mesh, sieve: words } = consistencyFor(use);
  const how =
    mesh === null
      ? ['This use wants no sieve: fish out crumbs and hairs']
      : [
          'If it sits on the mesh, thin it, push it through, and take the water off again once it has settled',
          'Or squeeze it as thick as it is through a strong cloth bag of the same mesh',
        ];
  return step('sieve', mesh === null ? 'Look it over' : `Sieve: ${words}`, 'tick', [
    ...how,
    ...(source !== 'powders' && mesh !== null ? ['Twice, where the trimmings were gritty'] : []),
  ]);
}

function measure({ use }: Making): MakingStep {
  const { gravity } = consistencyFor(use);
  return step('measure', 'Measure it', 'measure', [
    'Stir to the bottom; then the mass of a volume you know',
    `Wanted: SG ${gravity.from.toFixed(2)} to ${gravity.to.toFixed(2)}, and how much there is`,
  ]);
}

function feel({ use }: Making): MakingStep {
  return step('feel', 'Feel it', 'feel', [
    `Wanted: ${feelOf(consistencyFor(use))}`,
    'Water by the spoon: thinning takes a minute, thickening days',
  ]);
}

function colour({ road, hazards }: Making): MakingStep {
  const how =
    road === 'scale'
      ? [
          'Its share is of the dry clay just measured',
          'Work it to a paste with a little slip, stir that in, and sieve once more',
        ]
      : [
          'Nobody knows how much clay is in it: note spoons and cups, and the share stays a guess',
          'Work it to a paste with a little slip, stir that in, and sieve once more',
        ];
  return step('colour', 'Colour it', 'colour', how, { hazards });
}

const label = step('label', 'Put it into its tub and label it', 'label', [
  'On the tub and on its lid: what it is, of which body, since when',
  'Lay plastic on the slip itself, then the lid',
]);
