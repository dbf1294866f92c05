import { broadBrush } from './broadBrush.ts';
import { brushedCoats } from './brushedCoats.ts';
import { brushPainting } from './brushPainting.ts';
import { burnish } from './burnish.ts';
import { colouredClay } from './colouredClay.ts';
import { firing } from './firing.ts';
import { freshBands } from './freshBands.ts';
import { inlay } from './inlay.ts';
import { monoprint } from './monoprint.ts';
import { oxideWash } from './oxideWash.ts';
import { painterly } from './painterly.ts';
import { pouredGround } from './pouredGround.ts';
import { printedSlip } from './printedSlip.ts';
import { relief } from './relief.ts';
import { resist } from './resist.ts';
import { sgraffito } from './sgraffito.ts';
import { sgraffitoFirst } from './sgraffitoFirst.ts';
import { shaping } from './shaping.ts';
import { sigillata } from './sigillata.ts';
import { silicateCrackle } from './silicateCrackle.ts';
import { silicateTexture } from './silicateTexture.ts';
import { slipDrip } from './slipDrip.ts';
import { slipTrailing } from './slipTrailing.ts';
import { sprayedEngobe } from './sprayedEngobe.ts';
import { stencil } from './stencil.ts';
import { stretchedSlab } from './stretchedSlab.ts';
import { transfer } from './transfer.ts';
import { wetInWet } from './wetInWet.ts';
import { whiteGround } from './whiteGround.ts';
import type { Technique } from '../technique/technique.ts';

/** As the pieces of earlier logs had them: what those hold is taken as it is. */
export const frozen: readonly Technique[] = [sgraffitoFirst];

/** Steps that techniques had once: what a log says was done of them stands, and none is planned. */
export const gone: Record<string, readonly string[]> = { transfer: ['slurry'] };

/** All techniques and their revisions; the last of a name is the one that new pieces begin with. */
export const rows: Technique[] = [
  sgraffitoFirst,
  sgraffito,
  inlay,
  slipTrailing,
  slipDrip,
  brushedCoats,
  pouredGround,
  broadBrush,
  brushPainting,
  wetInWet,
  freshBands,
  stencil,
  monoprint,
  transfer,
  printedSlip,
  sigillata,
  burnish,
  whiteGround,
  colouredClay,
  painterly,
  relief,
  resist,
  silicateCrackle,
  silicateTexture,
  stretchedSlab,
  sprayedEngobe,
  oxideWash,
  shaping,
  firing,
];
