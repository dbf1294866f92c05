import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { coat, colours, cut, dampened, from, line, misted, shows, step, tooWet } from '../technique/step.ts';
import { water, type Technique } from '../technique/technique.ts';

/** Slip from a sponge or a stamp, or a coat that a springing blade skips through. */
export const printedSlip: Technique = {
  id: 'printed-slip',
  rev: '1',
  name: 'Printed slip and chatter',
  gives: 'Repeats from a sponge or stamp, or rows of small cuts from a springing blade.',
  tools: ['Cut sponges', 'Stamps', 'Springing blade', 'Wheel'],
  choices: [
    {
      id: 'mark',
      question: 'What makes the mark?',
      usual: 'sponge',
      schools: [
        { id: 'sponge', name: 'Sponge or stamp', difference: 'slip dabbed on' },
        { id: 'chatter', name: 'Springing blade', difference: 'a coat cut through on the wheel' },
      ],
    },
  ],
  steps: [
    step('print', 'Print with sponge or stamp', 'slip printed', {
      only: { mark: 'sponge' },
      minutes: 10,
      effects: [line('brushed-decoration', from(0.1, 0.2, 0.4), from(0.05, 0.2, 0.6))],
      needs: [water('skin', 55, 80)],
      words: ['Dab off on paper first', 'Straight down, straight up'],
      remedies: [tooWet('the sponge lifts clay', 'Wait a little.'), dampened(48)],
      hazards: colours,
    }),
    step('coat', 'Coat', 'coat', {
      only: { mark: 'chatter' },
      minutes: 3,
      effects: [coat('brushed-engobe', 0.25)],
      needs: [water('skin', 58, 84)],
      words: ['Even: the blade shows every stroke'],
      remedies: [dampened(52)],
      hazards: colours,
    }),
    step('chatter', 'Let the blade skip through', 'chattered', {
      only: { mark: 'chatter' },
      minutes: 5,
      effects: [cut(from(0.2, 0.3, 0.6), from(0.1, 0.2, 0.4))],
      needs: [water('skin', 50, 64), shows('firm', 'coat')],
      words: ['Held loosely, wheel steady, once around', 'Nearer the end of the blade: smaller marks'],
      remedies: [tooWet('it digs in', 'Wait: it must ring.'), misted('it only scratches')],
      hazards: ['mains'],
    }),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
