import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, colours, step, tooDry, tooWet, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** One sweep of a coarse brush on the turning pot. */
export const broadBrush: Technique = {
  id: 'broad-brush',
  rev: '1',
  name: 'Broad-brush ground',
  gives: 'A streaked white or coloured band with the speed of the stroke in it.',
  tools: ['Coarse brush', 'Wheel'],
  choices: [],
  steps: [
    step('sweep', 'Sweep the ground on', 'swept', {
      effects: [coat('broad-brush', 0.4)],
      needs: [water('skin', 66, 86)],
      words: ['Brush full, wheel turning, one sweep', 'Streaks are wanted: no second stroke'],
      look: ['Clay shows between the streaks'],
      remedies: [
        tooWet('the brush drags clay along', 'Let it stiffen a little.'),
        tooDry('the brush stops half way', 'Dampen the wall first.'),
        wrong('it is too even', 'Leave it: a coarser brush on the next one.'),
      ],
      hazards: colours,
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
