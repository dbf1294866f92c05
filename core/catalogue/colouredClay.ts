import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { film, step, tooDry, wrong } from '../technique/step.ts';
import type { HazardId } from '../hazard/hazard.ts';
import { water, type Technique } from '../technique/technique.ts';

/** What comes of a stain, and of any oxide but iron. */
const strong: HazardId[] = ['toxic-colour', 'colour-dust'];

/** Coils of coloured clay rolled into the wall. */
export const colouredClay: Technique = {
  id: 'coloured-clay',
  rev: '1',
  name: 'Coloured clay',
  gives: 'Figures of coloured clay that go through the skin of the wall.',
  tools: ['Scale', 'Gloves', 'Clean paper', 'Rolling pin or stiff core'],
  choices: [
    {
      id: 'colourant',
      question: 'What colours it?',
      usual: 'iron',
      schools: [
        { id: 'iron', name: 'Iron oxide', difference: 'the mildest, and dusty all the same' },
        { id: 'stain', name: 'A stain', difference: 'fritted; its own range of doses' },
        { id: 'oxide', name: 'Cobalt or copper', difference: 'strong in small doses' },
        {
          id: 'metal',
          name: 'Raw manganese, chromium, nickel',
          difference: 'not for pupils or in pregnancy',
        },
      ],
    },
    {
      id: 'form',
      question: 'What are they rolled into?',
      usual: 'cylinder',
      schools: [
        { id: 'cylinder', name: 'A cylinder on a core', difference: 'rolled over the coils' },
        { id: 'slab', name: 'A slab', difference: 'coils laid on it, rolled in' },
      ],
    },
  ],
  steps: [
    step('colour', 'Colour the clay', 'clay coloured', {
      optional: true,
      minutes: 15,
      words: [
        'Dose by dry mass: iron 5, at most 10 %',
        'Paste it in a pinched hollow, wedge with gloves',
        'With an organic black in the paste you see now what the fire shows: it burns out',
        'Label and bag it',
      ],
      hazards: ['colour-dust'],
    }),
    step('coils', 'Lay tapered coils on paper, misted', 'coils laid', {
      minutes: 5,
      effects: [film(0.02)],
      needs: [water('mean', 86, null)],
      words: ['Thin, and used within minutes'],
    }),
    step('roll', 'Roll the wall over them', 'rolled in', {
      minutes: 5,
      reach: 'piece',
      repeat: { least: 1, usual: 2, most: 6, until: 'figures enough' },
      needs: [water('mean', 86, null)],
      words: [
        'Paper between, a stiff core inside',
        'New coils and a rolling for each figure more',
        'The last one on clean paper',
      ],
      look: ['No edge can be felt'],
      remedies: [
        tooDry('cracks between the colours', 'Too firm to join: mist both and roll at once.', {
          effects: [film(0.03)],
          reaches: { driest: 80 },
        }),
        wrong('gaps open when dry', 'The coils shrink more than the wall: stiffer coils.'),
      ],
    }),
    step('texture', 'Texture over it', 'textured', {
      reach: 'piece',
      optional: true,
      minutes: 5,
      needs: [water('mean', 80, 100)],
      words: ['It shears the figures on purpose'],
    }),
    step('build', 'Build it', 'built', {
      reach: 'piece',
      minutes: 15,
      needs: [water('mean', 75, null)],
      words: ['Bottom scored, wetted, set and paddled'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    ...(['stain', 'oxide', 'metal'] as const).flatMap((colourant) => [
      {
        when: { colourant },
        step: 'colour',
        set: {
          hazards: [...strong, ...(colourant === 'metal' ? (['manganese', 'raw-metal'] as const) : [])],
        },
      },
      { when: { colourant }, step: 'roll', set: { hazards: [strong[0]!] } },
    ]),
    { when: { form: 'slab' }, step: 'roll', set: { name: 'Roll them into the slab' } },
  ],
};
