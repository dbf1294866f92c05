import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import {
  coat,
  colours,
  from,
  line,
  shows,
  step,
  stillWet,
  tooDry,
  tooWet,
  underCloth,
  wrong,
} from '../technique/step.ts';
import { water, type Need, type Technique } from '../technique/technique.ts';

/** Pot and handle must be in their windows together. */
const together: Need[] = [
  { ...water('mean', 72, 88), part: 'handle', only: { handle: 'set' } },
  { kind: 'together', with: 'handle', within: 6, only: { handle: 'set' } },
];

/** Slip let run from a syringe in a band, and a handle set into it while it is wet. */
export const slipDrip: Technique = {
  id: 'slip-drip',
  rev: '1',
  name: 'Slip drip',
  gives: 'A band of slip with runs that stop where they like; it can hold a handle.',
  tools: ['Syringe', 'Bat that can be tapped', 'Wrung sponge', 'Soft brush'],
  choices: [
    {
      id: 'run',
      question: 'How does the slip run?',
      usual: 'thick',
      schools: [
        { id: 'thick', name: 'Thick', difference: 'runs a little and stops by itself' },
        { id: 'running', name: 'Running', difference: 'longer, thinner runs' },
      ],
    },
    {
      id: 'on',
      question: 'On what do the drips run?',
      usual: 'matte',
      schools: [
        { id: 'matte', name: 'The tie coat once matte', difference: 'the two stay apart' },
        { id: 'wet', name: 'The wet tie coat', difference: 'at once; drips and coat flow together' },
      ],
    },
    {
      id: 'handle',
      question: 'Is a handle set into the band?',
      usual: 'none',
      schools: [
        { id: 'none', name: 'No handle', difference: 'the wall may be firmer' },
        { id: 'set', name: 'Handle set in', difference: 'made some hours before, as stiff as the pot' },
      ],
    },
    {
      id: 'hold',
      only: { handle: 'set' },
      question: 'What holds the handle?',
      usual: 'scored',
      schools: [
        { id: 'scored', name: 'Scored as well', difference: 'both ends and their two spots' },
        {
          id: 'slip',
          name: 'The slip alone',
          difference: 'clean; a glaze-like slip is unproven as glue: test it',
        },
      ],
    },
  ],
  steps: [
    step('level', 'Level the pot and wipe it', 'levelled and wiped', {
      centred: true,
      needs: [water('skin', 62, 90)],
      words: ['Runs follow the level', 'Wipe dust and slurry off'],
      look: ['No drop runs to one side'],
    }),
    step('score', "Score the handle's ends and their spots", 'scored', {
      only: { handle: 'set', hold: 'scored' },
      minutes: 2,
      needs: [water('skin', 72, 88)],
      words: ['Hold the handle up, mark both spots, score crosswise'],
      remedies: [tooDry('the scoring crumbles', 'Make another pot and handle: this one is past joining.')],
    }),
    step('tie', 'Tie coat in the band', 'tie coat', {
      optional: true,
      centred: true,
      minutes: 2,
      effects: [coat('poured-ground', 0.3)],
      needs: [water('skin', 62, 88)],
      words: ['Thin, where the drips shall hold'],
      hazards: colours,
    }),
    step('drips', 'Run the drips', 'drips run', {
      reach: 'below',
      centred: true,
      minutes: 3,
      effects: [line('drip', from(2, 3, 4), from(0.05, 0.2, 0.6))],
      needs: [
        { ...water('skin', 62, 88), only: { handle: 'none' } },
        { ...water('mean', 72, 88), only: { handle: 'set' } },
        { ...shows('matte', 'tie'), only: { on: 'matte' } },
        { ...stillWet('tie'), only: { on: 'wet' } },
        ...together,
      ],
      words: [
        'One unbroken bead around',
        'Several colours in one syringe stay in stripes',
        'Upside down, runs climb',
      ],
      look: ['The bead stands, then runs'],
      remedies: [
        wrong('it runs to the foot', 'Thicker slip, or a smaller bead.'),
        wrong('it does not run', 'Tap the bat, or thin the slip a little.'),
        tooDry('the runs stop at once and peel', 'Dampen the band first, or leave the drips out.'),
      ],
      hazards: colours,
    }),
    step('tap', 'Tap the bat until it settles', 'settled', {
      reach: 'piece',
      optional: true,
      needs: [stillWet('drips')],
      words: ['Short knocks from the side'],
    }),
    step('smooth', 'Smooth the raw edge of the band', 'edge smoothed', {
      optional: true,
      needs: [stillWet('drips')],
      words: ['A damp finger, once around'],
    }),
    step('handle', 'Set the handle into the band', 'handle set', {
      only: { handle: 'set' },
      minutes: 3,
      reach: 'piece',
      effects: [{ does: 'join', part: 'handle' }],
      // both were ready when the drips were run: their water is not held against them
      needs: [stillWet('drips'), { ...water('mean', 72, 88), part: 'handle' }],
      words: [
        'Press home with small shifts until slip comes out all round',
        'Let go only once it stands by itself',
        'Wrap the handle at once: it dries over about a week',
      ],
      look: ['It hangs true from all sides'],
      remedies: [
        tooWet('the handle sags', 'Hold it, or wait: both must be firmer.'),
        ...underCloth('it cracks off later'),
      ],
    }),
    step('strays', 'Wipe strays off at once', 'strays wiped', {
      optional: true,
      needs: [stillWet('drips')],
      words: ['A wrung sponge, away from the runs'],
    }),
    brushedClean({
      words: ['A soft dry brush', 'Catch the dust as it falls'],
    }),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { run: 'running' },
      step: 'drips',
      set: { effects: [line('drip-running', from(0.8, 1.3, 2), from(0.05, 0.3, 0.8))] },
    },
  ],
};
