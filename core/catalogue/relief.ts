import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { cut, from, step, tooDry, tooWet } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Marks in the wall itself: what is laid later lies on them or breaks over them. */
export const relief: Technique = {
  id: 'relief',
  rev: '1',
  name: 'Relief: carved, stamped, pierced',
  gives: 'A rim cut to a shape, stamped or carved marks, openings through the wall.',
  tools: ['Wooden point', 'Loop or knife', 'Stamps', 'Hole cutter', 'Damp sponge'],
  choices: [
    {
      id: 'mark',
      question: 'What is done to the wall?',
      usual: 'carve',
      schools: [
        { id: 'carve', name: 'Carved', difference: 'a rim or marks cut at leather-hard' },
        { id: 'stamp', name: 'Stamped', difference: 'pressed in while it gives' },
        { id: 'pierce', name: 'Pierced', difference: 'cut right through, stiffer' },
      ],
    },
  ],
  steps: [
    step('draw', 'Draw where it goes', 'drawn', {
      layout: true,
      optional: true,
      minutes: 5,
      needs: [water('mean', 50, 84)],
      words: ['A wooden point, lightly', 'Divide the rim before you cut it'],
    }),
    step('stamp', 'Stamp', 'stamped', {
      only: { mark: 'stamp' },
      minutes: 10,
      effects: [cut(from(0.5, 1, 2), from(0.02, 0.1, 0.3))],
      needs: [water('skin', 70, 90)],
      words: ['Support the wall from within', 'Before any colour, while it gives'],
      remedies: [
        tooWet('it sticks', 'Wait, or dust the stamp.'),
        tooDry('the edge cracks', 'Carve instead.'),
      ],
    }),
    step('carve', 'Carve', 'carved', {
      only: { mark: 'carve' },
      minutes: 20,
      effects: [cut(from(0.5, 1.5, 4), from(0.02, 0.1, 0.3))],
      needs: [water('skin', 55, 80)],
      words: ['The rim held from both sides', 'A little at a time, towards the thick'],
      look: ['The cut is clean on both sides'],
      remedies: [
        tooWet('it drags and bends', 'Let it stiffen.'),
        tooDry('it chips', 'Mist it, wait until matte.'),
      ],
    }),
    step('pierce', 'Cut the openings', 'pierced', {
      only: { mark: 'pierce' },
      minutes: 20,
      effects: [cut(from(2, 4, 8), from(0.02, 0.1, 0.3))],
      needs: [water('skin', 55, 72)],
      words: ['From the middle of each opening outwards', 'Leave as much wall as you take'],
      look: ['The bridges between them stand'],
      remedies: [
        tooWet('the wall sags between them', 'Let it stiffen.'),
        tooDry('the bridges crack', 'Too dry: leave it.'),
      ],
    }),
    step('tidy', 'Clean the edges', 'edges cleaned', {
      optional: true,
      minutes: 5,
      needs: [water('skin', 50, 80)],
      words: ['A damp finger or a wrung sponge', 'Before anything is laid on it'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
