import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { anyOf, film, seen, step, tooDry, tooWet, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** A resist painted on, and the bare clay around it wiped down. */
export const resist: Technique = {
  id: 'resist',
  rev: '1',
  name: 'Resist and water-etch',
  gives: 'A painted pattern left standing in low relief.',
  tools: ['Brush kept for the resist', 'Sponges', 'Bowl of water'],
  choices: [
    {
      id: 'resist',
      question: 'Which resist?',
      usual: 'wax',
      schools: [
        { id: 'wax', name: 'Wax emulsion', difference: 'stiff leather-hard or bone dry; burns out' },
        { id: 'shellac', name: 'Shellac', difference: 'bone dry only; sharp, deeper relief' },
      ],
    },
  ],
  steps: [
    step('paint', 'Paint the resist on', 'resist painted', {
      minutes: 10,
      effects: [{ does: 'wax', share: { usual: 0.5, least: 0.05, most: 0.95 } }],
      needs: [anyOf('skin', [46, 62], [null, 6])],
      words: ['Whole strokes: a gap is etched', 'Support bone-dry ware with both hands'],
      remedies: [
        tooWet('the wax does not take', 'Let it dry on.'),
        tooDry('it is between the two', 'Wait until bone dry.'),
      ],
      hazards: ['solvent'],
    }),
    step('wipe', 'Wipe the bare clay down', 'wiped down', {
      minutes: 15,
      effects: [
        { does: 'scrape', depthM: { usual: 0.0008, least: 0.0003, most: 0.0015 }, share: { usual: 0.5 } },
        film(0.1, 0.5),
      ],
      needs: [seen('the resist is dry', 'paint', 20)],
      repeat: { least: 1, usual: 2, most: 5, until: 'deep enough' },
      words: [
        'A wet sponge, rinsed often, small areas',
        'Each pass puts water back: rest a thin dry wall between them',
      ],
      look: ['Edges of the resist stand clear'],
      remedies: [wrong('hairlines in a dry wall', 'Too much water at once: stop, let it dry slowly.')],
      hazards: ['silica-dust'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { resist: 'shellac' },
      step: 'paint',
      set: {
        needs: [water('skin', null, 6)],
        words: [
          'Flammable: no torch near it',
          'Whole strokes: a gap is etched',
          'Support the dry piece with both hands',
        ],
      },
    },
  ],
};
