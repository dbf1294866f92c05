import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { afterHours, coat, colours, step, stillWet, tooDry, tooWet, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** A whole face covered at once by pouring or dipping. */
export const pouredGround: Technique = {
  id: 'poured-ground',
  rev: '1',
  name: 'Poured or dipped ground',
  gives: 'A thick smooth ground over a whole face, without a brush mark.',
  tools: ['Jug', 'Bucket deeper than the pot', 'Wrung sponge'],
  choices: [
    {
      id: 'faces',
      question: 'Which faces?',
      usual: 'outside',
      schools: [
        { id: 'outside', name: 'Outside', difference: 'dipped or poured over' },
        { id: 'inside', name: 'Inside', difference: 'poured in, swirled, drained' },
        { id: 'both', name: 'Both', difference: 'inside first, the outside rather another day' },
      ],
    },
    {
      id: 'way',
      question: 'How does it go on outside?',
      usual: 'dip',
      schools: [
        { id: 'dip', name: 'Dipped', difference: 'seconds set its thickness, with their root' },
        { id: 'pour', name: 'Poured over', difference: 'less slip, overlaps show' },
      ],
    },
  ],
  steps: [
    ...(['inside', 'both'] as const).map((faces) =>
      step(faces === 'both' ? 'inside' : 'inside-only', 'Pour the inside, swirl, drain', 'inside poured', {
        only: { faces },
        face: 'inside',
        reach: 'piece',
        minutes: 2,
        effects: [coat('poured-ground', 0.7)],
        needs: [water('mean', 58, 74)],
        words: ['In, round once, out in one go', 'Drain it to the last drop over the rim'],
        look: ['No pool in the bottom'],
        remedies: [
          tooWet('the wall slumps', 'Thinner slip, quicker, on a stiffer wall.'),
          tooDry('it crawls and pinholes', 'Dampen the inside first.'),
        ],
        hazards: colours,
      }),
    ),
    ...(['outside', 'both'] as const).map((faces) =>
      step(faces === 'both' ? 'outside' : 'outside-only', 'Dip the outside', 'outside coated', {
        only: { faces },
        face: 'outside',
        reach: 'piece',
        minutes: 2,
        effects: [coat('poured-ground', 0.7)],
        needs: [
          water('mean', 58, 72),
          ...(faces === 'both' ? [{ ...afterHours('inside', 12), rather: true as const }] : []),
        ],
        words: ['Count the seconds: twice as thick takes four times as long', 'Handles drop: hold them up'],
        look: ['Shine gone evenly'],
        remedies: [
          tooWet('the wall slumps', 'A shorter dip, a thinner coat, a stiffer wall.'),
          tooDry('it lifts at the rim', 'Dampen it first, and dip briefly.'),
          wrong('pinholes', 'Dust, or air in the slip: rub them in when matte.'),
        ],
        hazards: colours,
      }),
    ),
    step('foot', 'Wipe foot and drips', 'foot wiped', {
      optional: true,
      needs: [stillWet('@here')],
      words: ['A wrung sponge, once around', 'Drips at the rim with a fingertip'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { way: 'pour' },
      step: 'outside',
      set: {
        name: 'Pour the outside',
        words: ['From the jug, turning, in one go', 'Handles drop: hold them up'],
      },
    },
    {
      when: { way: 'pour' },
      step: 'outside-only',
      set: {
        name: 'Pour the outside',
        words: ['From the jug, turning, in one go', 'Handles drop: hold them up'],
      },
    },
  ],
};
