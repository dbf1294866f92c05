import { glazed, toBisque } from './kiln.ts';
import { film, from, seen, step, tooWet, wrong } from './step.ts';
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
