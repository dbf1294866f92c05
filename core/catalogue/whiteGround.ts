import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, cut, dampened, from, shows, step, tooDry, tooWet } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** A thick pale ground over a coarse body. */
export const whiteGround: Technique = {
  id: 'white-ground',
  rev: '1',
  name: 'White ground on a coarse body',
  gives: 'A pale smooth face on a sanded clay, thick enough to glaze as if it were white.',
  tools: ['Metal rib', 'Wide brush', 'Two boards, or a second pair of hands'],
  choices: [],
  steps: [
    step('press', 'Press the grit in with a rib', 'grit pressed in', {
      minutes: 10,
      needs: [water('skin', 50, 62)],
      words: ['Both hands, the whole inside', 'Large pieces stood days under thin film before this'],
      remedies: [
        tooWet('the rib drags grit out', 'Let it stiffen.'),
        tooDry('the rib polishes and skips', 'Dampen the face and press at once.', {
          reaches: { driest: 46 },
        }),
      ],
    }),
    step('ground', 'Brush the ground on', 'ground brushed', {
      face: 'inside',
      minutes: 10,
      effects: [coat('white-ground', 0.6)],
      needs: [water('skin', 55, 68)],
      words: [
        'As thick as set yoghurt',
        'Two directions, few marks',
        'Damp, the wall draws it in: that is the bond',
      ],
      remedies: [dampened(48)],
    }),
    step('trim', 'Trim the outside meanwhile', 'outside trimmed', {
      optional: true,
      minutes: 20,
      effects: [cut(from(1, 2, 4), from(0.1, 0.2, 0.5))],
      needs: [water('mean', 46, 66)],
      words: ['While the inside dries'],
      hazards: ['mains'],
    }),
    step('flip', 'Flip it in one turn', 'flipped', {
      reach: 'piece',
      minutes: 2,
      effects: [{ does: 'stand', stand: 'rack' }],
      needs: [shows('matte', 'ground')],
      words: ['Between boards, two people, without stopping'],
      hazards: ['heavy-ware'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
