import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, colours, from, line, step, stillWet, tooDry, tooWet, wrong } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Colours laid and moved in a ground that still shines. */
export const wetInWet: Technique = {
  id: 'wet-in-wet',
  rev: '1',
  name: 'Wet in wet',
  gives: 'Colours that flow into one another: marbled, combed, feathered or branching.',
  tools: ['Two slips of the same flow', 'Bulb or jug', 'Comb or feather', 'Board to tilt on'],
  choices: [
    {
      id: 'move',
      question: 'How do you move it?',
      usual: 'comb',
      schools: [
        { id: 'comb', name: 'Combed or by finger', difference: 'clear strokes' },
        { id: 'feather', name: 'Feathered', difference: 'fine points drawn across lines' },
        { id: 'tilt', name: 'Marbled by tilting', difference: 'no tool, only the flow; stop early' },
        { id: 'branch', name: 'Branching drops', difference: 'an acid tea of oxide spreads by itself' },
      ],
    },
  ],
  steps: [
    step('ground', 'Pour the ground', 'ground poured', {
      minutes: 3,
      effects: [coat('poured-ground', 0.8)],
      needs: [water('skin', 62, 76)],
      words: ['The second colour stands ready beside you', 'A flat slab on its board may be softer'],
      look: ['It shines all over'],
      remedies: [
        tooWet('the wall slumps', 'Let it stiffen, or lay it on a board; one face a day.'),
        tooDry('the ground goes matte at once', 'Dampen it first, or choose brushed coats.'),
      ],
      hazards: colours,
    }),
    step('colour', 'Lay the second colour', 'second colour laid', {
      only: { move: 'comb|feather|tilt' },
      minutes: 3,
      effects: [line('trailing', from(0.5, 1, 2), from(0.1, 0.3, 0.5))],
      needs: [stillWet('ground')],
      words: ['Lines or dots, quickly', 'As thin as the ground, or it lies on top'],
      remedies: [wrong('the ground has gone matte', 'Stop: leave it as it is, or wash it all off.')],
      hazards: colours,
    }),
    step('move', 'Comb it', 'moved', {
      reach: 'face',
      minutes: 2,
      needs: [stillWet('ground')],
      words: ['Two passes, no more', 'Wipe the tool after each stroke'],
      look: ['The lines still differ'],
      remedies: [
        wrong('it does not flow', 'The ground has gone matte: stop.'),
        wrong('colours turn to mud', 'Too many passes: leave it.'),
      ],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { move: 'feather' },
      step: 'move',
      set: {
        name: 'Feather it',
        words: ['Draw the tip across the lines, one way, then the other', 'Wipe it each time'],
      },
    },
    {
      when: { move: 'tilt' },
      step: 'move',
      set: {
        name: 'Tilt and turn it',
        words: ['One slow turn, then let the rest run off', 'Stop while both colours show'],
      },
    },
    {
      when: { move: 'branch' },
      step: 'move',
      set: {
        name: 'Touch drops to it',
        words: [
          'Oxide in an acid liquid, one drop at a time',
          'It needs the acid, and branches by itself in a second or two',
        ],
        hazards: colours,
      },
    },
  ],
};
