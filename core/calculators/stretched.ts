import { calculator, type Worked } from './calculator.ts';

/** A wall under this anywhere is warned of, m. From memory. */
const THIN = 0.003;
const thinWords = (wallM: number, what: string): string[] =>
  wallM < THIN ? [`${what} is under 3 mm: it tears or slumps.`] : [];

/** A hoop stretched further than this tears between its plates. From memory. */
const MOST_HOOP = 1.6;
/** A slab stretched in area further than this. From memory. */
const MOST_AREA = 7;

/** What to throw so that it is right once it was bellied, dried and fired. */
export const bellied = calculator({
  id: 'throw-for-bellying',
  question: 'How big do I throw it before I belly it out?',
  about:
    'From the fired size back: what it is while plastic, and the cylinder it is bellied from, its height kept.',
  takes: [
    { key: 'firedM', label: 'Across, fired', as: 'length', usual: 0.09, least: 0.005, most: 2 },
    { key: 'wallM', label: 'Its wall, fired', as: 'length', usual: 0.0045, least: 0.001, most: 0.05 },
    {
      key: 'shrinkage',
      label: 'The clay shrinks in all by',
      as: 'share',
      usual: 0.12,
      least: 0,
      most: 0.25,
      help: 'From plastic to fired',
    },
    {
      key: 'stretch',
      label: 'Bellied to so many times its girth',
      as: 'ratio',
      usual: 1.3,
      least: 0.5,
      most: 4,
      help: 'Under 1 it is necked in',
    },
  ],
  compute: ({ firedM, wallM, shrinkage, stretch }): Worked => {
    const plasticM = firedM / (1 - shrinkage);
    const plasticWallM = wallM / (1 - shrinkage);
    const thrownWallM = plasticWallM * stretch;
    return {
      answer: { label: 'Throw it across', as: 'length', value: plasticM / stretch },
      beside: [
        { label: 'Its wall, thrown', as: 'length', value: thrownWallM },
        { label: 'Across once bellied, plastic', as: 'length', value: plasticM },
        { label: 'Its wall then', as: 'length', value: plasticWallM },
        ...(stretch > 1
          ? [{ label: 'Bare clay between a skin’s cracks', as: 'share' as const, value: 1 - 1 / stretch }]
          : []),
      ],
      warnings: [
        ...(stretch > MOST_HOOP ? ['Over 1.6 times its girth most walls tear: belly it in two goes.'] : []),
        ...thinWords(plasticWallM, 'Its wall once bellied'),
      ],
    };
  },
  source: 'Clay keeps its volume: at kept height the wall thins as the girth grows.',
});

/** The disc to begin with for a slab that is stretched. */
export const stretchedSlab = calculator({
  id: 'slab-for-stretching',
  question: 'How big a disc do I begin with for a stretched slab?',
  about: 'A thick disc, coated, then stretched thinner: its area grows as its thickness falls.',
  takes: [
    { key: 'acrossM', label: 'Wanted across', as: 'length', usual: 0.3, least: 0.02, most: 2 },
    { key: 'wallM', label: 'Wanted thickness', as: 'length', usual: 0.006, least: 0.002, most: 0.05 },
    { key: 'fromM', label: 'Begun at a thickness of', as: 'length', usual: 0.03, least: 0.003, most: 0.15 },
  ],
  compute: ({ acrossM, wallM, fromM }): Worked => {
    const area = fromM / wallM;
    return {
      answer: { label: 'Begin with a disc across', as: 'length', value: acrossM / Math.sqrt(area) },
      beside: [
        { label: 'Its area grows', as: 'ratio', value: area },
        ...(area > 1
          ? [{ label: 'Bare clay between a skin’s cracks', as: 'share' as const, value: 1 - 1 / area }]
          : []),
      ],
      warnings: [
        ...(area > MOST_AREA ? ['Over 7 times its area a slab hardly holds: begin thinner.'] : []),
        ...(area <= 1 ? ['It is begun no thicker than it ends: nothing is stretched.'] : []),
        ...thinWords(wallM, 'The stretched slab'),
      ],
    };
  },
  source: 'Clay keeps its volume.',
});
