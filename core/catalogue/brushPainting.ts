import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { colours, cut, dampened, film, from, line, shows, step, tooWet } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Strokes of engobe, laid as they are seen. */
export const brushPainting: Technique = {
  id: 'brush-painting',
  rev: '1',
  name: 'Brush painting with engobe',
  gives: 'Strokes with depth where the brush went twice.',
  tools: ['Pointed brushes', 'Needle or wooden point'],
  choices: [],
  steps: [
    step('damp', 'Dampen the wall', 'dampened', {
      optional: true,
      minutes: 2,
      effects: [film(0.02)],
      words: ['So that the stroke glides'],
    }),
    step('paint', 'Paint', 'painted', {
      minutes: 15,
      effects: [line('brushed-decoration', from(0.1, 0.2, 0.4), from(0.05, 0.3, 0.8))],
      needs: [water('skin', 58, 80)],
      words: ['Few strokes, brush full', 'A second thickness gives depth'],
      remedies: [tooWet('the brush digs in', 'Wait a little.'), dampened(50)],
      hazards: colours,
    }),
    step('scratch', 'Scratch details', 'details scratched', {
      optional: true,
      minutes: 5,
      effects: [cut(from(0.1, 0.2, 0.4), from(0.005, 0.02, 0.1))],
      needs: [shows('matte', 'paint')],
      words: ['Needle or wooden point, through the stroke only'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
