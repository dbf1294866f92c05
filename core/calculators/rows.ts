import type { Calculator } from './calculator.ts';
import { bellied, stretchedSlab } from './stretched.ts';
import { divisions, ringSector } from './strips.ts';
import { wetMix } from './wetMix.ts';

/** Every bench, a row each: a new one is its file and its row here. */
export const calculators: Calculator[] = [bellied, stretchedSlab, ringSector, divisions, wetMix];
