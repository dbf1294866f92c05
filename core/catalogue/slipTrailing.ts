import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { anyOf, colours, eachZone, from, line, seen, shows, step, tooDry, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Raised lines of slip from a fine tip. */
export const slipTrailing: Technique = {
  id: 'slip-trailing',
  rev: '1',
  name: 'Slip trailing',
  gives: 'Raised lines and dots that can be felt, and that a glaze breaks over.',
  tools: ['Bulb with a tip', 'Paper or an offcut to test on', 'Pin for the tip'],
  choices: [
    {
      id: 'height',
      question: 'How high do the lines stand?',
      usual: 'high',
      schools: [
        { id: 'high', name: 'High', difference: '1.5 to 3 mm, on leather-hard clay' },
        { id: 'low', name: 'Low', difference: 'up to 1 mm, also on stiff or bone-dry clay' },
      ],
    },
    {
      id: 'guide',
      question: 'Do you mark guides?',
      usual: 'free',
      schools: [
        { id: 'free', name: 'Freehand', difference: 'the tip never stops' },
        { id: 'marked', name: 'Marked first', difference: 'a marker that burns out, or light scoring' },
      ],
    },
  ],
  steps: [
    step('test', 'Shake, and test a line on paper', 'line tested', {
      optional: true,
      words: ['It ripples, and a line stands up', 'The mesh opening well under a third of the bore'],
      look: ['The line keeps its height'],
      remedies: [
        wrong('it clogs', 'Blend it and sieve it.'),
        wrong('it slumps', 'Thicken it, or a drop of flocculant.'),
      ],
    }),
    step('guides', 'Mark the guides', 'guides marked', {
      layout: true,
      only: { guide: 'marked' },
      minutes: 5,
      needs: [water('mean', 40, 84)],
      words: ['Light: scoring shows beside a line'],
    }),
    step('trail', 'Trail', 'trailed', {
      repeat: eachZone,
      minutes: 10,
      effects: [line('trailing', from(1.5, 2, 3), from(0.02, 0.1, 0.3))],
      needs: [water('skin', 58, 84)],
      words: [
        'Tip just off the clay, even pressure',
        'Lift with a turn, or a needle stays',
        'Turn the piece, not the wrist',
      ],
      look: ['Lines stand, round at the top'],
      remedies: [
        tooDry('lines peel', 'Low lines of thinner slip only.'),
        wrong('lines slump', 'Thicken the slip, or flocculate it.'),
      ],
      hazards: colours,
    }),
    step('second', 'Second layer on top', 'second layer trailed', {
      optional: true,
      minutes: 5,
      effects: [line('trailing', from(1, 1.5, 2), from(0.01, 0.05, 0.2))],
      needs: [shows('matte', 'trail')],
      words: ['Dots on lines, once they no longer shine'],
      hazards: colours,
    }),
    step('tips', 'Press the tips down', 'tips pressed', {
      optional: true,
      minutes: 3,
      needs: [seen('no longer sticky', 'trail', 40)],
      words: ['Finger, cloth or roller'],
      hazards: ['sharp'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed.map((of) =>
      of.shared === 'glaze'
        ? {
            ...of,
            words: [
              'One that breaks over edges shows the lines; an opaque one hides them',
              'Rinse the dust off and let it dry; wax the foot',
              'Pour the inside; where two coats meet they run',
            ],
          }
        : of,
    ),
  ],
  patches: [
    {
      when: { height: 'low' },
      step: 'trail',
      set: {
        effects: [line('trailing', from(0.5, 0.8, 1), from(0.02, 0.1, 0.3))],
        needs: [anyOf('skin', [50, 84], [null, 6])],
      },
    },
  ],
};
