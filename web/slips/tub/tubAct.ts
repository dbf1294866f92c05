import type { SlipCatalogue } from '../../../core/log/materials.ts';
import type { TubOnShelf } from '../../../core/shelf/tubOnShelf.ts';

/** What can be logged about a tub besides a measurement; `si` is an amount to begin with. */
export type TubAct =
  | { kind: 'water'; si?: number }
  | { kind: 'powder'; si?: number }
  | { kind: 'decant'; si?: number }
  | { kind: 'dose'; does: 'deflocculate' | 'flocculate'; si?: number }
  | { kind: 'sieve' }
  | { kind: 'stir' }
  | { kind: 'top' }
  | { kind: 'use' }
  | { kind: 'move' }
  | { kind: 'note' }
  | { kind: 'discard' };

/** What every form for a tub is given. */
export interface ActProps {
  shelf: TubOnShelf;
  catalogue: SlipCatalogue;
  onClose: () => void;
}
