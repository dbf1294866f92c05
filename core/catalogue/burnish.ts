import { brushedClean, toLowBisque } from '../technique/kiln.ts';
import { step, tooDry, tooWet } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** A fine body rubbed until it shines. */
export const burnish: Technique = {
  id: 'burnish',
  rev: '1',
  name: 'Burnish without slip',
  gives: 'The clay itself, compressed to a shine.',
  tools: ['Smooth stone', 'Back of a spoon', 'Soft cloth'],
  choices: [],
  steps: [
    step('compress', 'Compress the wall', 'compressed', {
      minutes: 15,
      effects: [{ does: 'burnish', share: { usual: 1 } }],
      needs: [water('skin', 45, 62)],
      words: ['Small strokes, one way, then across', 'For fine bodies: grog scratches'],
      look: ['An even sheen'],
      remedies: [
        tooWet('the stone drags', 'Wait.'),
        tooDry('it scratches white', 'Dampen the stone, not the wall.'),
      ],
    }),
    step('again', 'Again near bone dry', 'burnished again', {
      optional: true,
      minutes: 10,
      effects: [{ does: 'burnish', share: { usual: 1 } }],
      needs: [water('skin', 6, 30)],
      words: ['Shrinking dulls the first shine', 'A trace of oil helps'],
    }),
    brushedClean({ words: ['Unused soft cloth: grit dulls it'] }),
    ...toLowBisque,
  ],
  patches: [],
};
