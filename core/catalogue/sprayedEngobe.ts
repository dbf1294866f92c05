import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, coatsWithin, step, tooDry, tooWet, wrong } from '../technique/step.ts';
import type { Technique } from '../technique/technique.ts';

/** Many dry-looking passes from a spray gun. */
export const sprayedEngobe: Technique = {
  id: 'sprayed-engobe',
  rev: '1',
  name: 'Sprayed engobe',
  gives: 'Even or shaded colour without a mark of the hand.',
  tools: ['Spray gun', 'Extracted booth', 'Fitted respirator'],
  choices: [],
  steps: [
    step('spray', 'Spray a pass', 'pass sprayed', {
      minutes: 2,
      effects: [coat('sprayed', 0.03)],
      needs: coatsWithin(50, 75),
      repeat: { least: 2, usual: 6, most: 12, until: 'it covers' },
      words: ['Turning, from an arm away', 'It looks dry as it lands, or it is too much'],
      remedies: [
        tooWet('it runs', 'Wait for a firmer wall; less at once.'),
        tooDry('it powders off', 'Dampen it lightly before the first pass.', { reaches: { driest: 44 } }),
        wrong('it runs', 'Stop until it is matte; further away.'),
      ],
      hazards: ['spraying', 'toxic-colour'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
