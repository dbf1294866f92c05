import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { about, water, type Remedy, type Step, type Technique } from '../technique/technique.ts';

const MINUTE_S = 60;

const fill: Step = {
  key: 'fill',
  name: 'Fill',
  verb: 'Log fill',
  effects: [
    {
      does: 'fill',
      use: 'inlay',
      depthM: { usual: 0.002, least: 0.001, most: 0.003 },
      proud: { usual: 0.25, least: 0, most: 0.6 },
      share: { usual: 0.15, least: 0.02, most: 0.6 },
    },
  ],
  needs: [
    { ...water('skin', 58, 75), pass: 'first' },
    { kind: 'since', of: 'cut', least: 0, pass: 'first', only: { mark: 'cut|both' } },
    { kind: 'since', of: 'stamp', least: 0, pass: 'first', only: { mark: 'stamp|both' } },
    { ...water('skin', 50, null), pass: 'later' },
    { kind: 'sign', sign: 'matte', of: '@before', side: 'after', pass: 'later' },
  ],
  takesS: about(5 * MINUTE_S),
  repeat: { least: 1, usual: 3, most: 5, until: 'it stands proud when matte', each: 'zone' },
  look: ['Matte, and still proud of the wall'],
  words: ['Thick slip, pressed in from the side so that no air stays', 'It shrinks by its water: overfill'],
  remedies: [
    {
      when: 'too-dry',
      sign: 'the fill lets go of the groove',
      say: 'Dampen the groove and fill at once.',
      effects: [{ does: 'film', kgM2: about(0.03), share: about(0.2) }],
      reaches: { driest: 50 },
    },
    { when: 'seen', sign: 'it lies below the wall when matte', say: 'Fill once more.', redo: 'fill' },
  ],
  hazards: ['toxic-colour'],
};

/** Dabbed on the filled wall, each on the one before. */
const blob: Step = {
  key: 'blob',
  only: { figure: 'blobs' },
  name: 'Dab a blob on it',
  verb: 'Log blob',
  effects: [
    {
      does: 'line',
      use: 'inlay',
      thicknessM: { usual: 0.0015, least: 0.0005, most: 0.003 },
      share: { usual: 0.1, least: 0.02, most: 0.4 },
    },
  ],
  needs: [
    { ...water('skin', 55, 75), pass: 'first' },
    { kind: 'sign', sign: 'matte', of: 'fill', side: 'after', pass: 'first' },
    { ...water('skin', 55, null), pass: 'later' },
    { kind: 'sign', sign: 'matte', of: '@before', side: 'after', pass: 'later' },
  ],
  takesS: about(5 * MINUTE_S),
  repeat: { least: 1, usual: 2, most: 4, until: 'rings enough' },
  look: ['Each is matte before the next'],
  words: ['Another colour each time, smaller than the one before', 'Scraped later, they show as rings'],
  remedies: [],
  hazards: ['toxic-colour'],
};

const scraped: Remedy[] = [
  { when: 'too-wet', sign: 'the line smears', say: 'Let wall and fill dry on.' },
  { when: 'seen', sign: 'a ghost of slip stays beside the line', say: 'A little more off.' },
  { when: 'seen', sign: 'the line is sunk', say: 'Fill it again, wait, scrape again.', redo: 'fill' },
];

const scrape = (school: 'leather' | 'dry'): Step => ({
  key: `scrape-${school}`,
  only: { finish: school },
  name: 'Scrape level',
  verb: 'Log scraped level',
  effects: [{ does: 'scrape', depthM: about(0.0004), share: about(1) }],
  needs: [
    { kind: 'level', of: 'fill' },
    school === 'leather' ? water('skin', 42, 58) : water('core', null, 6),
  ],
  takesS: about(25 * MINUTE_S),
  look: ['The line has a clean edge on both sides'],
  words:
    school === 'leather'
      ? ['A metal rib at a low angle, along the line', 'Coloured scrapings into their own bin']
      : [
          'A metal rib at a low angle; never sand',
          'A wrung sponge afterwards',
          'Coloured scrapings into their own bin',
        ],
  remedies:
    school === 'leather'
      ? [
          ...scraped,
          {
            when: 'too-dry',
            sign: 'the rib skips',
            say: 'Wait until bone dry and scrape then, wearing a respirator.',
          },
        ]
      : scraped,
  hazards: school === 'leather' ? [] : ['silica-dust', 'toxic-colour'],
});

/** Lines cut or stamped, filled with coloured slip, scraped flush. */
export const inlay: Technique = {
  id: 'inlay',
  rev: '1',
  name: 'Inlay',
  gives: 'Fine sharp lines of coloured slip that lie level in the wall.',
  tools: ['Point or stamps', 'Small brush or bulb', 'Metal rib'],
  choices: [
    {
      id: 'mark',
      question: 'How do you make the groove?',
      usual: 'cut',
      schools: [
        { id: 'cut', name: 'Cut', difference: 'free lines, on a firmer wall' },
        { id: 'stamp', name: 'Stamped', difference: 'repeats, on a softer wall' },
        { id: 'both', name: 'Stamped and cut', difference: 'stamps first, lines once it is firmer' },
      ],
    },
    {
      id: 'figure',
      question: 'What do you fill?',
      usual: 'lines',
      schools: [
        { id: 'lines', name: 'The grooves', difference: 'flush lines of colour' },
        {
          id: 'blobs',
          name: 'Layered blobs',
          difference: 'two or three colours dabbed on one another, scraped to show rings',
        },
      ],
    },
    {
      id: 'finish',
      question: 'How do you bring it level?',
      usual: 'leather',
      schools: [
        { id: 'leather', name: 'Scraped at stiff leather-hard', difference: 'clean, no dust' },
        { id: 'dry', name: 'Scraped bone dry', difference: 'crisp, dusty' },
        { id: 'wax', name: 'Wax first', difference: 'cut through the wax, fill, wipe: no scraping' },
        { id: 'sunk', name: 'Left sunk', difference: 'on purpose, under a glaze that pools' },
      ],
    },
  ],
  steps: [
    {
      key: 'wax',
      only: { finish: 'wax' },
      name: 'Wax the wall',
      verb: 'Log waxed',
      effects: [{ does: 'wax', share: about(1) }],
      needs: [water('skin', 55, 75)],
      takesS: about(5 * MINUTE_S),
      look: ['The wax is dry to the finger'],
      words: ['Thin and whole, a little beyond the drawing'],
      remedies: [{ when: 'too-wet', sign: 'the wax does not take', say: 'Let it dry on.' }],
      hazards: [],
    },
    {
      key: 'stamp',
      only: { mark: 'stamp|both' },
      name: 'Stamp',
      verb: 'Log stamped',
      effects: [{ does: 'cut', depthM: { usual: 0.002, least: 0.001, most: 0.003 }, share: about(0.15) }],
      needs: [water('skin', 72, 92)],
      takesS: about(20 * MINUTE_S),
      look: ['The mark has an even floor'],
      words: ['Support the wall from within', 'Not deeper than a third of the wall'],
      remedies: [
        { when: 'too-wet', sign: 'the wall gives or sticks', say: 'Wait, or dust the stamp.' },
        { when: 'too-dry', sign: 'the wall cracks at the mark', say: 'Cut the lines instead.' },
      ],
      hazards: [],
    },
    {
      key: 'cut',
      only: { mark: 'cut|both' },
      name: 'Cut the lines',
      verb: 'Log lines cut',
      effects: [{ does: 'cut', depthM: { usual: 0.002, least: 0.001, most: 0.003 }, share: about(0.15) }],
      needs: [water('skin', 55, 75)],
      takesS: about(30 * MINUTE_S),
      look: ['The floor of the groove is clean'],
      words: ['1 to 3 mm deep, not over a third of the wall', 'Straight sides hold the fill'],
      remedies: [
        { when: 'too-wet', sign: 'burrs on both sides', say: 'Let it dry on.' },
        { when: 'too-dry', sign: 'the line chips', say: 'Mist it and wait until the shine is gone.' },
      ],
      hazards: [],
    },
    {
      key: 'burrs',
      optional: true,
      name: 'Brush the burrs off',
      verb: 'Log burrs brushed off',
      effects: [{ does: 'none' }],
      needs: [water('skin', null, 60)],
      takesS: about(3 * MINUTE_S),
      look: [],
      words: ['Stiff brush, across the line'],
      remedies: [{ when: 'too-wet', sign: 'burrs smear into the groove', say: 'Wait a little.' }],
      hazards: [],
    },
    fill,
    blob,
    {
      key: 'wipe',
      only: { finish: 'wax' },
      name: 'Wipe the wax clean',
      verb: 'Log wiped',
      effects: [{ does: 'wipe', share: about(0.8) }],
      needs: [{ kind: 'sign', sign: 'firm', of: 'fill', side: 'after' }],
      takesS: about(10 * MINUTE_S),
      look: ['Slip stays in the lines alone'],
      words: ['A wrung sponge, rinsed often, across the lines'],
      remedies: [],
      hazards: ['toxic-colour'],
    },
    scrape('leather'),
    scrape('dry'),
    brushedClean(),
    ...toBisque,
    ...glazed,
  ],
  patches: [],
};
