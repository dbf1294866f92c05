import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import {
  coat,
  colours,
  eachZone,
  film,
  shows,
  step,
  stillWet,
  tooDry,
  tooWet,
  wrong,
} from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Slip brushed through lace or past paper. */
export const stencil: Technique = {
  id: 'stencil',
  rev: '1',
  name: 'Lace, paper, stencil',
  gives: 'A pattern of lace, or the clean edge of cut paper.',
  tools: ['Lace or cut paper', 'Soft brush', 'Needle to lift with'],
  choices: [
    {
      id: 'mask',
      question: 'What lies on the clay?',
      usual: 'lace',
      schools: [
        { id: 'lace', name: 'Lace', difference: 'where its threads lay stays bare, colour fills the holes' },
        { id: 'paper', name: 'Paper', difference: 'damped so that it clings, lifted at matte' },
      ],
    },
    {
      id: 'lift',
      question: 'When do you lift it?',
      usual: 'at-once',
      schools: [
        { id: 'at-once', name: 'At once', difference: 'usual for lace, with slip-thickened colour: crisp' },
        { id: 'matte', name: 'Once matte', difference: 'usual for paper: a clean edge' },
      ],
    },
  ],
  steps: [
    step('ease', 'Ease the edges, press the form', 'form pressed', {
      optional: true,
      minutes: 10,
      needs: [water('mean', 80, 95)],
      words: ['Shape it first: afterwards the pattern stretches'],
    }),
    step('damp', 'Damp the paper', 'paper damped', {
      only: { mask: 'paper' },
      effects: [film(0.02)],
      words: ['Just so that it clings'],
    }),
    step('lay', 'Lay it and press it on', 'laid on', {
      minutes: 2,
      needs: [water('skin', 65, 95)],
      words: ['No bubble, every edge down'],
      look: ['Edges lie close'],
      remedies: [
        tooWet('it sinks in and tears when lifted', 'Let the wall stiffen a little.'),
        tooDry('it will not cling', 'Mist the wall, then lay it.'),
      ],
    }),
    step('brush', 'Brush the slip', 'slip brushed', {
      follows: true,
      repeat: eachZone,
      minutes: 2,
      effects: [coat('stencil', 0.2, 0.6)],
      needs: [water('skin', 65, 95)],
      words: [
        'Short of the edge of the lace, or it runs under',
        'From the edge inwards, no second stroke on soft clay',
        'More slip than underglaze, or it bleeds',
      ],
      remedies: [wrong('it bleeds under the edge', 'Thicker slip, a drier brush; press the edge down.')],
      hazards: colours,
    }),
    step('lift', 'Lift it', 'lifted', {
      follows: true,
      needs: [stillWet('brush')],
      words: ['By a corner, flat back over itself'],
      look: ['The thread leaves bare clay, the colour its holes'],
      remedies: [wrong('the slip lifts with it', 'Lay it back; wait until it is matte.')],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [{ when: { lift: 'matte' }, step: 'lift', set: { needs: [shows('matte', 'brush')] } }],
};
