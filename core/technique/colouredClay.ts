import { brushedClean, glazed, toBisque } from './kiln.ts';
import { film, step, tooDry, wrong } from './step.ts';
import { water, type Technique } from './technique.ts';

/** Coils of coloured clay rolled into the wall. */
export const colouredClay: Technique = {
  id: 'coloured-clay',
  rev: '1',
  name: 'Coloured clay',
  gives: 'Figures of coloured clay that go through the skin of the wall.',
  tools: ['Scale', 'Gloves', 'Clean paper', 'Rolling pin or stiff core'],
  choices: [
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
        'Label and bag it',
      ],
      hazards: ['toxic-colour', 'manganese'],
    }),
    step('coils', 'Lay tapered coils on paper, misted', 'coils laid', {
      minutes: 5,
      effects: [film(0.02)],
      needs: [water('mean', 86, null)],
      words: ['Thin, and used within minutes'],
    }),
    step('roll', 'Roll the wall over them', 'rolled in', {
      minutes: 5,
      needs: [water('mean', 86, null)],
      words: ['Paper between, a stiff core inside', 'Again for more figures; once on clean paper'],
      look: ['No edge can be felt'],
      remedies: [
        tooDry('cracks between the colours', 'Too firm to join: mist both and roll at once.', {
          effects: [film(0.03)],
          reaches: { driest: 80 },
        }),
        wrong('gaps open when dry', 'The coils shrink more than the wall: stiffer coils.'),
      ],
      hazards: ['toxic-colour'],
    }),
    step('texture', 'Texture over it', 'textured', {
      optional: true,
      minutes: 5,
      needs: [water('mean', 80, 100)],
      words: ['It shears the figures on purpose'],
    }),
    step('build', 'Build it', 'built', {
      minutes: 15,
      needs: [water('mean', 75, null)],
      words: ['Bottom scored, wetted, set and paddled'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [{ when: { form: 'slab' }, step: 'roll', set: { name: 'Roll them into the slab' } }],
};
