import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import {
  coat,
  colours,
  eachZone,
  film,
  seen,
  step,
  tooDry,
  tooWet,
  within,
  wrong,
} from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

const afterwards = [
  'Strays off while wet: abrasion takes the print',
  'Turn it afterwards: laying pulls a pot a little out of true',
];

/** Underglaze printed on tissue, moved over to the clay. */
export const transfer: Technique = {
  id: 'transfer',
  rev: '1',
  name: 'Tissue transfer',
  gives: 'Fine printed pattern, on a firm wall or on a fresh one that is shaped afterwards.',
  tools: ['Tissue sheet', 'Mister', 'Soft rib', 'Scissors'],
  choices: [
    {
      id: 'wall',
      question: 'On what wall?',
      usual: 'firm',
      schools: [
        { id: 'firm', name: 'Firm', difference: 'misted, peeled slowly' },
        {
          id: 'fresh',
          name: 'Fresh',
          difference: 'no mist; then shaped from inside, and it shrinks with the wall',
        },
      ],
    },
  ],
  steps: [
    step('rib', 'Straighten the wall, rib the slurry off', 'ribbed flat', {
      minutes: 2,
      slurry: 'bare',
      needs: [water('mean', 88, null)],
      words: [
        'Once, before any ground: never through it',
        'A straight wall takes a flat sheet; a belly wrinkles it, so cut gores',
      ],
    }),
    step('ground', 'White or coloured ground', 'ground laid', {
      optional: true,
      effects: [coat('bands', 0.3)],
      needs: [water('skin', 84, null)],
      words: ['Once, on the turning wheel'],
      hazards: colours,
    }),
    step('mist', 'Mist it evenly', 'misted', {
      only: { wall: 'firm' },
      reach: 'piece',
      effects: [film(0.03)],
      needs: [water('skin', 62, 86)],
      words: ['Bagged until it is firm', 'All over, no drops', 'The sheet lies ready, cut to the wall'],
      remedies: [
        tooWet('the sheet swims', 'Wait until it is firm enough to hold.'),
        tooDry('the water is gone at once', 'Mist again before you lay it.', {
          effects: [film(0.03)],
          reaches: { driest: 55 },
        }),
      ],
    }),
    step('lay', 'Lay the sheet', 'sheet laid', {
      only: { wall: 'firm' },
      repeat: eachZone,
      effects: [{ does: 'print', share: { usual: 0.6, least: 0.05, most: 1 } }],
      needs: [within('mist', 1)],
      words: ['Once: it cannot be shifted'],
      remedies: [wrong('it wrinkles', 'Smooth it outwards while it is wet; cut gores for the next one.')],
      hazards: colours,
    }),
    step('press', 'Press from the middle, rub', 'pressed', {
      only: { wall: 'firm' },
      follows: true,
      minutes: 2,
      words: ['Outwards, a soft rib, no air left'],
    }),
    step('again', 'Mist again, wait a minute', 'misted again', {
      only: { wall: 'firm' },
      follows: true,
      reach: 'piece',
      effects: [film(0.03)],
      words: ['The tissue goes clear'],
    }),
    step('peel', 'Peel slowly', 'peeled', {
      only: { wall: 'firm' },
      follows: true,
      needs: [seen('the tissue is clear', 'again', 1)],
      words: ['Where it stays: lay it back and rub', ...afterwards],
      look: ['Nothing is left on the tissue'],
      remedies: [wrong('parts did not come over', 'Lay back, mist, rub; heavy blacks come worst.')],
    }),
    step('fresh', 'Lay the sheet and rub it', 'printed', {
      only: { wall: 'fresh' },
      repeat: eachZone,
      minutes: 2,
      effects: [{ does: 'print', share: { usual: 0.6, least: 0.05, most: 1 } }],
      needs: [water('skin', 90, null)],
      words: ['No mist', 'Once: it cannot be shifted', 'Rub from the middle outwards'],
      remedies: [tooDry('it does not take', 'Then as on a firm wall: mist it.')],
      hazards: colours,
    }),
    step('peel-fresh', 'Peel it', 'sheet peeled', {
      only: { wall: 'fresh' },
      follows: true,
      words: ['Slowly, flat back over itself', 'Strays off while wet: abrasion takes the print'],
      look: ['Nothing is left on the tissue'],
      remedies: [wrong('parts did not come over', 'Lay back and rub; heavy blacks come worst.')],
    }),
    step('shape-fresh', 'Shape it from inside', 'shaped', {
      only: { wall: 'fresh' },
      follows: true,
      reach: 'piece',
      effects: [{ does: 'stretch', by: 'hoop', ratio: { usual: 1.08, least: 1, most: 1.3 } }],
      needs: [water('mean', 88, null)],
      words: [
        'From inside only: a hand outside smears it',
        'It shrinks with the wall, and small gaps close in the fire',
        afterwards[1]!,
      ],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed.map((of) =>
      of.shared === 'glaze'
        ? {
            ...of,
            words: [
              'Rinse the dust off and let it dry',
              'Three seconds or less on the print',
              'Wax the foot',
            ],
          }
        : of,
    ),
  ],
  patches: [],
};
