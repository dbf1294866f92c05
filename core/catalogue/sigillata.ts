import { brushedClean, toLowBisque } from '../technique/kiln.ts';
import { coat, coatsWithin, firstThen, shows, step, tooDry, tooWet, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** The finest of a slip, in thin coats, burnished. */
export const sigillata: Technique = {
  id: 'sigillata',
  rev: '1',
  name: 'Terra sigillata',
  gives: 'A silky shine without a glaze, bright where it is fired low.',
  tools: ['Soft wide brush', 'Chamois or thin film', 'Soft sponge', 'Back of a spoon for bone-dry ware'],
  choices: [
    {
      id: 'on',
      question: 'On which clay?',
      usual: 'leather',
      schools: [
        { id: 'leather', name: 'Leather-hard', difference: 'both shrink together, it bonds' },
        { id: 'dry', name: 'Bone dry', difference: 'nothing left to shrink; dusty' },
      ],
    },
    {
      id: 'tool',
      question: 'What do you burnish with?',
      usual: 'chamois',
      schools: [
        { id: 'chamois', name: 'Chamois', difference: 'soft shine, no lines' },
        { id: 'film', name: 'Thin film over a finger', difference: 'high shine on small forms' },
        { id: 'spoon', name: 'Back of a spoon', difference: 'on bone dry; leaves lines on leather-hard' },
      ],
    },
  ],
  steps: [
    step('press', 'Press the grit in with a metal rib', 'grit pressed in', {
      optional: true,
      minutes: 5,
      needs: [water('skin', 50, 65)],
      words: ['When turning, on a gritty body'],
    }),
    ...(['leather', 'dry'] as const).flatMap((on) => [
      step(`coat-${on}`, 'Coat thinly', 'coat', {
        only: { on },
        minutes: 3,
        effects: [coat('sigillata', 0.05)],
        needs:
          on === 'leather'
            ? coatsWithin(50, 70, 'print-free')
            : firstThen([water('skin', null, 6)], [shows('print-free', '@before')]),
        repeat: { least: 2, usual: 2, most: 3, each: 'zone' },
        words: [
          'A soft brush, hardly any pressure',
          'No drips, no hairs: they show',
          ...(on === 'leather' ? ['The first coat looks streaky: that is usual, the second closes it'] : []),
        ],
        look: ['The shine of each coat is gone before the next'],
        remedies: [
          tooWet('it slides', 'Wait for a firmer wall.'),
          ...(on === 'leather' ? [tooDry('the brush drags', 'Wait until bone dry and coat then.')] : []),
          wrong('it peels', 'Too thick: wash it off, thinner coats.'),
        ],
        hazards: on === 'dry' ? ['silica-dust' as const] : [],
      }),
      step(`sponge-${on}`, 'Go over it with a soft sponge', 'sponged over', {
        only: { on },
        optional: true,
        minutes: 3,
        needs: [shows('print-free', `coat-${on}`)],
        words: ['Dry and soft, first of all: it takes sand off', 'It comes away clean, or wait'],
      }),
      step(`burnish-${on}`, 'Burnish until it shines', 'burnished', {
        only: { on },
        minutes: 12,
        effects: [{ does: 'burnish', share: { usual: 1 } }],
        needs:
          on === 'leather'
            ? [shows('print-free', 'coat-leather'), water('skin', 45, 62)]
            : [shows('touch-dry', 'coat-dry')],
        words: ['One direction only', 'The tool comes away clean, or wait'],
        look: ['No print where it was touched'],
        remedies: [
          tooWet('the tool picks it up', 'Wait: a minute or two.'),
          wrong('it is dull', 'Sand shows through: another coat, or a softer tool.'),
          ...(on === 'leather' ? [tooDry('it scratches', 'Burnish once more near bone dry, with oil.')] : []),
        ],
      }),
    ]),
    step('oil', 'Oil lightly, burnish again', 'oiled and burnished', {
      optional: true,
      minutes: 5,
      effects: [{ does: 'burnish', share: { usual: 1 } }],
      needs: [water('skin', 6, 30)],
      words: ['A trace on the cloth, no more'],
    }),
    brushedClean({
      words: ['Unused soft cloth: grit dulls it', 'Wrap it in unused film where it waits'],
    }),
    ...toLowBisque,
  ],
  patches: [],
};
