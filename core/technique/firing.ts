import { glazed, toBisque } from './kiln.ts';
import { colours, film, from, seen, step, tooWet, wrong } from './step.ts';
import { water, type SharedStep, type Step, type Technique } from './technique.ts';

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
        { id: 'smoked', name: 'Low, in smoke', difference: 'outdoors, with trained people' },
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
      words: ['Cooler than the firing before, or that one moves again', 'Write each cone down'],
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
        name: 'Take it out of the smoke',
        effects: [{ does: 'fire', cone: '018', to: 'bisque' }],
        needs: [seen('it has cooled', 'load', 12 * HOURS)],
        words: [
          '590 to 700 °C at the surface',
          'Narrow mouths blow steam: turn them away',
          'A wide mouth survives better',
        ],
        hazards: ['smoke'],
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
