import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, colours, step, stillWet, tooDry, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Bands of colour on the wall as it comes from the wheel. */
export const freshBands: Technique = {
  id: 'fresh-bands',
  rev: '1',
  name: 'Bands on a fresh wall',
  gives: 'Bands of colour whose edges melt into one another on the freshly thrown wall.',
  tools: ['Straight rib', 'Brush for each colour', 'Soft rib', 'Wheel'],
  choices: [],
  steps: [
    step('rib', 'Take the slurry off with a rib', 'slurry off', {
      slurry: 'always',
      needs: [water('mean', 88, null)],
      words: ['Inside and out', 'Slip slides on slurry'],
    }),
    step('tie', 'White tie coat', 'tie coat', {
      optional: true,
      effects: [coat('poured-ground', 0.3)],
      needs: [water('skin', 84, null)],
      words: ['Once, on the turning wheel, where bright colours follow'],
      hazards: colours,
    }),
    step('bands', 'Lay the bands side by side', 'band laid', {
      minutes: 2,
      effects: [coat('bands', 0.3)],
      needs: [water('skin', 84, null)],
      repeat: { least: 1, usual: 1, most: 1, each: 'zone' },
      words: [
        'Laid once on the wheel it holds; brushed twice it slides',
        'The next one while this one is wet',
      ],
      remedies: [
        tooDry('the wall is firm already', 'Then as brushed coats, once it is leather-hard.'),
        wrong('it slides and lifts', 'Leave it: a second stroke makes it worse.'),
      ],
      hazards: colours,
    }),
    step('blend', 'Blend the seams with a soft rib', 'seams blended', {
      needs: [stillWet('bands')],
      optional: true,
      words: [
        'Up and down across the seam, wheel turning slowly',
        'Then let it stiffen before anything else',
      ],
      remedies: [wrong('the colours go muddy', 'Fewer strokes: stop here.')],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
