import { about, water, type Step } from './technique.ts';

const MINUTE_S = 60;
const HOUR_S = 3600;

/** A bisque commonly blocks a kiln two days. Common practice, no source. */
const FIRING_S = 48 * HOUR_S;

/** Water that may be left in the core of a piece that is loaded, kg/kg. From memory. */
export const KILN_DRY_X = 0.015;

/** From the last look at the bone-dry piece to the bisque. */
export const toBisque: Step[] = [
  {
    key: 'load',
    shared: 'load',
    name: 'Load for bisque',
    verb: 'Log loaded',
    effects: [{ does: 'none' }],
    needs: [{ kind: 'kiln-dry', wettestX: KILN_DRY_X }],
    takesS: about(10 * MINUTE_S),
    look: ['No cold spot against the cheek'],
    words: [
      'What counts is the middle of the wall: its skin dries long before',
      'After damp weather let the kiln idle under 100 °C first',
      'Vitreous bodies stand on a thin layer of alumina or wash; stacked posts do not rock',
    ],
    remedies: [
      {
        when: 'too-wet',
        sign: 'steam bursts the ware',
        say: 'Leave it open in a warm room, or hold the kiln under 100 °C until it is dry.',
      },
    ],
    hazards: ['steam'],
  },
  {
    key: 'bisque',
    shared: 'bisque',
    name: 'Unload the bisque',
    verb: 'Log bisque unloaded',
    effects: [{ does: 'fire', cone: '04', to: 'bisque' }],
    needs: [{ kind: 'seen', what: 'the kiln is cold', of: 'load', usual: about(FIRING_S) }],
    takesS: about(10 * MINUTE_S),
    look: ['It rings when tapped'],
    words: ['Not before the kiln is cool enough for bare hands', 'Keep hands and dust off it'],
    remedies: [],
    hazards: ['kiln'],
  },
];

/** The way to a bisque so low that a burnish keeps its shine. */
export const toLowBisque: Step[] = toBisque.map((step) =>
  step.shared === 'bisque'
    ? {
        ...step,
        effects: [{ does: 'fire', cone: '010', to: 'bisque' }],
        words: ['Cone 010 to 08 keeps the shine; by cone 02 it is dull', 'Keep grit and dust off it'],
      }
    : step,
);

/** Clay dust is brushed off bone dry, in whatever way. */
export const brushedClean = (more: Partial<Step> = {}): Step => ({
  key: 'clean',
  shared: 'clean',
  name: 'Brush it clean',
  verb: 'Log brushed clean',
  effects: [{ does: 'none' }],
  needs: [water('core', null, 6)],
  takesS: about(5 * MINUTE_S),
  look: ['Grooves are empty'],
  words: ['A soft dry brush, a ball-ended point for grooves', 'Catch the dust as it falls'],
  remedies: [{ when: 'too-wet', sign: 'crumbs smear into the coat', say: 'Wait until it is bone dry.' }],
  hazards: ['silica-dust', 'toxic-colour'],
  guarded: {
    name: 'Wipe it clean',
    verb: 'Log wiped clean',
    words: ['A barely damp sponge, rinsed at each stroke: no dust rises', 'Not over grooves: they smear'],
    hazards: ['toxic-colour'],
  },
  ...more,
});

/** Glazing and the glost firing, for those who glaze. */
export const glazed: Step[] = [
  {
    key: 'glaze',
    shared: 'glaze',
    optional: true,
    name: 'Glaze',
    verb: 'Log glazed',
    // common practice: six seconds inside, the slip three to four alone, then the whole about two
    effects: [
      { does: 'glaze', on: 'inside', seconds: { usual: 6, least: 4, most: 8 } },
      { does: 'glaze', on: 'slip', seconds: { usual: 3, least: 0, most: 4 } },
      { does: 'glaze', on: 'outside', seconds: { usual: 2, least: 1, most: 3 } },
    ],
    needs: [{ kind: 'fired', state: ['bisque'] }],
    takesS: about(15 * MINUTE_S),
    look: ['Feet and rims are as the shelf wants them'],
    words: [
      'Rinse the dust off and let it dry; wax the foot',
      'Pour the inside; longer over slip, a print never above three seconds',
      'Where two coats meet they run; sponge off what crept over the wax',
    ],
    remedies: [{ when: 'seen', sign: 'the glaze crawls', say: 'Wash it off, let it dry, glaze it again.' }],
    hazards: [],
  },
  {
    key: 'glost',
    shared: 'glost',
    optional: true,
    name: 'Unload the glaze firing',
    verb: 'Log glaze firing unloaded',
    effects: [{ does: 'fire', cone: '6', to: 'glazed' }],
    needs: [{ kind: 'seen', what: 'the kiln is cold', of: 'glaze', usual: about(FIRING_S) }],
    takesS: about(10 * MINUTE_S),
    look: ['Run a nail over lines and edges'],
    words: ['Not before the kiln is cool enough for bare hands'],
    remedies: [],
    hazards: ['kiln', 'sharp'],
  },
];
