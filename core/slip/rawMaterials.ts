import type { Material } from './material.ts';
import { rawAdditions } from './rawAdditions.ts';
import { rawMinerals } from './rawMinerals.ts';

/**
 * Common raw materials by generic names. Theoretical formulas and densities of pure minerals as handbooks have them;
 * analyses of clays and frits, and the usual shares, as remembered: a supplier's own go over them.
 */
export const rawMaterials: Record<string, Material> = { ...rawMinerals, ...rawAdditions };
