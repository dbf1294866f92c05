import { dryContent, USUAL_GRAIN } from '../slip/density.ts';
import { calculator, type Worked } from './calculator.ts';

/** Densities are typed as makers say them: against water's. */
const WATER = 1000;
const grain = USUAL_GRAIN / WATER;

/** Two wet tubs poured together: what of the dry matter is which. */
export const wetMix = calculator({
  id: 'two-wet-tubs',
  question: 'I pour two wet slips together: what is in it then?',
  about: 'By what dry matter each brings, which its volume and its specific gravity tell.',
  takes: [
    { key: 'firstM3', label: 'Of the first', as: 'volume', usual: 6e-5, least: 1e-6, most: 0.2 },
    { key: 'firstSg', label: 'Its specific gravity', as: 'ratio', usual: 1.4, least: 1.01, most: 2.2 },
    { key: 'firstGrain', label: 'Density of its grains', as: 'ratio', usual: grain, least: 2.3, most: 6 },
    { key: 'secondM3', label: 'Of the second', as: 'volume', usual: 4e-5, least: 1e-6, most: 0.2 },
    {
      key: 'secondSg',
      label: 'Specific gravity of the second',
      as: 'ratio',
      usual: 1.45,
      least: 1.01,
      most: 2.2,
    },
    {
      key: 'secondGrain',
      label: 'Density of its grains, the second',
      as: 'ratio',
      usual: grain,
      least: 2.3,
      most: 6,
    },
  ],
  compute: (given): Worked => {
    const first = dryContent(given.firstSg, given.firstGrain * WATER) * given.firstM3;
    const second = dryContent(given.secondSg, given.secondGrain * WATER) * given.secondM3;
    const volume = given.firstM3 + given.secondM3;
    return {
      answer: { label: 'Of the dry matter, the second is', as: 'share', value: second / (first + second) },
      beside: [
        {
          label: 'Specific gravity of the mix',
          as: 'ratio',
          value: (given.firstM3 * given.firstSg + given.secondM3 * given.secondSg) / volume,
        },
        { label: 'Dry matter in it', as: 'mass', value: first + second },
        { label: 'In all', as: 'volume', value: volume },
      ],
      warnings: [],
    };
  },
  source: 'Brongniart’s relation, for each of the two.',
});
