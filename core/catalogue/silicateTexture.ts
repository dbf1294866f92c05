import { glazed, toBisque } from '../technique/kiln.ts';
import { coat, from, heat, step, tooDry, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Thick slip with silicate in it, skinned by heat and broken by bellying out. */
export const silicateTexture: Technique = {
  id: 'silicate-texture',
  rev: '1',
  name: 'Silicate texture slip, thrown',
  gives: 'A rugged crust of slip that tears open over the belly.',
  tools: ['Heat gun', 'Throwing stick or rib', 'Old brush or hand in a glove', 'Goggles'],
  choices: [
    {
      id: 'skin',
      question: 'Is the skin scored?',
      usual: 'plain',
      schools: [
        { id: 'plain', name: 'Left whole', difference: 'it tears where it likes' },
        { id: 'scored', name: 'Scored', difference: 'it opens along the lines' },
      ],
    },
  ],
  steps: [
    step('rib', 'Rib the zone clean', 'ribbed clean', {
      slurry: 'always',
      needs: [water('mean', 92, null)],
      words: [
        'Thicker in the belly',
        'A floor of 10 to 15 mm if a foot is to be turned',
        'Only the zone itself: slurry below holds',
      ],
    }),
    step('set', 'Dry the zone a little', 'zone dried', {
      follows: true,
      effects: [heat('heat-gun', from(30, 60, 90))],
      words: ['Moving, until the shine is gone'],
      hazards: ['hot-tool'],
    }),
    step('slip', 'Lay the thick slip', 'thick slip laid', {
      minutes: 2,
      effects: [coat('texture', 3)],
      needs: [water('skin', 80, null)],
      words: ['Uneven: thick and thin', 'It sets when still and loosens when stirred'],
      remedies: [tooDry('it peels off as it is laid', 'The wall is too firm: choose trailing instead.')],
      hazards: ['alkali'],
    }),
    step('skin', 'Dry it to a skin', 'skin dry', {
      follows: true,
      minutes: 2,
      effects: [heat('heat-gun', from(60, 90, 120))],
      words: ['From below, always moving', 'Skin dry, wall soft'],
      look: ['Nothing comes off on a fingertip'],
      hazards: ['hot-tool'],
    }),
    step('score', 'Score the skin', 'skin scored', {
      only: { skin: 'scored' },
      follows: true,
      words: ['Through the skin only'],
    }),
    step('belly', 'Belly it out', 'bellied out', {
      minutes: 4,
      reach: 'piece',
      effects: [{ does: 'stretch', by: 'hoop', ratio: from(1.1, 1.25, 1.5) }],
      needs: [water('mean', 88, null)],
      words: ['Stick or rib, from inside, from the bottom', 'A little at a time'],
      remedies: [
        tooDry('holes tear', 'Stop here: it has dried through.'),
        wrong('nothing opens', 'Dry the skin longer, then push again.', 'skin'),
      ],
      hazards: ['alkali'],
    }),
    step('lip', 'Shape the lip', 'lip shaped', {
      optional: true,
      minutes: 3,
      words: [
        'Wet only the lip',
        'It stays on its bat until it can be lifted; the foot is turned next day',
        'Low-fired and quenched hot, a wide mouth and small cracks survive better',
      ],
    }),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
