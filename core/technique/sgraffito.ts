import type { Step, Technique } from './technique.ts';

const MINUTE_S = 60;

/** Under a tight cover a coat may keep its shine for long. Common practice, no source. */
const MATTE_WAIT_S = 20 * MINUTE_S;

function coats(ground: string): Step[] {
  const underglaze = ground === 'underglaze';
  const count = underglaze ? 2 : 3;
  return Array.from({ length: count }, (_, i) => ({
    id: `coat-${i + 1}`,
    name: `Coat ${i + 1} of ${count}`,
    verb: `Log coat ${i + 1}`,
    does: 'coat',
    window:
      i === 0
        ? underglaze
          ? { reading: 'outer', wettest: 80, driest: 55 }
          : { reading: 'outer', wettest: 84, driest: 62 }
        : { reading: 'mean', wettest: 92, driest: 55 },
    wait: i === 0 ? null : { sign: 'matte', longestS: MATTE_WAIT_S },
    takesS: 5 * MINUTE_S,
    how:
      i === 0
        ? [
            'Shake the water out of the brush before it goes into the slip',
            'Wide soft hair, long strokes, one direction',
            'Stop short of foot and rim where glaze or shelf wants bare clay',
          ]
        : [
            'Not before the last coat has lost its shine',
            'Hold it to the light: clay that shows through now shows for good',
          ],
    tooWet: 'the brush drags and the slip slides',
    tooDry: 'the coat flakes later',
    remedy: 'Wet the wall a little and coat thinly, or leave this one plain.',
    hazards: ['toxic-colour'],
    optional: false,
  }));
}

const sketch: Step = {
  id: 'sketch',
  name: 'Sketch the design',
  verb: 'Log sketch',
  does: 'work',
  window: { reading: 'mean', wettest: 80, driest: 48 },
  wait: { sign: 'matte', longestS: MATTE_WAIT_S },
  takesS: 15 * MINUTE_S,
  how: [
    'Draw with wood: a wooden line can be rubbed away, a metal one stays',
    'Keep the hand on a bridge, off the coat',
  ],
  tooWet: 'the point digs in',
  tooDry: 'lines barely show',
  remedy: 'Carve without it, freehand.',
  hazards: [],
  optional: true,
};

const carve: Step = {
  id: 'carve',
  name: 'Carve',
  verb: 'Log carving',
  does: 'work',
  window: { reading: 'outer', wettest: 68, driest: 48 },
  wait: { sign: 'matte', longestS: MATTE_WAIT_S },
  takesS: 60 * MINUTE_S,
  how: [
    'Lines first, grounds after',
    'Through the coat, hardly into the clay',
    'Let crumbs lie until they are dry: moist ones smear under the brush',
  ],
  tooWet: 'burrs rise and edges pop',
  tooDry: 'lines chip',
  remedy: 'Mist it and go on once the shine is gone again; it will not be as crisp.',
  hazards: [],
  optional: false,
};

const dryBurrs: Step = {
  id: 'burrs',
  name: 'Brush off crumbs and burrs',
  verb: 'Log burrs cleared',
  does: 'work',
  window: { reading: 'outer', wettest: 6, driest: null },
  wait: null,
  takesS: 15 * MINUTE_S,
  how: [
    'Begin with a soft dry brush',
    'What still stands up gets a touch of fine abrasion, burrs alone',
    'Catch the dust as it falls',
  ],
  tooWet: 'crumbs smear into the coat',
  tooDry: '',
  remedy: '',
  hazards: ['silica-dust', 'toxic-colour'],
  optional: false,
};

const spongedBurrs: Step = {
  ...dryBurrs,
  name: 'Soften burrs with a damp sponge',
  how: [
    'Take loose crumbs off with a soft brush',
    'Pass a sponge wrung nearly dry along the edges',
    'Nothing is abraded dry',
  ],
};

const loadBisque: Step = {
  id: 'bisque',
  name: 'Load for bisque',
  verb: 'Log loaded',
  does: 'work',
  window: { reading: 'core', wettestX: 0.015 },
  wait: null,
  takesS: 10 * MINUTE_S,
  how: [
    'What counts is the middle of the wall: its skin dries long before',
    'After damp weather let the kiln idle under 100 °C first',
  ],
  tooWet: 'steam bursts the ware',
  tooDry: '',
  remedy: '',
  hazards: ['steam'],
  optional: false,
};

export const sgraffito: Technique = {
  id: 'sgraffito',
  name: 'Sgraffito',
  summary:
    'A coat on the leather-hard wall, cut away down to the clay while wall and coat are firm and still damp.',
  choices: [
    {
      id: 'ground',
      question: 'What do you coat with?',
      schools: [
        { id: 'engobe', name: 'Engobe or slip', difference: 'three thin coats' },
        { id: 'underglaze', name: 'Underglaze', difference: 'two coats, on a slightly drier wall' },
      ],
    },
    {
      id: 'burrs',
      question: 'How do you take off burrs?',
      schools: [
        { id: 'dry', name: 'Dry brush, light abrasion', difference: 'crisp, dusty' },
        { id: 'sponge', name: 'Damp sponge', difference: 'softer edges, hardly any dust' },
      ],
    },
  ],
  coat: { thicknessM: 0.00015, specificGravity: 1.38 },
  steps: (schools) => [
    ...coats(schools['ground'] ?? 'engobe'),
    sketch,
    carve,
    schools['burrs'] === 'sponge' ? spongedBurrs : dryBurrs,
    loadBisque,
  ],
};
