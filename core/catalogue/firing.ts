import { glazed, toBisque } from '../technique/kiln.ts';
import { colours, film, from, seen, step, tooWet, wrong } from '../technique/step.ts';
import { water, type SharedStep, type Step, type Technique } from '../technique/technique.ts';

/** Minutes. */
const HOURS = 60;

/** A step of the usual way, with what a way of firing does otherwise. */
const usual = (shared: SharedStep, more: Partial<Step> = {}): Step => {
  const { optional: _left, ...of } = [...toBisque, ...glazed].find((known) => known.shared === shared)!;
  return { ...of, ...more };
};

/** The way to the kiln and back, in place of what each technique has by itself. */
export const firing: Technique = {
  id: 'firing',
  rev: '1',
  name: 'Way to the kiln',
  gives: 'How the piece is fired: twice, once, unglazed, low in smoke, or again.',
  tools: ['Cones', 'Sponge', 'Wax for the foot', 'Tongs for the smoke firing'],
  choices: [
    {
      id: 'way',
      question: 'How is it fired?',
      usual: 'twice',
      schools: [
        { id: 'twice', name: 'Bisque, then glaze', difference: 'the usual way' },
        { id: 'once', name: 'Once', difference: 'glazed bone dry; its water dries again; slow to 600 °C' },
        { id: 'unglazed', name: 'Unglazed', difference: 'one firing, bare outside' },
        {
          id: 'again',
          name: 'Again, as often as wanted',
          difference: 'a hard bisque, then more colour and glaze, fired each time',
        },
        {
          id: 'smoked',
          name: 'Low, in smoke',
          difference: 'bisque first, then 590 to 700 °C in smoke, outdoors, with trained people',
        },
      ],
    },
  ],
  finishes: true,
  steps: [
    step('raw-glaze', 'Glaze it bone dry', 'glazed raw', {
      only: { way: 'once' },
      shared: 'raw-glaze',
      minutes: 15,
      effects: [{ does: 'glaze', seconds: from(1, 2, 4) }, film(0.3)],
      needs: [water('core', null, 6)],
      words: ['Inside one day, outside the next, on a thin wall', 'Quickly: the glaze puts water back'],
      remedies: [
        tooWet('it is not bone dry', 'Leave it open in a warm room.'),
        wrong('cracks run from the rim', 'Too much water at once: let it dry, bin it if they stay.'),
      ],
    }),
    usual('load'),
    usual('bisque'),
    usual('glaze', { only: { way: 'twice' } }),
    usual('glost', { only: { way: 'twice' } }),
    usual('glaze', { key: 'glaze-first', only: { way: 'again' } }),
    usual('glost', {
      key: 'glost-first',
      only: { way: 'again' },
      needs: [seen('the kiln is cold', 'glaze-first', 48 * HOURS)],
    }),
    step('smoke', 'Smoke it', 'smoked', {
      only: { way: 'smoked' },
      minutes: 30,
      needs: [{ kind: 'fired', state: ['bisque'] }],
      words: [
        '590 to 700 °C at the surface: an infrared thermometer tells',
        'Too hot leaves no mark, too cool and it washes off',
        'Quenched hot, a wide mouth survives better; a narrow one blows steam: turn it away',
      ],
      look: ['The mark stays when it is wiped cold'],
      remedies: [
        wrong('no mark took', 'It was too hot: heat it again, a little less.'),
        wrong('the mark wipes off', 'It was too cool: heat it again, a little more.'),
      ],
      hazards: ['smoke'],
    }),
    step('more', 'More colour and glaze', 'more laid on', {
      only: { way: 'again' },
      optional: true,
      minutes: 15,
      needs: [{ kind: 'fired', state: ['bisque', 'glazed'] }],
      words: ['Warm the glazed ware, or a second glaze will not hold', 'Thinner than the first'],
      look: ['It is dry before it is loaded'],
      remedies: [wrong('it beads up', 'Warm it more; a little gum in the glaze.')],
      hazards: colours,
    }),
    step('again', 'Unload it again', 'firing again', {
      only: { way: 'again' },
      minutes: 10,
      repeat: { least: 1, usual: 1, most: 6, until: 'it is as wanted' },
      effects: [{ does: 'fire', cone: '04', to: 'glazed' }],
      needs: [{ kind: 'fired', state: ['bisque', 'glazed'] }],
      words: [
        'Hotter or cooler than the one before: each has its own cone, write it down',
        'Hotter, and what lies beneath moves again',
      ],
      look: ['Run a nail over lines and edges'],
      hazards: ['kiln', 'sharp'],
    }),
  ],
  patches: [
    {
      when: { way: 'once' },
      step: 'bisque',
      set: {
        name: 'Unload the one firing',
        effects: [{ does: 'fire', cone: '6', to: 'glazed' }],
        words: ['Slow to 600 °C', 'Not before the kiln is cool enough for bare hands'],
      },
    },
    {
      when: { way: 'again' },
      step: 'bisque',
      set: {
        effects: [{ does: 'fire', cone: '01', to: 'bisque' }],
        words: ['About 1120 °C: it drinks less glaze then', 'Keep hands and dust off it'],
      },
    },
    {
      when: { way: 'smoked' },
      step: 'bisque',
      set: {
        effects: [{ does: 'fire', cone: '010', to: 'bisque' }],
        words: ['Cone 010 to 08 keeps a burnish bright and lets the smoke in', 'Keep hands and dust off it'],
      },
    },
    {
      when: { way: 'unglazed' },
      step: 'bisque',
      set: {
        name: 'Unload the firing',
        effects: [{ does: 'fire', cone: '6', to: 'glazed' }],
        hazards: ['food'],
      },
    },
  ],
};
