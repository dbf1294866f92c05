import type { Cause } from './cause.ts';
import { causesOfCoats } from './causesOfCoats.ts';
import { causesOfLines } from './causesOfLines.ts';
import { causesOfWalls } from './causesOfWalls.ts';

/** Why things go wrong, as data: for each fault its causes, the likeliest first, each with how a record is read for it. */
export const causes: Record<string, Cause[]> = { ...causesOfCoats, ...causesOfLines, ...causesOfWalls };
