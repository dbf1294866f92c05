import { about, water, type Need, type Remedy, type Technique } from '../technique/technique.ts';

const MINUTE_S = 60;

const matteFirst = (pass?: 'later'): Need => ({
  kind: 'sign',
  sign: 'matte',
  of: pass ? '@before' : 'coat',
  side: 'after',
  ...(pass && { pass }),
});

const coatRemedies: Remedy[] = [
  { when: 'too-wet', sign: 'the brush drags and the slip slides', say: 'Let it dry on.' },
  {
    when: 'too-dry',
    sign: 'the coat flakes later',
    say: 'Wet the wall a little and coat thinly, or leave this one plain.',
  },
];

/** Sgraffito as pieces had it before they had layers. It does not change any more. */
export const sgraffitoFirst: Technique = {
  id: 'sgraffito',
  rev: '1',
  name: 'Sgraffito',
  gives:
    'A coat on the leather-hard wall, cut away down to the clay while wall and coat are firm and still damp.',
  tools: [],
  choices: [
    {
      id: 'ground',
      question: 'What do you coat with?',
      usual: 'engobe',
      schools: [
        { id: 'engobe', name: 'Engobe or slip', difference: 'three thin coats' },
        { id: 'underglaze', name: 'Underglaze', difference: 'two coats, on a slightly drier wall' },
      ],
    },
    {
      id: 'burrs',
      question: 'How do you take off burrs?',
      usual: 'dry',
      schools: [
        { id: 'dry', name: 'Dry brush, light abrasion', difference: 'crisp, dusty' },
        { id: 'sponge', name: 'Damp sponge', difference: 'softer edges, hardly any dust' },
      ],
    },
  ],
  steps: [
    {
      key: 'coat',
      name: 'Coat',
      verb: 'Log coat',
      effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: about(0.00015), share: about(1) }],
      needs: [
        { ...water('skin', 62, 84), pass: 'first' },
        { ...water('mean', 55, 92), pass: 'later' },
        matteFirst('later'),
      ],
      takesS: about(5 * MINUTE_S),
      repeat: { least: 3, usual: 3, most: 3 },
      look: ['The last coat has lost its shine', 'Clay that shows through now shows for good'],
      words: [
        'Shake the water out of the brush before it goes into the slip',
        'Wide soft hair, long strokes, one direction',
        'Stop short of foot and rim where glaze or shelf wants bare clay',
      ],
      remedies: coatRemedies,
      hazards: ['toxic-colour'],
    },
    {
      key: 'sketch',
      optional: true,
      name: 'Sketch the design',
      verb: 'Log sketch',
      effects: [{ does: 'none' }],
      needs: [water('mean', 48, 80), matteFirst()],
      takesS: about(15 * MINUTE_S),
      look: [],
      words: [
        'Draw with wood: a wooden line can be rubbed away, a metal one stays',
        'Keep the hand on a bridge, off the coat',
      ],
      remedies: [
        { when: 'too-wet', sign: 'the point digs in', say: 'Let it dry on.' },
        { when: 'too-dry', sign: 'lines barely show', say: 'Carve without it, freehand.' },
      ],
      hazards: [],
    },
    {
      key: 'carve',
      name: 'Carve',
      verb: 'Log carving',
      effects: [{ does: 'cut', depthM: about(0.0004), share: about(0.3) }],
      needs: [water('skin', 48, 68), matteFirst()],
      takesS: about(60 * MINUTE_S),
      look: [],
      words: [
        'Lines first, grounds after',
        'Through the coat, hardly into the clay',
        'Let crumbs lie until they are dry: moist ones smear under the brush',
      ],
      remedies: [
        { when: 'too-wet', sign: 'burrs rise and edges pop', say: 'Let it dry on.' },
        {
          when: 'too-dry',
          sign: 'lines chip',
          say: 'Mist it and go on once the shine is gone again; it will not be as crisp.',
          effects: [{ does: 'film', kgM2: about(0.03), share: about(1) }],
          then: 'matte',
        },
      ],
      hazards: [],
    },
    {
      key: 'burrs',
      name: 'Brush off crumbs and burrs',
      verb: 'Log burrs cleared',
      effects: [{ does: 'none' }],
      needs: [water('skin', null, 6)],
      takesS: about(15 * MINUTE_S),
      look: [],
      words: [
        'Begin with a soft dry brush',
        'What still stands up gets a touch of fine abrasion, burrs alone',
        'Catch the dust as it falls',
      ],
      remedies: [{ when: 'too-wet', sign: 'crumbs smear into the coat', say: 'Wait until it is bone dry.' }],
      hazards: ['silica-dust', 'toxic-colour'],
    },
    {
      key: 'bisque',
      shared: 'load',
      name: 'Load for bisque',
      verb: 'Log loaded',
      effects: [{ does: 'none' }],
      needs: [{ kind: 'kiln-dry', wettestX: 0.015 }],
      takesS: about(10 * MINUTE_S),
      look: [],
      words: [
        'What counts is the middle of the wall: its skin dries long before',
        'After damp weather let the kiln idle under 100 °C first',
      ],
      remedies: [
        {
          when: 'too-wet',
          sign: 'steam bursts the ware',
          say: 'Leave it open in a warm room, or candle it.',
        },
      ],
      hazards: ['steam'],
    },
  ],
  patches: [
    {
      when: { ground: 'underglaze' },
      step: 'coat',
      set: {
        repeat: { least: 2, usual: 2, most: 2 },
        needs: [
          { ...water('skin', 55, 80), pass: 'first' },
          { ...water('mean', 55, 92), pass: 'later' },
          matteFirst('later'),
        ],
      },
    },
    {
      when: { burrs: 'sponge' },
      step: 'burrs',
      set: {
        name: 'Soften burrs with a damp sponge',
        words: [
          'Take loose crumbs off with a soft brush',
          'Pass a sponge wrung nearly dry along the edges',
          'Nothing is abraded dry',
        ],
      },
    },
  ],
};
