import { glazed, toBisque } from './kiln.ts';
import { coat, coatsWithin, colours, from, heat, seen, step, tooDry, tooWet, wrong } from './step.ts';
import { water, type Technique } from './technique.ts';

/** A thick slab with a skin of slip and silicate, thrown out thin and draped. */
export const stretchedSlab: Technique = {
  id: 'stretched-slab',
  rev: '1',
  name: 'Stretched slab with silicate',
  gives: 'A landscape of plates over a whole slab, for bowls over a mould or as sheet to build with.',
  tools: ['Fireproof board', 'Wide coarse brush', 'Torch', 'Brush of its own for silicate', 'Mould'],
  choices: [
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
        { id: 'sheet', name: 'Sheet to build with', difference: 'cut and joined' },
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
      needs: coatsWithin(84, null),
      repeat: { least: 2, usual: 3, most: 4, until: 'it covers' },
      words: ['Along the same strokes each time'],
      remedies: [tooDry('the slab is firm', 'Too late to stretch it: use it for another technique.')],
      hazards: colours,
    }),
    step('torch', 'Torch the slip to a skin', 'slip skinned', {
      effects: [heat('torch', from(30, 60, 120))],
      words: ['Flame always moving', 'Until the shine is gone, no longer'],
      hazards: ['hot-tool'],
    }),
    step('silicate', 'Brush the silicate on', 'silicate', {
      minutes: 2,
      effects: [{ does: 'silicate', kgM2: from(0.1, 0.2, 0.3), share: { usual: 0.9 } }],
      needs: [seen('a skin on the slip', 'torch', 1)],
      words: ['Let down by half, brush squeezed out', 'Stop short of the edge: over it, it weakens the rim'],
      hazards: ['alkali'],
    }),
    step('dry', 'Torch it touch-dry', 'touch-dry', {
      minutes: 3,
      effects: [heat('torch', from(60, 90, 180))],
      words: ['Look along the light for spots that were missed'],
      look: ['Dry to the fingertip everywhere'],
      hazards: ['hot-tool'],
    }),
    step('stretch', 'Stretch it by sliding throws', 'stretched', {
      minutes: 5,
      effects: [{ does: 'stretch', by: 'area', ratio: from(2, 3.5, 4) }],
      needs: [water('mean', 88, null)],
      words: ['Face up, all four ways, turned each time', 'It must end smaller than the mould'],
      look: ['Plates as wanted, edge unbroken'],
      remedies: [
        tooDry('it tears', 'The slab is too dry: stop.'),
        wrong('no cracks open', 'More silicate or longer torching on the next one.'),
      ],
      hazards: ['heavy-ware', 'alkali'],
    }),
    step('drape', 'Drape it on the mould', 'draped', {
      only: { after: 'mould' },
      minutes: 5,
      effects: [{ does: 'stand', stand: 'mould' }],
      hazards: ['food'],
      needs: [water('mean', 80, null)],
      words: ['Choose the face: inside it needs a glaze for use', 'Lower the edge in several rounds'],
      remedies: [tooDry('it cracks at the edge', 'Too firm: leave it flat.')],
    }),
    step('ring', 'Set the foot ring on', 'foot ring set', {
      only: { after: 'mould', foot: 'ring' },
      minutes: 5,
      effects: [{ does: 'join', part: 'foot' }],
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
      effects: [{ does: 'stand', stand: 'board' }],
      needs: [water('mean', 75, 84), { kind: 'shrunk', of: 'drape', most: 0.025 }],
      words: ['The same day, before it shrinks tight', 'Turn it over between two boards'],
      remedies: [
        tooWet('it loses its curve', 'Leave it on a little longer.'),
        tooDry('the rim has split', 'Trim the split off, or leave it on and keep it.'),
      ],
      hazards: ['heavy-ware'],
    }),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
