import { toBisque } from '../technique/kiln.ts';
import { cut, from, step, tooDry, tooWet, underCloth } from '../technique/step.ts';
import type { HazardId } from '../hazard/hazard.ts';
import { water, type Patch, type Technique } from '../technique/technique.ts';

const joins = ['Score both, slip, press home with small shifts', 'Until a bead shows all round'];
const joinsWrong = [tooWet('it sags', 'Let both stiffen.'), ...underCloth('it cracks off later')];

/** How another joining fluid is used, at each step that joins. */
const fluidWords = (fluid: string, words: string, hazards: HazardId[] = []): Patch[] =>
  ['join-edges', 'join-handle', 'join-foot'].map((of) => ({
    when: { fluid },
    step: of,
    set: {
      words: ['Score both', words, 'Press home with small shifts, until a bead shows all round'],
      ...(hazards.length > 0 && { hazards }),
    },
  }));

/** What is done to the piece itself between its layers: turned, joined, named. */
export const shaping: Technique = {
  id: 'shaping',
  rev: '1',
  name: 'Turn, join, name',
  gives: 'The foot turned, handles joined, code and name cut in, each in its window.',
  tools: ['Turning tool', 'Needle', 'Joining slip'],
  choices: [
    {
      id: 'foot',
      question: 'Is the foot turned?',
      usual: 'turned',
      schools: [
        { id: 'turned', name: 'Turned', difference: 'at leather-hard' },
        { id: 'as-is', name: 'Left as it is', difference: 'wiped only' },
      ],
    },
    {
      id: 'join',
      question: 'What is joined on?',
      usual: 'nothing',
      schools: [
        { id: 'nothing', name: 'Nothing', difference: 'one piece' },
        { id: 'handle', name: 'A handle', difference: 'soft leather-hard and alike, after turning' },
        { id: 'foot', name: 'A foot ring', difference: 'made apart' },
        { id: 'edges', name: 'Its own cut edges', difference: 'a slab becomes a pot' },
      ],
    },
    {
      id: 'fluid',
      only: { join: 'handle|foot|edges' },
      question: 'What do you join with?',
      usual: 'thin-slip',
      schools: [
        { id: 'thin-slip', name: 'Joining slip, thin', difference: 'runs into the scoring' },
        { id: 'thick-slip', name: 'Joining slip, thick', difference: 'pours like custard, fills gaps' },
        {
          id: 'silicate',
          name: 'Silicate solution',
          difference: 'hardly any water; alkaline, never to smooth with',
        },
        { id: 'vinegar', name: 'White vinegar', difference: 'at least half strength, as a stand-in' },
      ],
    },
  ],
  steps: [
    step('wire', 'Wire it off the wheel', 'wired off', {
      optional: true,
      reach: 'piece',
      needs: [water('mean', 70, null)],
      words: ['One pull, the wire flat on the bat', 'What was printed or banded is done before'],
    }),
    step('turn', 'Turn the foot', 'foot turned', {
      only: { foot: 'turned' },
      reach: 'piece',
      centred: true,
      minutes: 10,
      effects: [cut(from(1, 2, 5), from(0.05, 0.2, 0.4))],
      needs: [water('mean', 56, 80)],
      words: [
        'Trimmings come off in long ribbons',
        'Not through a print or a silicate band: below it',
        'Plain trimmings to reclaim, coloured ones to their bin',
      ],
      look: ['The floor is as thick as the wall'],
      remedies: [
        tooWet('the tool sticks and it gives', 'Wait.'),
        tooDry('it comes off as dust', 'Mist the foot, wait an hour under film.'),
      ],
      hazards: ['mains'],
    }),
    step('cut-slab', 'Cut the slab to size', 'slab cut', {
      only: { join: 'edges' },
      minutes: 5,
      needs: [water('mean', 68, 88)],
      words: [
        'Soft leather-hard, with a knife held at the angle of the joint',
        'Where a blunt rim is wanted, score it and break it',
      ],
      remedies: underCloth('it breaks beside the cut'),
    }),
    step('join-edges', 'Join the cut edges', 'edges joined', {
      only: { join: 'edges' },
      reach: 'piece',
      minutes: 15,
      effects: [{ does: 'shape' }],
      needs: [water('mean', 68, 88)],
      words: [...joins, 'Only the cut edges: a printed face does not hold'],
      look: ['The bead runs along the whole seam'],
      remedies: joinsWrong,
    }),
    step('bead', 'Clean the bead off', 'bead cleaned', {
      only: { join: 'edges' },
      optional: true,
      minutes: 3,
      needs: [water('mean', 56, 88)],
      words: [
        'Or leave it as it came out: both are done',
        'A dry brush or a wooden point, never across the face',
      ],
    }),
    ...(['handle', 'foot'] as const).map((part) =>
      step(`join-${part}`, part === 'handle' ? 'Join the handle' : 'Join the foot ring', 'joined', {
        only: { join: part },
        reach: 'piece',
        minutes: 5,
        effects: [{ does: 'join', part, use: 'joining' }],
        needs: [
          water('mean', 68, 88),
          { ...water('mean', 68, 88), part },
          { kind: 'together', with: part, within: 8 },
        ],
        words: joins,
        look: ['It hangs true'],
        remedies: joinsWrong,
      }),
    ),
    step('code', 'Cut code and name in', 'code cut', {
      optional: true,
      minutes: 2,
      needs: [water('mean', 46, 80)],
      words: ['By stiff leather-hard', 'Nothing is carried bone dry without being wrapped'],
    }),
    ...toBisque,
  ],
  patches: [
    ...fluidWords('thick-slip', 'Thick as custard, a brush full on both sides'),
    ...fluidWords('vinegar', 'Vinegar at least half strength, brushed on twice until it softens'),
    ...fluidWords('silicate', 'A brush of silicate solution; never smooth a face with it', ['alkali']),
  ],
};
