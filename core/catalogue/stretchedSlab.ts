import { glazed, toBisque } from '../technique/kiln.ts';
import {
  coat,
  colours,
  firstThen,
  from,
  heat,
  seen,
  shows,
  step,
  stillWet,
  tooDry,
  tooWet,
  wrong,
} from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** A thick slab with a skin of slip and silicate, thrown out thin and draped. */
export const stretchedSlab: Technique = {
  id: 'stretched-slab',
  rev: '1',
  name: 'Stretched slab with silicate',
  gives: 'A landscape of plates over a whole slab, for bowls over a mould or as sheet to build with.',
  tools: ['Fireproof board', 'Wide coarse brush', 'Torch', 'Brush of its own for silicate', 'Mould'],
  choices: [
    {
      id: 'coats',
      question: 'When does each further coat go on?',
      usual: 'at-once',
      schools: [
        { id: 'at-once', name: 'At once', difference: 'along the same strokes, on the wet one' },
        { id: 'matte', name: 'Once matte', difference: 'the coats stay apart' },
      ],
    },
    {
      id: 'heat',
      question: 'What dries the skin?',
      usual: 'torch',
      schools: [
        { id: 'torch', name: 'A torch', difference: 'quick; a minute over the slab' },
        { id: 'gun', name: 'A heat gun', difference: 'no flame, about twice as long' },
      ],
    },
    {
      id: 'after',
      question: 'What becomes of the slab?',
      usual: 'mould',
      schools: [
        {
          id: 'mould',
          name: 'Draped on a mould',
          difference: 'a bowl; it must come off before it shrinks tight',
        },
        {
          id: 'sheet',
          name: 'Sheet to build with',
          difference: 'cut at soft leather-hard and joined: add “Turn, join, name” after it',
        },
      ],
    },
    {
      id: 'foot',
      only: { after: 'mould' },
      question: 'Has it a foot?',
      usual: 'flat',
      schools: [
        { id: 'flat', name: 'Tapped flat', difference: 'on a board' },
        { id: 'ring', name: 'A ring set on', difference: 'while it sits on the mould, without smearing' },
      ],
    },
  ],
  steps: [
    step('disc', 'Make the thick disc', 'disc made', {
      minutes: 10,
      needs: [water('mean', 92, null)],
      words: ['25 to 38 mm thick, on a fireproof board', 'Stretch one bare first, to learn it'],
      look: ['Its face is smooth and level'],
    }),
    step('coat', 'Coat in one direction', 'coat', {
      minutes: 3,
      effects: [coat('broad-brush', 0.3)],
      needs: firstThen([water('skin', 84, null)], [water('skin', 84, null), stillWet('@before')]),
      repeat: { least: 2, usual: 3, most: 4, until: 'it covers' },
      words: ['Along the same strokes each time, at once'],
      remedies: [tooDry('the slab is firm', 'Too late to stretch it: use it for another technique.')],
      hazards: colours,
    }),
    step('torch', 'Dry the slip to a skin', 'slip skinned', {
      follows: true,
      reach: 'piece',
      effects: [heat('torch', from(30, 60, 120))],
      words: ['Always moving', 'Until the shine is gone, no longer'],
      hazards: ['hot-tool'],
    }),
    step('silicate', 'Brush the silicate on', 'silicate', {
      minutes: 2,
      follows: true,
      effects: [{ does: 'silicate', use: 'silicate', kgM2: from(0.1, 0.2, 0.3), share: { usual: 0.9 } }],
      needs: [seen('a skin on the slip', 'torch', 1)],
      words: ['Let down by half, brush squeezed out', 'Stop short of the edge: over it, it weakens the rim'],
      hazards: ['alkali'],
    }),
    step('dry', 'Dry it to the touch', 'touch-dry', {
      follows: true,
      reach: 'piece',
      minutes: 3,
      effects: [heat('torch', from(60, 90, 180))],
      words: ['Look along the light for spots that were missed'],
      look: ['Dry to the fingertip everywhere'],
      hazards: ['hot-tool'],
    }),
    step('stretch', 'Stretch it by sliding throws', 'stretched', {
      minutes: 5,
      reach: 'piece',
      effects: [{ does: 'stretch', by: 'area', ratio: from(2, 3.5, 9) }],
      needs: [water('mean', 88, null)],
      words: [
        'Face up, all four ways, turned each time',
        'Three to seven times its area is usual, nine the most',
        'It must end smaller than the mould, or it gains no curve',
      ],
      look: ['Plates as wanted, edge unbroken'],
      remedies: [
        tooDry('it tears', 'The slab is too dry: stop.'),
        wrong('no cracks open', 'More silicate, and dry it to the touch again.', 'silicate'),
      ],
      hazards: ['heavy-ware', 'alkali'],
    }),
    step('drape', 'Drape it on the mould', 'draped', {
      only: { after: 'mould' },
      minutes: 5,
      reach: 'piece',
      effects: [{ does: 'stand', stand: 'mould' }],
      hazards: ['food'],
      needs: [water('mean', 80, null)],
      words: [
        'Choose the face: inside it needs a glaze for use',
        'Lower the edge in several rounds',
        'Settle now how it is held for glazing: it has no foot to grip',
      ],
      remedies: [tooDry('it cracks at the edge', 'Too firm: leave it flat.')],
    }),
    step('ring', 'Set the foot ring on', 'foot ring set', {
      only: { after: 'mould', foot: 'ring' },
      minutes: 5,
      effects: [{ does: 'join', part: 'foot', use: 'joining' }],
      needs: [
        water('mean', 75, 88),
        { ...water('mean', 68, 88), part: 'foot' },
        { kind: 'together', with: 'foot', within: 8 },
      ],
      words: ['A finished ring, both sides scored and slipped', 'Set it once: sliding smears the plates'],
    }),
    step('off', 'Take it off the mould', 'off the mould', {
      only: { after: 'mould' },
      minutes: 5,
      reach: 'piece',
      effects: [{ does: 'stand', stand: 'board' }],
      needs: [water('mean', 75, 84), { kind: 'shrunk', of: 'drape', most: 0.025 }],
      words: [
        'The same day, before it shrinks tight',
        'A smooth board on top, turn all over, lift the mould out',
        'The base settles flat on the board',
      ],
      remedies: [
        tooWet('it loses its curve', 'Leave it on a little longer.'),
        tooDry(
          'the rim has split',
          'Take it off at once: on the mould it splits further. Mend the split, or give it up.',
        ),
      ],
      hazards: ['heavy-ware'],
    }),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { coats: 'matte' },
      step: 'coat',
      set: {
        needs: firstThen([water('skin', 84, null)], [water('skin', 84, null), shows('matte', '@before')]),
        words: ['In one direction', 'Each once the one before is matte'],
      },
    },
    ...(['torch', 'dry'] as const).map((of) => ({
      when: { heat: 'gun' },
      step: of,
      set: { effects: [heat('heat-gun', of === 'torch' ? from(60, 120, 240) : from(120, 180, 300))] },
    })),
  ],
};
