import { inlay } from './inlay.ts';
import { oxideWash } from './oxideWash.ts';
import { sgraffito } from './sgraffito.ts';
import { sgraffitoFirst } from './sgraffitoFirst.ts';
import { silicateCrackle } from './silicateCrackle.ts';
import { slipDrip } from './slipDrip.ts';
import type { Technique } from './technique.ts';

/** All techniques and their revisions; the last of a name is the one that new pieces begin with. */
export const rows: Technique[] = [sgraffitoFirst, sgraffito, inlay, oxideWash, silicateCrackle, slipDrip];
