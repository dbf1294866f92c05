import { calculator, type Worked } from './calculator.ts';

/** Paper is cut no truer by hand, m. From memory. */
const CUT_TO_M = 0.0005;

/** The paper strip that lies flat on a flared wall: a sector of a ring. */
export const ringSector = calculator({
  id: 'strip-on-a-cone',
  question: 'What shape is the paper strip on a flared wall?',
  about: 'A band on a straight flare lies flat as a sector of a ring: two arcs about one centre.',
  takes: [
    { key: 'footM', label: 'Radius at the lower edge', as: 'length', usual: 0.04, least: 0.002, most: 1 },
    { key: 'rimM', label: 'Radius at the upper edge', as: 'length', usual: 0.055, least: 0.002, most: 1 },
    { key: 'heightM', label: 'Height between them', as: 'length', usual: 0.12, least: 0.002, most: 1 },
  ],
  compute: ({ footM, rimM, heightM }): Worked => {
    const flare = Math.abs(rimM - footM);
    const slantM = Math.hypot(heightM, flare);
    const slant = { label: 'Along the wall', as: 'length' as const, value: slantM };
    // how far its arc bows from a straight edge: R(1 − cos(θ/2)), for a small θ
    const bowM = (Math.PI ** 2 * footM * flare) / (2 * slantM);
    if (bowM < CUT_TO_M)
      return {
        answer: { label: 'A straight strip, long', as: 'length', value: Math.PI * (footM + rimM) },
        beside: [slant],
        warnings: [],
      };
    const innerM = (Math.min(footM, rimM) * slantM) / flare;
    return {
      answer: { label: 'Inner arc, radius', as: 'length', value: innerM },
      beside: [
        { label: 'Outer arc, radius', as: 'length', value: innerM + slantM },
        { label: 'Angle of the sector', as: 'angle', value: (2 * Math.PI * flare) / slantM },
        slant,
      ],
      warnings: [],
    };
  },
  source: 'Geometry of the cone, developed.',
});

/** How far apart marks stand round a pot. */
export const divisions = calculator({
  id: 'divisions-round-a-pot',
  question: 'How far apart are my marks round the pot?',
  about: 'Set the dividers to the chord; a paper strip is laid off by the arc.',
  takes: [
    { key: 'radiusM', label: 'Radius there', as: 'length', usual: 0.055, least: 0.002, most: 1 },
    { key: 'parts', label: 'Into how many parts', as: 'count', usual: 9, least: 2, most: 200 },
  ],
  compute: ({ radiusM, parts }): Worked => ({
    answer: { label: 'Dividers', as: 'length', value: 2 * radiusM * Math.sin(Math.PI / parts) },
    beside: [
      { label: 'Along the wall', as: 'length', value: (2 * Math.PI * radiusM) / parts },
      { label: 'Angle of each', as: 'angle', value: (2 * Math.PI) / parts },
    ],
    warnings: [],
  }),
  source: 'Geometry of the circle.',
});
