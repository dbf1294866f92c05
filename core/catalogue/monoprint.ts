import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, colours, shows, step, tooDry, tooWet, wrong } from '../technique/step.ts';
import { about, water, type Need, type Technique } from '../technique/technique.ts';

/** A usual paper takes some minutes. Common practice. */
const tacky: Need = {
  kind: 'seen',
  what: 'tacky on the paper',
  of: 'paint',
  usual: about(360),
  clock: 'paper',
};

/** A drawing in slip on paper, printed once. */
export const monoprint: Technique = {
  id: 'monoprint',
  rev: '1',
  name: 'Monoprint',
  gives: 'A drawing with the grain of paper in it, mirrored, printed once.',
  tools: ['Thin paper', 'Point', 'Rounded tool to rub with'],
  choices: [
    {
      id: 'ground',
      question: 'Is there a ground on the wall?',
      usual: 'bare',
      schools: [
        { id: 'bare', name: 'Bare clay', difference: 'the clay shows in the lines' },
        { id: 'ground', name: 'A thin ground', difference: 'tacky, it takes the print better' },
      ],
    },
  ],
  steps: [
    step('paint', 'Paint the paper', 'paper painted', {
      minutes: 3,
      effects: [
        {
          does: 'paper',
          use: 'monoprint',
          thicknessM: { usual: 0.00015, least: 0.0001, most: 0.0004 },
          share: { usual: 0.5 },
        },
      ],
      words: [
        'Fairly thick, on thin paper',
        'It dries into the paper too: a drop on an offcut tells when it is tacky',
      ],
      hazards: colours,
    }),
    step('ground', 'Brush the thin ground', 'ground brushed', {
      only: { ground: 'ground' },
      effects: [coat('running-engobe', 0.1)],
      needs: [water('skin', 62, 86)],
      words: ['Thin, one way, while the paper dries'],
      hazards: colours,
    }),
    step('draw', 'Draw on the paper', 'drawn', {
      minutes: 5,
      needs: [tacky, { ...shows('print-free', 'ground'), only: { ground: 'ground' } }],
      words: ['Lines taken away show the wall', 'Everything prints mirrored: writing too'],
      look: ['No print on a fingertip'],
    }),
    step('print', 'Lay the paper and rub it', 'printed', {
      follows: true,
      minutes: 3,
      effects: [{ does: 'print', share: { usual: 0.5, least: 0.05, most: 1 } }],
      needs: [water('skin', 65, 86), { ...shows('print-free', 'ground'), only: { ground: 'ground' } }, tacky],
      words: ['Down once, without sliding', 'Rub the back several ways with a rounded tool'],
      remedies: [
        tooWet('it smears', 'Let the wall stiffen, and the paper dry on.'),
        tooDry('it does not come off the paper', 'Mist the wall and rub again.'),
      ],
      hazards: colours,
    }),
    step('lift', 'Look under a corner, lift', 'lifted', {
      follows: true,
      words: ['Rub again where it holds', 'Slow, flat back over itself'],
      look: ['The whole drawing has come over'],
      remedies: [wrong('parts stay on the paper', 'Lay it back, rub there, lift again.', 'print')],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
