import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import {
  bisque,
  coatsWithin,
  colours,
  cut,
  dampened,
  film,
  firstThen,
  from,
  line,
  shows,
  step,
  stillWet,
  tooDry,
  tooDryForSlip,
  tooWet,
} from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Washes, strokes and marks in layers, as in a painting. */
export const painterly: Technique = {
  id: 'painterly',
  rev: '1',
  name: 'Layered painterly surface',
  gives: 'Depth of many layers: washes, runs, stamps, incised marks, bright accents.',
  tools: ['Brushes of all sizes', 'Mister', 'Stamps', 'Point'],
  choices: [
    {
      id: 'accents',
      question: 'How are accents laid?',
      usual: 'brushed',
      schools: [
        { id: 'brushed', name: 'Brushed', difference: 'flat and clear' },
        { id: 'trailed', name: 'Trailed', difference: 'raised dots and lines' },
      ],
    },
    {
      id: 'ground',
      question: 'How does each layer meet the one before?',
      usual: 'firm',
      schools: [
        { id: 'firm', name: 'Firm', difference: 'each layer stays clear' },
        { id: 'wet', name: 'Wet', difference: 'dampened: watered engobe runs and fades' },
      ],
    },
  ],
  steps: [
    step('stamp', 'Stamp', 'stamped', {
      optional: true,
      minutes: 10,
      effects: [cut(from(0.5, 1, 2), from(0.02, 0.1, 0.3))],
      needs: [water('skin', 70, 90)],
      words: ['Before the colour, while it gives'],
      remedies: [tooDry('the edge cracks', 'Incise instead.')],
    }),
    step('draw', 'Draw on it', 'drawn', {
      layout: true,
      optional: true,
      minutes: 10,
      effects: [line('brushed-decoration', from(0.05, 0.1, 0.2), from(0.01, 0.05, 0.2))],
      needs: [water('skin', 50, 84)],
      words: ['Brush or trailing tip, thin', 'It carries through what comes over it'],
      remedies: [dampened(46)],
      hazards: colours,
    }),
    step('layer', 'Lay a layer of colour', 'layer', {
      minutes: 10,
      effects: [line('brushed-decoration', from(0.1, 0.2, 0.4), from(0.05, 0.4, 1))],
      needs: coatsWithin(58, 84, 'firm'),
      repeat: { least: 1, usual: 3, most: 8, until: 'it has depth enough' },
      words: ['From washes to opaque', 'Leave some of the one before'],
      remedies: [tooWet('it lifts the one before', 'Wait until that is firm.'), dampened(50), tooDryForSlip],
      hazards: colours,
    }),
    step('into-wet', 'Draw into the wet colour', 'drawn into the wet', {
      optional: true,
      minutes: 5,
      effects: [line('brushed-decoration', from(0.05, 0.1, 0.2), from(0.01, 0.05, 0.2))],
      needs: [stillWet('layer')],
      words: ['A darker one, at once: it spreads at its edges'],
      hazards: colours,
    }),
    step('runs', 'Let colour run', 'runs laid', {
      optional: true,
      minutes: 5,
      reach: 'below',
      effects: [film(0.02), line('running-engobe', from(0.05, 0.1, 0.3), from(0.05, 0.2, 1))],
      needs: [water('skin', 58, null), shows('firm', 'layer')],
      words: ['Dampen, then let watered engobe run down', 'More water fades it'],
      hazards: colours,
    }),
    step('accent', 'Bright accents', 'accents laid', {
      optional: true,
      minutes: 5,
      effects: [line('brushed-decoration', from(0.1, 0.2, 0.4), from(0.005, 0.03, 0.1))],
      needs: [water('skin', 50, null)],
      words: ['Few, last, vivid underglaze, undiluted'],
      hazards: colours,
    }),
    step('incise', 'Incise marks', 'marks incised', {
      optional: true,
      minutes: 10,
      effects: [cut(from(0.3, 0.6, 1.5), from(0.01, 0.05, 0.2))],
      needs: [water('skin', 50, 80)],
      words: ['Through as many layers as wanted'],
      remedies: [
        tooDry('lines chip', 'Mist lightly and wait until matte.', { effects: [film(0.03)], then: 'matte' }),
      ],
    }),
    step('over', 'White or colour over it', 'colour laid over', {
      optional: true,
      minutes: 5,
      effects: [line('brushed-decoration', from(0.1, 0.2, 0.4), from(0.05, 0.3, 1))],
      needs: [water('skin', 50, null), shows('firm', 'layer')],
      words: ['Over an accent too, where that is meant', 'What lies beneath comes through thin places'],
      hazards: colours,
    }),
    brushedClean(),
    ...toBisque,
    step('grind', 'Grind fired colour away', 'ground back', {
      optional: true,
      minutes: 15,
      needs: [bisque],
      words: ['Wet, where it is too much', 'Then more colour, and another firing'],
      hazards: ['grinding'],
    }),
    ...glazed,
  ],
  patches: [
    {
      when: { accents: 'trailed' },
      step: 'accent',
      set: { effects: [line('trailing', from(0.3, 0.8, 1.5), from(0.005, 0.03, 0.1))] },
    },
    {
      when: { ground: 'wet' },
      step: 'layer',
      set: {
        effects: [film(0.02), line('running-engobe', from(0.05, 0.1, 0.3), from(0.1, 0.5, 1))],
        needs: firstThen(
          [water('skin', 58, 84)],
          [
            water('skin', 58, null),
            { kind: 'sign', sign: 'matte', of: '@before', side: 'after', rather: true },
          ],
        ),
        words: ['Dampen, then let watered engobe run', 'More water fades it'],
      },
    },
  ],
};
