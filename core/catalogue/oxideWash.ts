import { glazed, toBisque } from '../technique/kiln.ts';
import { about, water, type Step, type Technique } from '../technique/technique.ts';

const MINUTE_S = 60;

const brush = (school: 'bisque' | 'bone-dry'): Step => ({
  key: `brush-${school}`,
  only: { on: school },
  name: 'Brush the wash on',
  verb: 'Log wash brushed on',
  effects: [
    {
      does: 'wash',
      use: 'wash',
      kgM2: { usual: 0.1, least: 0.02, most: 0.3 },
      share: { usual: 1, least: 0.05, most: 1 },
    },
  ],
  needs:
    school === 'bisque'
      ? [
          { kind: 'fired', state: ['bisque'] },
          { kind: 'seen', what: 'damp, not wet', of: 'damp', usual: about(MINUTE_S) },
        ]
      : [water('skin', null, 6)],
  takesS: about(5 * MINUTE_S),
  look: ['Recesses are dark, nothing runs'],
  words: ['Stir each time: it settles at once', 'Thin, into the recesses', 'Gloves on'],
  remedies: [
    {
      when: 'seen',
      sign: 'the bisque drinks at once and the brush skips',
      say: 'Stop, dampen it, go on.',
      ...(school === 'bisque' && { redo: 'damp' }),
    },
  ],
  hazards: ['toxic-colour'],
});

/** Oxide in water, brushed into the texture of bisque and wiped back. */
export const oxideWash: Technique = {
  id: 'oxide-wash',
  rev: '1',
  name: 'Oxide wash',
  gives: 'Dark recesses and bare heights: it draws out every mark of the wall.',
  tools: ['Soft brush', 'Two sponges', 'Settling bucket', 'Gloves'],
  choices: [
    {
      id: 'on',
      question: 'On what?',
      usual: 'bisque',
      schools: [
        { id: 'bisque', name: 'Bisque', difference: 'it can be wiped back and taken further' },
        { id: 'bone-dry', name: 'Bone-dry clay', difference: 'lightly, one firing less; it cannot be wiped' },
      ],
    },
  ],
  steps: [
    {
      key: 'texture',
      optional: true,
      name: 'Open the texture',
      verb: 'Log texture scraped',
      effects: [{ does: 'cut', depthM: about(0.0003), share: about(0.5) }],
      needs: [water('skin', 46, 68)],
      takesS: about(5 * MINUTE_S),
      look: ['Grog is open'],
      words: ['Scrape with metal where the wash should hold', 'A compressed foot ring may stay bare'],
      remedies: [{ when: 'too-dry', sign: 'the scraper skips', say: 'Leave the texture as it is.' }],
      hazards: [],
    },
    brush('bone-dry'),
    ...toBisque,
    {
      key: 'damp',
      only: { on: 'bisque' },
      name: 'Sponge the dust off and dampen',
      verb: 'Log dampened',
      effects: [{ does: 'none' }],
      needs: [{ kind: 'fired', state: ['bisque'] }],
      takesS: about(2 * MINUTE_S),
      repeat: { least: 1, usual: 1, most: 4 },
      look: ['Damp, not wet'],
      words: ['A wet sponge takes dust off and slows the drinking'],
      remedies: [],
      hazards: [],
    },
    brush('bisque'),
    {
      key: 'wipe',
      only: { on: 'bisque' },
      name: 'Wipe back',
      verb: 'Log wiped back',
      effects: [{ does: 'wipe', share: about(0.7) }],
      needs: [
        { kind: 'fired', state: ['bisque'] },
        {
          kind: 'seen',
          what: 'nothing is wet',
          of: 'brush-bisque',
          usual: { usual: 600, least: 300, most: 1200 },
        },
      ],
      takesS: about(10 * MINUTE_S),
      look: ['Heights are clean, recesses dark'],
      words: [
        'A wrung sponge, small areas, rinsed often',
        'Along or across the marks gives another picture',
        'Rinse water to the settling bucket, never the drain',
      ],
      remedies: [
        { when: 'seen', sign: 'wiped out of the recesses', say: 'Brush on more.', redo: 'brush-bisque' },
      ],
      hazards: ['toxic-colour'],
    },
    {
      key: 'finish',
      only: { on: 'bisque' },
      optional: true,
      name: 'Finish with a dry cloth',
      verb: 'Log finished with the cloth',
      effects: [{ does: 'wipe', share: about(0.1) }],
      needs: [{ kind: 'fired', state: ['bisque'] }],
      takesS: about(5 * MINUTE_S),
      look: ['Stop early: more can come off later'],
      words: ['Nearly dry cloth, in circles'],
      remedies: [],
      hazards: ['toxic-colour'],
    },
    ...glazed,
  ],
  patches: [],
};
