import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import {
  coatsWithin,
  colours,
  dampened,
  from,
  step,
  tooDryForSlip,
  tooWet,
  wrong,
} from '../technique/step.ts';
import type { Technique } from '../technique/technique.ts';

/** Coats of slip or engobe laid with a brush, in zones. */
export const brushedCoats: Technique = {
  id: 'brushed-coats',
  rev: '1',
  name: 'Brushed coats',
  gives: 'An even ground of colour, or several in zones side by side.',
  tools: ['Wide soft brush', 'Banding wheel', 'Damp sponge'],
  choices: [
    {
      id: 'cream',
      question: 'Thin coats or thick?',
      usual: 'thin',
      schools: [
        { id: 'thin', name: 'Three thin', difference: 'single cream, no brush marks' },
        { id: 'thick', name: 'One or two thick', difference: 'thick cream: quicker, marks show' },
      ],
    },
  ],
  steps: [
    step('coat', 'Coat', 'coat', {
      minutes: 3,
      effects: [
        {
          does: 'coat',
          use: 'brushed-engobe',
          thicknessM: { usual: 0.00015, least: 0.0001, most: 0.00025 },
          share: { usual: 1 },
        },
      ],
      needs: coatsWithin(62, 84),
      repeat: { least: 1, usual: 3, most: 5, until: 'no clay shows through', each: 'zone' },
      words: [
        'Cross the strokes of the coat before',
        'A spot that stays wet: leave it, come back',
        'What shows now shows after the fire',
      ],
      look: ['Matte all over before the next'],
      remedies: [
        dampened(55),
        tooDryForSlip,
        tooWet('two strokes lift the first', 'Wait until the wall is leather-hard.'),
        wrong('clay shows through', 'A spot coat once it is matte.', 'coat'),
        wrong('the wall goes soft', 'Wait longer between coats; inside and outside on different days.'),
      ],
      hazards: colours,
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { cream: 'thick' },
      step: 'coat',
      set: {
        effects: [
          {
            does: 'coat',
            use: 'brushed-decoration',
            thicknessM: from(0.0002, 0.00025, 0.0004),
            share: { usual: 1 },
          },
        ],
        repeat: { least: 1, usual: 2, most: 3, until: 'no clay shows through', each: 'zone' },
      },
    },
  ],
};
