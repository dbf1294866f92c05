import { toBisque, glazed } from '../technique/kiln.ts';
import { about, water, type Step, type Technique } from '../technique/technique.ts';

const MINUTE_S = 60;

const skin = (school: 'heat' | 'air'): Step => ({
  key: `skin-${school}`,
  follows: true,
  only: { skin: school },
  name: 'Dry it to a skin',
  verb: 'Log skin dry',
  effects:
    school === 'heat'
      ? [
          {
            does: 'heat',
            tool: 'heat-gun',
            seconds: { usual: 150, least: 120, most: 180 },
            duty: { usual: 0.5, least: 0.2, most: 1 },
          },
        ]
      : [{ does: 'none' }],
  needs: school === 'heat' ? [] : [{ kind: 'sign', sign: 'touch-dry', of: 'silicate', side: 'after' }],
  takesS: about(school === 'heat' ? 3 * MINUTE_S : MINUTE_S),
  look: ['The shine is gone, and nothing comes off on a fingertip'],
  words:
    school === 'heat'
      ? ['From the bottom up, always moving', 'Skin dry, wall soft']
      : ['In moving air, turned now and then', 'Skin dry, wall soft'],
  remedies: [],
  hazards: school === 'heat' ? ['hot-tool'] : [],
});

/** A silicate skin on a thrown cylinder, cracked by bellying it out from within. */
export const silicateCrackle: Technique = {
  id: 'silicate-crackle',
  rev: '1',
  name: 'Silicate crackle, thrown',
  gives: 'A dry skin that breaks into plates as the pot is bellied out from within.',
  tools: ['Two brushes', 'Heat gun', 'Throwing stick or rib', 'Goggles and gloves'],
  choices: [
    {
      id: 'colour',
      question: 'What lies under the silicate?',
      usual: 'slip',
      schools: [
        { id: 'slip', name: 'Slip', difference: 'a thin coat' },
        { id: 'oxide', name: 'An oxide wash', difference: 'hardly any water; metallic' },
        { id: 'underglaze', name: 'Underglaze', difference: 'bright, thin' },
        { id: 'glaze', name: 'A glaze', difference: 'fired once, without a bisque' },
        { id: 'none', name: 'Nothing', difference: 'the clay itself' },
      ],
    },
    {
      id: 'when',
      only: { colour: 'slip|oxide|underglaze|glaze' },
      question: 'When does the silicate go over it?',
      usual: 'set',
      schools: [
        { id: 'set', name: 'Once it is no longer wet', difference: 'a minute or so' },
        { id: 'over', name: 'Straight over it', difference: 'the two mix a little' },
      ],
    },
    {
      id: 'skin',
      question: 'How does the skin dry?',
      usual: 'heat',
      schools: [
        { id: 'heat', name: 'By heat gun', difference: 'two to three minutes' },
        { id: 'air', name: 'In air', difference: 'twenty minutes to an hour, plates grow larger' },
      ],
    },
    {
      id: 'way',
      question: 'Which way do you stretch?',
      usual: 'top-down',
      schools: [
        { id: 'top-down', name: 'Top down, then back', difference: 'the neck stays true' },
        { id: 'bottom-up', name: 'Bottom up', difference: 'the belly comes first' },
      ],
    },
  ],
  steps: [
    {
      key: 'mark',
      optional: true,
      name: 'Mark top and bottom of the band',
      verb: 'Log band marked',
      effects: [{ does: 'none' }],
      needs: [water('mean', 92, null)],
      takesS: about(MINUTE_S),
      look: ['The slurry is off'],
      words: ['Rib the wall clean first', 'Below the band silicate makes clay untrimmable'],
      remedies: [],
      hazards: [],
    },
    {
      key: 'colour',
      only: { colour: 'slip|oxide|underglaze|glaze' },
      name: 'Colour the band',
      verb: 'Log band coloured',
      effects: [{ does: 'coat', use: 'bands', thicknessM: about(0.00015), share: about(1) }],
      needs: [water('skin', 84, null)],
      takesS: about(2 * MINUTE_S),
      look: ['The colour is no longer wet'],
      words: ['Once, on the turning wheel'],
      remedies: [
        { when: 'too-dry', sign: 'the wall is firm already', say: 'Choose another technique for this one.' },
      ],
      hazards: ['toxic-colour'],
    },
    {
      key: 'silicate',
      name: 'Brush the silicate on',
      verb: 'Log silicate',
      effects: [
        { does: 'silicate', use: 'silicate', kgM2: { usual: 0.2, least: 0.1, most: 0.4 }, share: about(1) },
      ],
      needs: [
        water('skin', 84, null),
        {
          kind: 'seen',
          what: 'the colour is no longer wet',
          of: 'colour',
          usual: about(MINUTE_S),
          only: { colour: 'slip|oxide|underglaze|glaze', when: 'set' },
        },
      ],
      takesS: about(2 * MINUTE_S),
      repeat: { least: 1, usual: 1, most: 3 },
      look: ['No dry spot, no run'],
      words: [
        'A brush and a jar of its own; shake it: an old jar has thickened',
        'More on it, and longer drying, give larger plates',
        'Not below what will be turned: it makes clay untrimmable, and seals bats',
      ],
      remedies: [
        {
          when: 'too-dry',
          sign: 'the wall is firm already',
          say: 'It will tear instead of stretching: leave it.',
        },
      ],
      hazards: ['alkali'],
    },
    {
      key: 'runs',
      optional: true,
      name: 'Wipe the runs off',
      verb: 'Log runs wiped',
      effects: [{ does: 'none' }],
      needs: [{ kind: 'sign', sign: 'matte', of: 'silicate', side: 'before' }],
      takesS: about(MINUTE_S),
      look: [],
      words: ['While it is wet', 'Sponge and water into silicate waste, not into reclaim'],
      remedies: [],
      hazards: ['alkali'],
    },
    skin('heat'),
    skin('air'),
    {
      key: 'push',
      follows: true,
      reach: 'piece',
      name: 'A small push: does it crack?',
      verb: 'Log first cracks',
      effects: [{ does: 'stretch', by: 'hoop', ratio: { usual: 1.03, least: 1.01, most: 1.08 } }],
      needs: [water('mean', 88, null)],
      takesS: about(MINUTE_S),
      look: ['Cracks run across the pull'],
      words: ['From within, one finger', 'The skin is dry to the fingertip first'],
      remedies: [
        {
          when: 'seen',
          sign: 'no crack',
          say: 'Too little silicate, or not dry to the fingertip: more of it, dry it, push again.',
          redo: 'silicate',
        },
        { when: 'too-dry', sign: 'the wall tears', say: 'It has dried through: leave it as it is.' },
      ],
      hazards: [],
    },
    {
      key: 'stretch',
      reach: 'piece',
      name: 'Belly it out',
      verb: 'Log stretched',
      effects: [{ does: 'stretch', by: 'hoop', ratio: { usual: 1.3, least: 1.05, most: 1.6 } }],
      needs: [water('mean', 88, null)],
      takesS: about(5 * MINUTE_S),
      look: ['Plates are as large as wanted'],
      words: [
        'From inside only; the outside never gets wet',
        'A slow wheel gives upright cracks, a fast one a spiral',
        'The top first, then down and back',
      ],
      remedies: [
        { when: 'too-dry', sign: 'holes tear in the belly', say: 'Stop here: the wall is too dry.' },
        { when: 'seen', sign: 'the skin does not open further', say: 'Dry the skin on, then push again.' },
      ],
      hazards: ['alkali'],
    },
    {
      key: 'lip',
      optional: true,
      reach: 'piece',
      name: 'Neck in the lip',
      verb: 'Log lip necked in',
      effects: [{ does: 'none' }],
      needs: [water('mean', 84, null)],
      takesS: about(5 * MINUTE_S),
      look: ['It holds when the hand lets go'],
      words: ['Wet only the lip', 'Small steps; hot air if it sags'],
      remedies: [],
      hazards: [],
    },
    ...toBisque,
    ...glazed,
  ],
  patches: [
    {
      when: { colour: 'oxide' },
      step: 'colour',
      set: {
        effects: [
          { does: 'wash', use: 'wash', kgM2: { usual: 0.1, least: 0.03, most: 0.2 }, share: about(1) },
        ],
        words: ['Thin, once on the turning wheel', 'Gloves on'],
      },
    },
    {
      when: { colour: 'underglaze' },
      step: 'colour',
      set: {
        effects: [{ does: 'coat', use: 'underglaze-carving', thicknessM: about(0.00012), share: about(1) }],
      },
    },
    {
      when: { colour: 'glaze' },
      step: 'colour',
      set: {
        name: 'Glaze the band',
        effects: [{ does: 'coat', use: 'glaze', thicknessM: about(0.0003), share: about(1) }],
        words: ['Once, on the turning wheel', 'It is fired once: choose that under “Way to the kiln”'],
      },
    },
    {
      when: { way: 'bottom-up' },
      step: 'stretch',
      set: {
        words: [
          'From inside only; the outside never gets wet',
          'A slow wheel gives upright cracks, a fast one a spiral',
          'From the bottom up',
        ],
      },
    },
  ],
};
