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
            'Load the brush with slip, not water',
            'A wide soft brush lays flat coats',
            'Leave the foot and the rim edge as the glaze plan wants',
          ]
        : ['Only on a coat that has gone matte', 'Look for clay showing through: it shows after firing too'],
    tooWet: 'the brush drags and the slip slides',
    tooDry: 'the coat flakes later',
    remedy: 'Dampen the wall lightly and lay the coat thin, or keep this piece plain.',
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
  how: ['Use a wooden point: its lines rub out, where metal scars', 'Never rest a hand on the coat'],
  tooWet: 'the point digs in',
  tooDry: 'lines barely show',
  remedy: 'Skip the sketch and carve freehand.',
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
    'Outline first, then clear the backgrounds',
    'Cut just through the coat',
    'Leave the crumbs: brushed while moist they smear',
  ],
  tooWet: 'burrs rise and edges pop',
  tooDry: 'lines chip',
  remedy: 'Mist the surface, wait until it is matte again, then go on: second best.',
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
  how: ['Soft dry brush first', 'Then very light abrasion on burrs only', 'Collect every bit of dust'],
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
    'Lift loose crumbs with a soft brush',
    'Soften edges with a well wrung sponge',
    'No dry abrasion at all',
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
    'Judged on the core of the wall, not its skin',
    'In a damp room even a balanced wall may need candling',
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
    'Coat the leather-hard wall, carve through the coat to the clay while both are still firm and damp.',
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
