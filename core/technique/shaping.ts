import { toBisque } from './kiln.ts';
import { cut, from, step, tooDry, tooWet } from './step.ts';
import { water, type Technique } from './technique.ts';

/** What is done to the piece itself between its layers: turned, joined, named. */
export const shaping: Technique = {
  id: 'shaping',
  rev: '1',
  name: 'Turn, join, name',
  gives: 'The foot turned, handles joined, code and name cut in, each in its window.',
  tools: ['Turning tool', 'Needle', 'Joining slip'],
  choices: [
    {
      id: 'join',
      question: 'What is joined on?',
      usual: 'nothing',
      schools: [
        { id: 'nothing', name: 'Nothing', difference: 'one piece' },
        { id: 'handle', name: 'A handle', difference: 'both soft leather-hard, alike' },
        { id: 'foot', name: 'A foot ring', difference: 'made apart' },
      ],
    },
    {
      id: 'foot',
      question: 'Is the foot turned?',
      usual: 'turned',
      schools: [
        { id: 'turned', name: 'Turned', difference: 'at leather-hard' },
        { id: 'as-is', name: 'Left as it is', difference: 'wiped only' },
      ],
    },
  ],
  steps: [
    ...(['handle', 'foot'] as const).map((part) =>
      step(`join-${part}`, part === 'handle' ? 'Join the handle' : 'Join the foot ring', 'joined', {
        only: { join: part },
        minutes: 5,
        effects: [{ does: 'join', part }],
        needs: [
          water('mean', 68, 88),
          { ...water('mean', 68, 88), part },
          { kind: 'together', with: part, within: 8 },
        ],
        words: ['Score both, slip, press home with small shifts', 'Until a bead shows all round'],
        look: ['It hangs true'],
        remedies: [
          tooWet('it sags', 'Let both stiffen.'),
          tooDry('it cracks off later', 'Past joining: make it anew, or leave it without.'),
        ],
      }),
    ),
    step('turn', 'Turn the foot', 'foot turned', {
      only: { foot: 'turned' },
      minutes: 10,
      effects: [cut(from(1, 2, 5), from(0.05, 0.2, 0.4))],
      needs: [water('mean', 55, 70)],
      words: ['Trimmings come off in long ribbons', 'Plain trimmings to reclaim, coloured ones to their bin'],
      look: ['The floor is as thick as the wall'],
      remedies: [
        tooWet('the tool sticks and it gives', 'Wait.'),
        tooDry('it comes off as dust', 'Mist the foot, wait an hour under film.'),
      ],
      hazards: ['mains'],
    }),
    step('code', 'Cut code and name in', 'code cut', {
      optional: true,
      minutes: 2,
      needs: [water('mean', 46, 80)],
      words: ['By stiff leather-hard', 'Nothing is carried bone dry without being wrapped'],
    }),
    ...toBisque,
  ],
  patches: [],
};
